// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured beside the power: cylinders, flows, consumption, breathing, mean pressure, of two setups.
#include "cli/commands.h"

#include "core/study/study.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <cmath>
#include <memory>

namespace jr::cli {
namespace {

struct GaugesAsked {
    std::vector<std::string> base, with;
    std::string standard = "sae-j1349";
    double confidence = 0.95, capacityCm3 = 0., fuelKgL = 0.;
    std::optional<double> from, to;
    int strokes = 4;
};

/// NaN is null on the way out.
Json estimateJson(const Estimate& e) {
    return {{"difference", e.mid}, {"low", e.low}, {"high", e.high}};
}

Json gaugeJson(const GaugeCompared& g) {
    const GaugeInfo& info = gaugeInfo(g.gauge.kind);
    Json out = {{"gauge", info.id},        {"cylinder", g.gauge.cylinder > 0 ? Json(g.gauge.cylinder) : Json(nullptr)},
                {"unit", info.unit},       {"base", g.base},
                {"with", g.with},          {"half", g.half},
                {"base_mean", g.baseMean}, {"with_mean", g.withMean}};
    out.update(estimateJson(g.difference));
    return out;
}

Json saidJson(const std::vector<Message>& messages) {
    Json out = Json::array();
    for (const Message& m : messages)
        out.push_back(said(m));
    return out;
}

int runGauges(const GaugesAsked& o) {
    if (o.from && o.to && !(*o.from < *o.to)) {
        tell({"cli.from-below-to"});
        return kUsage;
    }
    bool goodBase = true, goodWith = true;
    std::vector<ReadPull> sides[2] = {readPulls(o.base, goodBase), readPulls(o.with, goodWith)};
    if (!goodBase || !goodWith)
        return kInput;
    std::vector<StudyPull> pulls;
    for (std::size_t side = 0; side < 2; ++side)
        for (ReadPull& read : sides[side])
            pulls.push_back({read.file, static_cast<int>(pulls.size()) + 1, side == 0 ? "base" : "with", true,
                             std::make_shared<const PullFit>(std::move(read.fit)),
                             std::make_shared<const Trace>(std::move(read.trace))});
    StudySettings settings;
    settings.standard = findStandard(o.standard);
    settings.confidence = o.confidence;
    settings.from = o.from;
    settings.to = o.to;
    settings.baseSetup = "base";
    settings.withSetup = "with";
    constexpr double kM3PerCm3 = 1e-6, kKgM3PerKgL = 1e3;
    settings.gaugeFacts.engine.displacementM3 = o.capacityCm3 * kM3PerCm3;
    settings.gaugeFacts.engine.strokes = o.strokes;
    if (o.fuelKgL > 0.)
        settings.gaugeFacts.fuelDensityKgM3 = o.fuelKgL * kKgM3PerKgL;
    const auto nameOf = [&](const std::string& side) {
        for (const StudyPull& p : pulls)
            if (p.setupId == side && !p.fit->header.setup.empty())
                return p.fit->header.setup;
        return side;
    };
    std::vector<SetupNode> tree = {{"base", nameOf("base"), {}, {}}, {"with", nameOf("with"), {}, {}}};
    const std::shared_ptr<const Study> study = Study::make(std::move(pulls), std::move(tree), settings);
    const Result<GaugesAnswer>& answer = study->gauges();
    if (!answer) {
        tell(messageOf(answer.error()), o.base.front());
        return kInput;
    }
    Json gauges = Json::array();
    for (const GaugeCompared& g : answer->gauges)
        gauges.push_back(gaugeJson(g));
    for (const auto* list : {&answer->account, &answer->hold, &answer->missing})
        for (const Message& m : *list)
            say(said(m, reader()));
    return print({{"standard", study->standard().id},
                  {"confidence", o.confidence},
                  {"axis", axisText(answer->axis)},
                  {placeKey(answer->axis), answer->place},
                  {"gauges", gauges},
                  {"cylinders", saidJson(answer->account)},
                  {"held_open", saidJson(answer->hold)},
                  {"needed", saidJson(answer->missing)}});
}

} // namespace

void addGauges(CLI::App& app, Action& action) {
    auto o = std::make_shared<GaugesAsked>();
    CLI::App* c = app.add_subcommand("gauges", "What was measured beside the power, of two setups: each cylinder's "
                                               "mixture and exhaust, flows, consumption, breathing, mean pressure");
    c->add_option("--base", o->base, "Pull files of the base setup")->required();
    c->add_option("--with", o->with, "Pull files of the changed setup")->required();
    addStandard(*c, o->standard);
    c->add_option("--from", o->from, "Working band from, rpm or m/s")->check(within(0.1, 50000.));
    c->add_option("--to", o->to, "Working band to, rpm or m/s")->check(within(0.1, 50000.));
    c->add_option("--confidence", o->confidence, "Confidence of the margins")
        ->check(within(0.5, 0.999))
        ->capture_default_str();
    c->add_option("--capacity-cm3", o->capacityCm3, "Engine's capacity, where the files do not say it")
        ->check(within(10., 20000.));
    c->add_option("--strokes", o->strokes, "2 or 4, where the files do not say it")->check(CLI::IsMember({2, 4}));
    c->add_option("--fuel-kg-l", o->fuelKgL, "Density of the fuel, for a flow metered by volume")
        ->check(within(0.5, 1.2));
    c->footer("Values stand in the unit each gauge names; difference is WITH minus BASE. Example:\n"
              "  jolly-ram-cli gauges --base a1.pull.csv a2.pull.csv --with b1.pull.csv b2.pull.csv");
    c->callback([o, &action] { action = [o] { return runGauges(*o); }; });
}

} // namespace jr::cli
