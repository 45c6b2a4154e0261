// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/thrust_answers.h"

#include "core/air/air.h"

#include <algorithm>

namespace jr {
namespace {

constexpr double kUsualAirKgM3 = 1.2;

std::vector<CoastDownFit> coastDownsOf(const RoadAnswers& road) {
    std::vector<CoastDownFit> out;
    for (const TimedRun& run : road.runs)
        if (run.run.leftOut == coastDownReason())
            if (const auto fit = fitCoastDown(run.run))
                out.push_back(*fit);
    return out;
}

std::vector<const TimedRun*> usedOf(const RoadAnswers& road, const std::string& setup) {
    std::vector<const TimedRun*> out;
    for (const TimedRun& run : road.runs)
        if (run.run.used() && run.run.launch && run.setup == setup)
            out.push_back(&run);
    return out;
}

} // namespace

ThrustAnswers thrustAnswers(const Study& study, const RoadAnswers& road, const ThrustAsked& asked) {
    ThrustAnswers out;
    std::vector<const TimedRun*> all;
    for (const std::string& setup : asked.setups)
        for (const TimedRun* run : usedOf(road, setup))
            all.push_back(run);
    if (all.empty()) {
        out.problem = Error{Message{"error.no-road-run"}};
        return out;
    }
    const auto mass = massOf(all.front()->run.header, asked.sheet);
    if (!mass) {
        out.problem = Error{Message{"error.no-mass"}};
        return out;
    }
    out.massKg = *mass;
    double air = 0., factor = 0.;
    out.airKnown = std::all_of(all.begin(), all.end(), [](const TimedRun* run) { return run->run.header.air(); });
    if (out.airKnown)
        for (const TimedRun* run : all) {
            air += densityKgM3(*run->run.header.air()) / static_cast<double>(all.size());
            factor += study.standard().factor(*run->run.header.air()) / static_cast<double>(all.size());
        }
    out.airKgM3 = out.airKnown ? air : kUsualAirKgM3;
    RoadLoadKnown known;
    out.resistance = usualResistance(mass->value, out.airKgM3);
    if (const auto fits = coastDownsOf(road); !fits.empty())
        if (const auto measured = measuredResistance(fits, mass->value, mass->value + known.turningKg.value))
            out.resistance = *measured;
    known.resistance = out.resistance;
    for (const std::string& setup : asked.setups) {
        const auto runs = usedOf(road, setup);
        if (runs.empty())
            continue;
        // Each side with who rode it.
        known.massKg = massOf(runs.front()->run.header, asked.sheet).value_or(*mass);
        std::vector<const RoadRun*> plain;
        for (const TimedRun* run : runs)
            plain.push_back(&run->run);
        const Result<RoadPower> power = roadPower(plain, known);
        if (!power) {
            if (!out.problem)
                out.problem = power.error();
            continue;
        }
        PowerOfSetup its{setup, *power, benchCurveOf(study, setup), {}, {}, {}};
        if (its.bench) {
            const double own = out.airKnown && its.bench->corrected ? factor : 1.;
            const Result<BenchRatio> ratio = ratioToBench(its.power, *its.bench, own);
            if (ratio)
                its.ratio = *ratio;
            else
                its.noRatio = ratio.error();
            its.parts = partsAgainstModel(runs, road.marks, *its.bench, its.power, known, own, asked.rollout,
                                          study.settings().confidence);
        }
        out.setups.push_back(std::move(its));
    }
    if (!out.setups.empty())
        out.problem.reset();
    return out;
}

} // namespace jr
