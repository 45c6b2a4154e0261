// SPDX-License-Identifier: GPL-3.0-or-later
// Timed runs: what each made, what the setups make in the mean, and one set against the other.
#include "archive/formats/pull_file.h"
#include "cli/commands.h"
#include "core/every_core.h"
#include "core/road/dial.h"
#include "core/road/repeated_runs.h"
#include "core/road/restated_air.h"
#include "core/road/ways.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <memory>

namespace jr::cli {
namespace {

struct RoadAsked {
    std::vector<std::string> files, base, with, keep;
    std::string marks, restate;
    std::optional<std::string> rollout;
    double worth = 1., confidence = 0.95;
    KnownOptions known;
};

template <class Value>
Json nullable(const std::optional<Value>& value) {
    return value ? Json(*value) : Json(nullptr);
}

Result<std::vector<Mark>> marksAsked(const std::string& text) {
    if (text.empty())
        return usualMarks();
    std::vector<Mark> out;
    for (std::size_t from = 0; from <= text.size();) {
        const std::size_t comma = std::min(text.find(',', from), text.size());
        Result<Mark> mark = parseMark(text.substr(from, comma - from));
        if (!mark)
            return mark.error();
        out.push_back(std::move(mark).value());
        from = comma + 1;
    }
    return out;
}

struct ReadRun {
    std::string file;
    RoadRun run;
};

/// One of many files: the run, or nothing, and what is to be said of it.
struct RunRead {
    std::optional<ReadRun> run;
    std::vector<std::string> messages;
};

RunRead readRun(const std::string& file, const RoadAsked& o) {
    RunRead out;
    PullFileNotes notes;
    const Result<Trace> trace = loadPullFile(file, &notes);
    for (const Remark& note : notes.messages)
        out.messages.push_back(inWords(note));
    if (!trace) {
        out.messages.push_back(inWords(trace.error()));
        return out;
    }
    if (trace->header.kind != PullKind::Road) {
        out.messages.push_back(
            inWords(Error{Message{"cli.no-run", {std::string(kindText(trace->header.kind))}}, file}));
        return out;
    }
    RoadOptions options;
    options.keep = std::find(o.keep.begin(), o.keep.end(), file) != o.keep.end();
    Result<RoadRun> run = roadRun(*trace, options);
    if (run)
        out.run = ReadRun{file, std::move(run).value()};
    else
        out.messages.push_back(file + ": " + said(run.error(), reader()));
    return out;
}

std::optional<std::vector<ReadRun>> readRuns(const std::vector<std::string>& files, const RoadAsked& o) {
    constexpr std::size_t kWorthAThread = 2;
    std::vector<RunRead> read(files.size());
    (void)reader(); // once, before many ask
    onEveryCore(files.size(), kWorthAThread, [&](std::size_t i) { read[i] = readRun(files[i], o); });
    std::vector<ReadRun> out;
    for (RunRead& one : read) { // told in the order of the files
        for (const std::string& message : one.messages)
            say(message);
        if (one.run)
            out.push_back(std::move(*one.run));
    }
    return out.size() == files.size() ? std::optional(std::move(out)) : std::nullopt;
}

/// As asked, else as all files say alike.
std::optional<Rollout> rolloutFor(const RoadAsked& o, const std::vector<ReadRun>& runs) {
    if (o.rollout)
        return parseRollout(*o.rollout);
    std::optional<Rollout> out;
    for (const ReadRun& run : runs) {
        const Rollout its = parseRollout(run.run.header.text(header_key::rollout)).value_or(Rollout::None);
        if (out && *out != its)
            return std::nullopt;
        out = its;
    }
    return out.value_or(Rollout::None);
}

Json runJson(const TimedRun& timed, const std::vector<Mark>& marks, Rollout rollout) {
    Json out = {{"file", timed.name}, {"setup", timed.setup}, {"used", timed.run.used()}};
    out["left_out"] = timed.run.leftOut ? Json(said(*timed.run.leftOut)) : Json(nullptr);
    out["start_s"] = nullable(clockStartS(timed.run, rollout));
    Json& times = out["marks"] = Json::array();
    for (const MarkTime& time : timed.marks)
        times.push_back({{"mark", marks[time.mark].text},
                         {"time_s", time.timeS},
                         {"uncertainty_s", time.uncertaintyS},
                         {"speed_m_s", time.speedMPerS}});
    Json& flags = out["flags"] = Json::array();
    for (const Flag& flag : timed.run.flags)
        flags.push_back(
            {{"kind", flagText(flag.kind)}, {"from_s", flag.fromS}, {"to_s", flag.toS}, {"text", said(flag.message)}});
    return out;
}

Json comparisonJson(const RoadCompared& compared, const std::vector<Mark>& marks) {
    Json out = {{"base", compared.base}, {"with", compared.with}};
    Json& rows = out["marks"] = Json::array();
    for (const auto& [mark, at] : compared.marks)
        rows.push_back({{"mark", marks[mark].text},
                        {"difference_s", at.difference},
                        {"low_s", nullable(at.low)},
                        {"high_s", nullable(at.high)},
                        {"pct", nullable(at.pct)},
                        {"call", callText(at.call)},
                        {"text", said(roadVerdict(compared, marks[mark], at))}});
    out["cautions"] = cautionsJson(compared.cautions);
    return out;
}

int runRoad(const RoadAsked& o) {
    const Result<std::vector<Mark>> marks = marksAsked(o.marks);
    if (!marks) {
        tell(messageOf(marks.error()), "--marks");
        return kUsage;
    }
    if (o.base.empty() != o.with.empty() || (o.files.empty() && o.base.empty())) {
        tell({"cli.name-runs"}, "road");
        return kUsage;
    }
    std::vector<std::string> files = o.files;
    for (const auto* side : {&o.base, &o.with})
        for (const std::string& file : *side)
            if (std::find(files.begin(), files.end(), file) == files.end())
                files.push_back(file);
    for (const std::string& kept : o.keep)
        if (std::find(files.begin(), files.end(), kept) == files.end()) {
            tell({"cli.no-run-to-keep", {kept}});
            return kUsage;
        }
    const auto read = readRuns(files, o);
    if (!read)
        return kInput;
    const auto rollout = rolloutFor(o, *read);
    if (!rollout) {
        tell({"error.road-rollout-differs"}, "road");
        return kUsage;
    }
    std::vector<RoadRun> prepared;
    prepared.reserve(read->size());
    std::vector<RoadRun*> all, used;
    for (const ReadRun& one : *read) {
        prepared.push_back(one.run);
        all.push_back(&prepared.back());
    }
    if (const Result<Done> once = leaveRepeatsOut(all); !once) {
        tell(messageOf(once.error()), "road");
        return kInput;
    }
    for (RoadRun* run : all)
        if (run->used())
            used.push_back(run);
    setDialsRight(all);
    nameWays(used);
    std::vector<TimedRun> runs;
    for (std::size_t i = 0; i < read->size(); ++i)
        runs.push_back(timedRun((*read)[i].file, std::move(prepared[i]), *marks, *rollout));
    std::vector<Caution> cautions;
    if (!o.restate.empty()) {
        if (const auto missing = restateAll(runs, *marks, *findStandard(o.restate)))
            cautions.push_back({"air-missing", *missing});
        else
            cautions.push_back({"restated", {"road.restated", {std::string(findStandard(o.restate)->label)}}});
    }
    const auto side = [&](const std::vector<std::string>& names) {
        std::vector<TimedRun> out;
        for (const TimedRun& run : runs)
            if (std::find(names.begin(), names.end(), run.name) != names.end())
                out.push_back(run);
        return out;
    };
    Json out = {{"rollout", rolloutText(*rollout)}};
    Json& runRows = out["runs"] = Json::array();
    long leftOut = 0;
    bool dial = false;
    for (const TimedRun& run : runs) {
        runRows.push_back(runJson(run, *marks, *rollout));
        leftOut += !run.run.used();
        dial = dial || (run.run.used() && !run.run.fromReceiver() && !run.run.dialFactor);
    }
    if (leftOut > 0)
        cautions.push_back({"left-out", {"road.left-out", {Count{leftOut}}}});
    if (dial)
        cautions.push_back({"uncalibrated", {"road.dial"}});
    Json& markRows = out["marks"] = Json::array();
    for (const MarkOfSetup& row : marksOfSetups(runs, *marks, o.confidence))
        markRows.push_back({{"mark", (*marks)[row.mark].text},
                            {"setup", row.setup},
                            {"runs", row.runs},
                            {"mean_s", row.meanS},
                            {"sd_s", nullable(row.sdS)},
                            {"best_s", row.bestS},
                            {"low_s", nullable(row.lowS)},
                            {"high_s", nullable(row.highS)}});
    out["comparison"] = nullptr;
    if (!o.base.empty()) {
        ValueOptions options;
        options.worthPct = o.worth;
        options.confidence = o.confidence;
        options.known = o.known.knowledge();
        const Result<RoadCompared> compared = compareRuns(side(o.base), side(o.with), *marks, options);
        if (!compared) {
            tell(messageOf(compared.error()), "road");
            return kInput;
        }
        out["comparison"] = comparisonJson(*compared, *marks);
        for (const auto& [mark, at] : compared->marks)
            say(said(roadVerdict(*compared, (*marks)[mark], at), reader()));
    }
    out["cautions"] = cautionsJson(cautions);
    return print(out);
}

} // namespace

void addRoad(CLI::App& app, Action& action) {
    auto o = std::make_shared<RoadAsked>();
    CLI::App* c = app.add_subcommand("road", "Timed runs on the road: marks, means, and base against changed");
    c->add_option("files", o->files, "Runs (pull files of kind road)");
    c->add_option("--marks", o->marks,
                  "What to time, with commas: 60ft,330ft,1/8mile,1/4mile,0-60mph,0-100km/h,50-80mph,80-120km/h or any "
                  "other distance or pair of speeds");
    c->add_option("--rollout", o->rollout, "Whether the first foot is timed; not given: as the files say")
        ->check(CLI::IsMember({"none", "1ft"}));
    c->add_option("--restate", o->restate, "Times as they would be in this standard's air, by rule; not given: as run")
        ->check(CLI::IsMember({"sae-j1349", "std-j607", "din-70020", "iso-1585"}));
    c->add_option("--base", o->base, "Runs of the base")->take_all();
    c->add_option("--with", o->with, "Runs of the changed setup")->take_all();
    c->add_option("--keep", o->keep, "Count this run though its fix was poor")->take_all();
    c->add_option("--worth", o->worth, "What would matter, % of the base's time")
        ->check(within(0.01, 100.))
        ->capture_default_str();
    c->add_option("--confidence", o->confidence, "Confidence of the margins")
        ->check(within(0.5, 0.999))
        ->capture_default_str();
    addKnown(*c, o->known);
    c->footer("Examples:\n  jolly-ram-cli road run1.pull.csv run2.pull.csv --marks 60ft,1/4mile --rollout 1ft\n"
              "  jolly-ram-cli road --base a1.pull.csv a2.pull.csv --with b1.pull.csv b2.pull.csv --worth 0.5");
    c->callback([o, &action] { action = [o] { return runRoad(*o); }; });
}

} // namespace jr::cli
