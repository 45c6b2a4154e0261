// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "archive/formats/text.h"
#include "cli/items.h"
#include "core/judge/sentences.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <algorithm>

namespace jr::cli {
namespace {

struct CompareAsked {
    std::vector<std::string> base, with, sets;
    std::string standard = "sae-j1349";
    double grid = 0., worth = 1., confidence = 0.95;
    std::optional<std::string> axis;
    std::optional<double> from, to;
    KnownOptions known;
};

Json sideJson(const Side& side, const Comparison& c) {
    Json out = {{"setup", side.setup},
                {"pulls", side.pulls},
                {"peak_power", peakJson(side.peakPower, "w", c.axis, c.place, side.engineRpm)},
                {"peak_torque", peakJson(side.peakTorque, "nm", c.axis, c.place, side.engineRpm)}};
    if (c.axis != CurveAxis::EngineSpeed)
        out["engine_rpm"] = side.engineRpm;
    return out;
}

Json scatterJson(const Comparison& c) {
    const auto pct = [](const std::optional<double>& sd) { return sd ? Json(100. * *sd) : Json(nullptr); };
    if (!c.margins)
        return nullptr;
    return {{"pull_pct", pct(c.scatter.pullSd)},
            {"fitting_pct", pct(c.scatter.fittingSd)},
            {"day_pct", pct(c.scatter.daySd)},
            {"df", c.scatter.freedom},
            {"from_history", c.scatter.fromHistory}};
}

Json bandMeanJson(const BandMean& mean, CurveAxis axis) {
    return {{rangeKey("from", axis), mean.from}, {rangeKey("to", axis), mean.to}, {"difference_w", mean.differenceW},
            {"low_w", orNull(mean.lowW)},        {"high_w", orNull(mean.highW)},  {"pct", mean.pct}};
}

Json callsJson(const std::vector<Call>& calls, CurveAxis axis) {
    Json out = Json::array();
    for (const Call& call : calls)
        out.push_back({{rangeKey("from", axis), call.from},
                       {rangeKey("to", axis), call.to},
                       {"call", callText(call.kind)},
                       {"mean_w", call.meanW},
                       {"mean_pct", call.meanPct},
                       {"max_w", call.maxW},
                       {rangeKey("max", axis), call.maxPlace}});
    return out;
}

/// A set of pulls and the files they came from, one each.
struct FittedFiles {
    const std::vector<PullFit>& fits;
    const std::vector<std::string>& files;

