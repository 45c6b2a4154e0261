// SPDX-License-Identifier: GPL-3.0-or-later
// ladder, factorial and sweep.
#include "archive/formats/text.h"
#include "cli/items.h"
#include "core/judge/factorial.h"
#include "core/judge/ladder.h"
#include "core/judge/sweep.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {
namespace {

Json allCautions(const Items& items, const GroupFit& fit, int groups) {
    std::vector<Caution> all = items.cautions;
    const std::vector<Caution> own = groupCautions(fit, items.observations, groups, items.inOrder);
    all.insert(all.end(), own.begin(), own.end());
    return cautionsJson(all);
}

int runLadder(const std::vector<std::string>& arguments, const MetricOptions& o) {
    std::vector<std::string> names, groups;
    for (const std::string& argument : arguments) {
        const auto step = nameAndItems(argument);
        if (!step) {
            tell({"cli.wants-name-items", {argument}});
            return kUsage;
        }
        names.push_back(step->first);
        groups.push_back(step->second);
    }
    int exit = kDone;
    const auto items = readItems(groups, o, exit);
    if (!items)
        return exit;
    const Result<Ladder> result = ladder(names, items->observations, o.known.knowledge(), o.confidence,
                                         items->unit == "W" ? ValueScale::Logarithm : ValueScale::Own);
    if (!result) {
        tell(messageOf(result.error()), "ladder");
        return kUsage;
    }
    Json steps = Json::array();
    for (const LadderStep& s : result->steps)
        steps.push_back({{"name", s.name},
                         {"value", s.value},
                         {"low", orNull(s.low)},
                         {"high", orNull(s.high)},
                         {"gain", s.gain},
                         {"gain_low", orNull(o.single() ? s.gainLowAlone : s.gainLow)},
                         {"gain_high", orNull(o.single() ? s.gainHighAlone : s.gainHigh)},
                         {"gain_pct", s.gainPct},
                         {"total", s.total},
                         {"total_pct", s.totalPct}});
    return print({{"metric", o.metric},
                  {"unit", items->unit},
                  {"steps", steps},
                  {"cautions", allCautions(*items, result->fit, static_cast<int>(names.size()))}});
}

int runFactorial(const std::string& factorText, const std::vector<std::string>& arguments, const MetricOptions& o) {
    const std::vector<std::string> factors = splitCommas(factorText);
    std::vector<Cell> cells;
    std::vector<std::string> groups;
    for (const std::string& argument : arguments) {
        const auto cell = nameAndItems(argument);
        if (!cell) {
            tell({"cli.wants-levels-items", {argument}});
            return kUsage;
        }
        cells.push_back({splitCommas(cell->first)});
        groups.push_back(cell->second);
    }
    int exit = kDone;
    const auto items = readItems(groups, o, exit);
    if (!items)
        return exit;
    const Result<Factorial> result = factorial(factors, cells, items->observations, o.known.knowledge(), o.confidence);
    if (!result) {
        tell(messageOf(result.error()), "factorial");
        return kUsage;
    }
    Json effects = Json::array(), alone = Json::object();
    for (const FactorialEffect& e : result->effects)
        effects.push_back({{"term", e.term},
                           {"effect", e.effect},
                           {"low", orNull(o.single() ? e.lowAlone : e.low)},
                           {"high", orNull(o.single() ? e.highAlone : e.high)}});
    for (const auto& [factor, value] : result->alone)
        alone[factor] = orNull(value);
    Json cautions = allCautions(*items, result->fit, static_cast<int>(cells.size()));
    if (!result->notSeparable.empty()) {
        cautions.push_back(
            {{"kind", "confounded"}, {"text", said(Message{"group.not-separable", {Names{result->notSeparable}}})}});
    }
    return print({{"metric", o.metric},
                  {"unit", items->unit},
                  {"effects", effects},
                  {"alone", alone},
                  {"together", orNull(result->together)},
                  {"sum", orNull(result->sum)},
                  {"cautions", cautions}});
}

std::optional<HarmSide> harmSideNamed(const std::string& text) {
    if (text == "below")
        return HarmSide::Below;
    if (text == "above")
        return HarmSide::Above;
    return text == "neither" ? std::optional(HarmSide::Neither) : std::nullopt;
}

int runSweep(const std::string& name, const std::vector<std::string>& arguments, bool onlyShorter,
             const std::string& harm, const MetricOptions& o) {
    std::vector<double> points;
    std::vector<std::string> groups;
    for (const std::string& argument : arguments) {
        const auto point = nameAndItems(argument);
        const auto x = point ? parseNumber(point->first) : std::nullopt;
        if (!x) {
            tell({"cli.wants-x-items", {argument}});
            return kUsage;
        }
        points.push_back(*x);
        groups.push_back(point->second);
    }
    int exit = kDone;
    const auto items = readItems(groups, o, exit);
    if (!items)
        return exit;
    SweepOptions options;
    options.known = o.known.knowledge();
    options.confidence = o.confidence;
    options.onlyShorter = onlyShorter;
    options.harm = harmSideNamed(harm).value_or(harmSideOf(name));
    // The best is the highest; where less is better it is looked for upside down.
    const double sign = items->better == Better::Lower ? -1. : 1.;
    std::vector<Observation> observations = items->observations;
    for (Observation& one : observations)
        one.value *= sign;
    const Result<Sweep> result = sweep(points, observations, options);
    if (!result) {
        tell(messageOf(result.error()), "sweep");
        return kUsage;
    }
    const Sweep& s = *result;
    Json low = Json::array(), high = Json::array(), curve = Json::array();
    for (std::size_t i = 0; i < s.x.size(); ++i) {
        const auto upright = [&](const std::optional<double>& v) { return v ? Json(sign * *v) : Json(nullptr); };
        low.push_back(upright(sign > 0. ? s.low[i] : s.high[i]));
        high.push_back(upright(sign > 0. ? s.high[i] : s.low[i]));
        curve.push_back(sign * s.curve[i]);
    }
    say(name + ": " + said(s.advice, reader()));
    return print(
        {{"name", name},
         {"metric", o.metric},
         {"unit", items->unit},
         {"shape", sweepShapeText(s.shape)},
         {"best", {{"x", s.bestX}, {"low", orNull(s.bestLow)}, {"high", orNull(s.bestHigh)}, {"inside", s.inside}}},
         {"value", sign * s.value},
         {"short_side_per_unit", s.shortSidePerUnit},
         {"long_side_per_unit", s.longSidePerUnit},
         {"curve", {{"x", s.x}, {"value", curve}, {"low", low}, {"high", high}}},
         {"next", s.next},
         {"advice", said(s.advice)},
         {"cautions", allCautions(*items, s.fit, static_cast<int>(points.size()))}});
}

} // namespace

