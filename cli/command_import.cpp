// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "archive/formats/error_at.h"
#include "archive/formats/foreign_log.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/receiver_log.h"
#include "archive/formats/text.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {
namespace {

struct ImportAsked {
    std::string file, out;
    std::vector<std::string> maps, sets;
};

/// Leaves proposals only for channels and columns that were not mapped by hand.
std::vector<ColumnMapping> combined(std::vector<ColumnMapping> byHand, const std::vector<ColumnMapping>& proposed) {
    const std::vector<ColumnMapping> fixed = byHand;
    for (const ColumnMapping& p : proposed) {
        bool taken = false;
        for (const ColumnMapping& m : fixed)
            taken =
                taken || m.column == p.column || (m.channel.id == p.channel.id && m.channel.number == p.channel.number);
        if (!taken)
            byHand.push_back(p);
    }
    std::sort(byHand.begin(), byHand.end(), [](const auto& a, const auto& b) { return a.column < b.column; });
    return byHand;
}

int runImport(const ImportAsked& o) {
    PullHeader header;
    bool kindGiven = false;
    for (const std::string& set : o.sets) {
        const std::size_t equals = set.find('=');
        if (equals == std::string::npos || equals == 0) {
            tell({"cli.wants-key-value", {set}});
            return kUsage;
        }
        const std::string key = set.substr(0, equals);
        const Result<Done> done = setHeaderValue(header, key, set.substr(equals + 1));
        if (!done) {
            tell({"cli.of-set", {Sayings{{messageOf(done.error())}}}});
            return kUsage;
        }
        kindGiven = kindGiven || key == "kind";
    }
    const Result<std::string> bytes = readBytes(o.file);
    if (!bytes) {
        say(inWords(bytes.error()));
        return kInput;
    }
    const Result<std::string> text = decodeText(*bytes);
    if (!text) {
        say(inWords(errorAt(text.error(), o.file, text.error().line)));
        return kInput;
    }
    const auto receiver = readReceiverLog(*text, o.file);
    if (receiver && !*receiver) {
        say(inWords(receiver->error()));
        return kInput;
    }
    const std::string& table = receiver ? (**receiver).text : *text;
    if (receiver && header.started.empty() && !(**receiver).started.empty())
        if (const Result<Done> began = setHeaderValue(header, "started", (**receiver).started); !began)
            say(said(began.error(), reader()));
    const Result<ForeignLayout> layout = lookAtLog(table, o.file);
    if (!layout) {
        say(inWords(layout.error()));
        return kInput;
    }
    std::vector<ColumnMapping> byHand;
    for (const std::string& map : o.maps) {
        const Result<ColumnMapping> m = parseMapping(map, *layout);
        if (!m) {
            tell({"cli.of-map", {Sayings{{messageOf(m.error())}}}});
            return kUsage;
        }
        byHand.push_back(*m);
    }
    Result<ForeignReading> reading =
        readForeignLog(table, o.file, *layout, combined(byHand, proposedMapping(*layout)), header, kindGiven);
    if (!reading) {
        say(inWords(reading.error()));
        return kInput;
    }
    if (receiver)
        tellByFile(reading.value(), **receiver);
    Trace trace = std::move(reading->trace);
    if (trace.header.id.empty())
        trace.header.id = contentId(*bytes);
    for (const Message& remark : reading->remarks)
        tell(remark, o.file);
    if (trace.header.kind == PullKind::Roller && !trace.header.rollerInertiaKgM2)
        tell({"cli.roller-needs-inertia"}, o.file);
    const Result<Done> written = writeBytes(o.out, writePullFile(trace));
    if (!written) {
        say(inWords(written.error()));
        return kWrite;
    }
    Json leftOut = Json::array(), mapped = Json::array();
    for (const LeftOutRow& row : reading->leftOut)
        leftOut.push_back({{"line", row.line}, {"reason", said(row.reason)}});
    for (const ColumnMapping& m : reading->mapped)
        mapped.push_back(
            {{"channel", channelText(m.channel)}, {"column", layout->columns[m.column].heading}, {"unit", m.unit}});
    return print({{"out", o.out},
                  {"rows", trace.rows()},
                  {"left_out", leftOut},
                  {"mapped", mapped},
                  {"unmapped", reading->unmapped}});
}

} // namespace

void addImport(CLI::App& app, Action& action) {
    auto o = std::make_shared<ImportAsked>();
    CLI::App* c = app.add_subcommand("import", "Turns a foreign log (delimited text, GPX, NMEA 0183) into a pull file");
    c->add_option("FILE", o->file, "The log")->required();
    c->add_option("--out", o->out, "Pull file to write")->required();
    c->add_option("--map", o->maps,
                  "CHANNEL=COLUMN[:UNIT]; COLUMN is the heading without its unit, or its number from 1")
        ->allow_extra_args(false);
    c->add_option("--set", o->sets, "KEY=VALUE for the pull file's header")->allow_extra_args(false);
    c->footer("Obvious headings map themselves. Examples:\n"
              "  jolly-ram-cli import log.csv --out run1.pull.csv --set roller_inertia_kg_m2=6.72 --set setup=\"short "
              "stack\"\n"
              "  jolly-ram-cli import log.txt --out run1.pull.csv --map roller_speed=3:rad/s --map "
              "engine_speed=Drehzahl:rpm");
    c->callback([o, &action] { action = [o] { return runImport(*o); }; });
}

} // namespace jr::cli