    Json fileOf(const PullFit* fit) const {
        for (std::size_t i = 0; i < fits.size(); ++i)
            if (&fits[i] == fit)
                return files[i];
        return nullptr;
    }
};

Json comparisonJson(const Comparison& c, const FittedFiles& base, const FittedFiles& with) {
    Json crossovers = Json::array(), odd = Json::array();
    for (const OddPull& o : c.oddPulls) {
        odd.push_back(
            {{"file", (o.set == 0 ? base : with).fileOf(o.fit)},
             {"pct", o.pct},
             {"without",
              {{"band_mean", bandMeanJson(o.bandMeanWithout, c.axis)}, {"calls", callsJson(o.callsWithout, c.axis)}}}});
    }
    for (const Crossover& x : c.crossovers)
        crossovers.push_back(x.place);
    return {
        {"standard", c.standard->id},
        {"confidence", c.confidence},
        {"band", "simultaneous"},
        {"axis", axisText(c.axis)},
        {"base", sideJson(c.base, c)},
        {"with", sideJson(c.with, c)},
        {placeKey(c.axis), c.place},
        {"difference_w", differenceColumn(c, &Comparison::watt, &Estimate::mid)},
        {"low_w", differenceColumn(c, &Comparison::watt, &Estimate::low)},
        {"high_w", differenceColumn(c, &Comparison::watt, &Estimate::high)},
        {"difference_nm", differenceColumn(c, &Comparison::newtonMetre, &Estimate::mid)},
        {"low_nm", differenceColumn(c, &Comparison::newtonMetre, &Estimate::low)},
        {"high_nm", differenceColumn(c, &Comparison::newtonMetre, &Estimate::high)},
        {"difference_pct", differenceColumn(c, &Comparison::pct, &Estimate::mid)},
        {"calls", callsJson(c.calls, c.axis)},
        {rangeKey("crossovers", c.axis), crossovers},
        {"band_mean", bandMeanJson(c.bandMean, c.axis)},
        {"repeatability_pct", orNull(c.repeatabilityPct)},
        {"scatter", scatterJson(c)},
        {"odd_pulls", odd},
        {"drift",
         {{"checked", c.drift.checked}, {"pct_per_hour", orNull(c.drift.pctPerHour)}, {"removed", c.drift.removed}}},
        {"cautions", cautionsJson(c.cautions)}};
}

CompareOptions compareOptions(const CompareAsked& o) {
    CompareOptions options;
    options.standard = findStandard(o.standard);
    if (o.axis)
        options.axis = parseAxis(*o.axis);
    options.gridStep = o.grid;
    options.from = o.from;
    options.to = o.to;
    options.worthPct = o.worth;
    options.confidence = o.confidence;
    options.known = o.known.knowledge();
    return options;
}

void sayAccount(const Comparison& c) {
    const Account account = describe(c, reader());
    say(account.headline);
    for (const std::string& s : account.stretches)
        say("  " + s);
    for (const std::string& s : account.details)
        say("  " + s);
}

/// Several setups against the first, their bands held together.
int runSets(const CompareAsked& o) {
    std::vector<std::vector<PullFit>> fits;
    std::vector<std::string> names;
    std::vector<std::vector<std::string>> files;
    bool good = true;
    for (const std::string& argument : o.sets) {
        const auto set = nameAndItems(argument);
        if (!set) {
            tell({"cli.wants-name-files", {argument}});
            return kUsage;
        }
        if (std::find(names.begin(), names.end(), set->first) != names.end()) {
            tell({"cli.set-twice", {set->first}});
            return kUsage;
        }
        bool one = true;
        names.push_back(set->first);
        files.push_back(splitCommas(set->second));
        fits.push_back(fitFiles(files.back(), one));
        good = good && one;
    }
    if (!good)
        return kInput;
    std::vector<std::vector<const PullFit*>> sets;
    for (std::size_t s = 0; s < fits.size(); ++s) {
        sets.emplace_back();
        for (PullFit& f : fits[s]) {
            f.header.setup = names[s];
            sets.back().push_back(&f);
        }
    }
    const Result<std::vector<Comparison>> all = compareSets(sets, compareOptions(o));
    if (!all) {
        tell(messageOf(all.error()), "compare");
        return kInput;
    }
    Json comparisons = Json::array();
    for (std::size_t k = 0; k < all->size(); ++k) {
        sayAccount((*all)[k]);
        comparisons.push_back(comparisonJson((*all)[k], {fits[0], files[0]}, {fits[k + 1], files[k + 1]}));
    }
    return print({{"standard", all->front().standard->id},
                  {"confidence", o.confidence},
                  {"band", "simultaneous over the range and all comparisons"},
                  {"base", sideJson(all->front().base, all->front())},
                  {"comparisons", comparisons}});
}

int runCompare(const CompareAsked& o) {
    if (o.from && o.to && !(*o.from < *o.to)) {
        tell({"cli.from-below-to"});
        return kUsage;
    }
    if (!o.sets.empty()) {
        if (!o.base.empty() || !o.with.empty() || o.sets.size() < 2) {
            tell({"cli.either-sides-or-sets"});
            return kUsage;
        }
        return runSets(o);
    }
    if (o.base.empty() || o.with.empty()) {
        tell({"cli.sides-or-sets"});
        return kUsage;
    }
    bool goodBase = true, goodWith = true;
    const std::vector<PullFit> base = fitFiles(o.base, goodBase), with = fitFiles(o.with, goodWith);
    if (!goodBase || !goodWith)
        return kInput;
    std::vector<const PullFit*> a, b;
    for (const PullFit& f : base)
        a.push_back(&f);
    for (const PullFit& f : with)
        b.push_back(&f);
    const Result<Comparison> result = compare(a, b, compareOptions(o));
    if (!result) {
        say(o.base.front() + ": " + said(result.error(), reader()));
        return kInput;
    }
    sayAccount(*result);
    return print(comparisonJson(*result, {base, o.base}, {with, o.with}));
}

} // namespace

void addCompare(CLI::App& app, Action& action) {
    auto o = std::make_shared<CompareAsked>();
    CLI::App* c = app.add_subcommand(
        "compare", "The difference of two setups with its margin, and what may be said of each stretch");
    c->add_option("--base", o->base, "Pull files of the base setup");
    c->add_option("--with", o->with, "Pull files of the changed setup");
    c->add_option("--set", o->sets,
                  "NAME=FILES of a setup, comma-separated; the first is the base, the bands hold for all together");
    addStandard(*c, o->standard);
    addAxis(*c, o->axis);
    c->add_option("--grid", o->grid, "Step of the grid, rpm or m/s (default: 50 rpm, 0.25 m/s)")
        ->check(within(0.01, 2000.));
    c->add_option("--from", o->from, "Working band from, rpm or m/s")->check(within(0.1, 50000.));
    c->add_option("--to", o->to, "Working band to, rpm or m/s")->check(within(0.1, 50000.));
    c->add_option("--worth", o->worth, "Gain that would matter, %")->check(within(0.01, 50.))->capture_default_str();
    c->add_option("--confidence", o->confidence, "Confidence of the band")
        ->check(within(0.5, 0.999))
        ->capture_default_str();
    addKnown(*c, o->known);
    c->footer(
        "difference is WITH minus BASE. Example:\n"
        "  jolly-ram-cli compare --base a1.pull.csv a2.pull.csv --with b1.pull.csv b2.pull.csv --from 4000 --to 8500");
    c->callback([o, &action] { action = [o] { return runCompare(*o); }; });
}

} // namespace jr::cli