void addSteps(CLI::App& app, Action& action) {
    struct Options {
        std::vector<std::string> parts;
        std::string factors, name;
        std::string harm;
        bool onlyShorter = false;
        MetricOptions metric;
    };
    {
        auto o = std::make_shared<Options>();
        CLI::App* c =
            app.add_subcommand("ladder", "Steps of a build: each against the one before and all against the first");
        c->add_option("--step", o->parts,
                      "NAME=ITEMS, in order; ITEMS are pull files, sheets of readings or @numbers, separated by commas")
            ->required()
            ->allow_extra_args(false)
            ->take_all();
        addMetric(*c, o->metric);
        c->footer("Example:\n  jolly-ram-cli ladder --step stock=@44.1,@44.3,@44.0 --step pipe=@46.0,@45.8 --step "
                  "map=@46.2,@46.1");
        c->callback([o, &action] { action = [o] { return runLadder(o->parts, o->metric); }; });
    }
    {
        auto o = std::make_shared<Options>();
        CLI::App* c = app.add_subcommand(
            "factorial", "Combinations of two to four parts: effects, interactions, alone and together");
        c->add_option("--factors", o->factors, "Names, separated by commas")->required();
        c->add_option("--cell", o->parts, "LEVEL,LEVEL=ITEMS; the level named first is low")
            ->required()
            ->allow_extra_args(false)
            ->take_all();
        addMetric(*c, o->metric);
        c->footer("Example:\n  jolly-ram-cli factorial --factors pipe,reed --cell stock,stock=@14.2 --cell "
                  "long,stock=@15.0 --cell stock,soft=@14.6 --cell long,soft=@15.9 --repeatability 0.5");
        c->callback([o, &action] { action = [o] { return runFactorial(o->factors, o->parts, o->metric); }; });
    }
    {
        auto o = std::make_shared<Options>();
        CLI::App* c = app.add_subcommand(
            "sweep", "A length, jet, weight or timing stepped through: the best, how sure, and the next point");
        c->add_option("--name", o->name, "What is stepped, with its unit, e.g. \"length [mm]\"")->required();
        c->add_option("--point", o->parts, "X=ITEMS")->required()->allow_extra_args(false)->take_all();
        c->add_flag("--only-shorter", o->onlyShorter,
                    "A cut cannot be undone: never propose a longer piece, nor a jump past the safe side");
        c->add_option("--harm", o->harm,
                      "The way a step further can hurt the engine: never tried first (as is usual for the name)")
            ->check(CLI::IsMember({"below", "above", "neither"}));
        addMetric(*c, o->metric);
        c->footer("Example:\n  jolly-ram-cli sweep --name \"stack [mm]\" --point 60=@31.2 --point 85=@31.9 "
                  "--point 110=@31.6");
        c->callback(
            [o, &action] { action = [o] { return runSweep(o->name, o->parts, o->onlyShorter, o->harm, o->metric); }; });
    }
}

} // namespace jr::cli
