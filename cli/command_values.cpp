// SPDX-License-Identifier: GPL-3.0-or-later
// compare-values: two setups by results that are no pulls.
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/readings_file.h"
#include "cli/items.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {

std::optional<std::vector<ReadingSheet>> readSheets(const std::vector<std::string>& files) {
    std::vector<ReadingSheet> out;
    bool good = true;
    for (const std::string& file : files) {
        const Result<std::string> bytes = readBytes(file);
        Result<ReadingSheet> sheet = bytes ? readReadings(*bytes, file) : Result<ReadingSheet>(bytes.error());
        if (!sheet) {
            say(inWords(sheet.error()));
            good = false;
            continue;
        }
        out.push_back(std::move(sheet).value());
    }
    if (!good)
        return std::nullopt;
    return out;
}

namespace {

struct ValuesAsked {
    std::vector<std::string> base, with;
    double worth = 1., confidence = 0.95;
    KnownOptions known;
};

Json valueSideJson(const ValueComparison::Side& side) {
    return {{"setup", side.setup},
            {"readings", side.readings},
            {"mean", side.mean},
            {"low", orNull(side.low)},
            {"high", orNull(side.high)}};
}

int runValues(const ValuesAsked& o) {
    const auto base = readSheets(o.base), with = readSheets(o.with);
    if (!base || !with)
        return kInput;
    ValueOptions options;
    options.worthPct = o.worth;
    options.confidence = o.confidence;
    options.known = o.known.knowledge();
    const Result<ValueComparison> result = compareValues(*base, *with, options);
    if (!result) {
        tell(messageOf(result.error()), "compare-values");
        return kInput;
    }
    const ValueComparison& c = *result;
    say(said(verdictOf(c), reader()));
    return print(
        {{"quantity", c.quantity},
         {"unit", c.unit},
         {"better", betterText(c.better)},
         {"confidence", c.confidence},
         {"base", valueSideJson(c.base)},
         {"with", valueSideJson(c.with)},
         {"difference", c.difference},
         {"low", orNull(c.low)},
         {"high", orNull(c.high)},
         {"pct", orNull(c.pct)},
         {"call", callText(c.call)},
         {"scatter", c.readingSd ? Json{{"reading", *c.readingSd}, {"fitting", orNull(c.fittingSd)}, {"df", c.freedom}}
                                 : Json(nullptr)},
         {"text", said(verdictOf(c))},
         {"cautions", cautionsJson(c.cautions)}});
}

} // namespace

void addCompareValues(CLI::App& app, Action& action) {
    auto o = std::make_shared<ValuesAsked>();
    CLI::App* c = app.add_subcommand(
        "compare-values", "Two setups by results that are no pulls: seconds of a cut, litres, a flow bench's degrees");
    c->add_option("--base", o->base, "Sheets of readings of the base (kind: result)")->required()->take_all();
    c->add_option("--with", o->with, "Sheets of readings of the changed setup")->required()->take_all();
    c->add_option("--worth", o->worth, "What would matter, % of the base's mean")
        ->check(within(0.01, 100.))
        ->capture_default_str();
    c->add_option("--confidence", o->confidence, "Confidence of the margin")
        ->check(within(0.5, 0.999))
        ->capture_default_str();
    addKnown(*c, o->known);
    c->footer("Example:\n  jolly-ram-cli compare-values --base stock.csv --with ported.csv --worth 2");
    c->callback([o, &action] { action = [o] { return runValues(*o); }; });
}

} // namespace jr::cli
