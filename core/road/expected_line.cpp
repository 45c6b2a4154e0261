// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/expected_line.h"

#include "core/figure/belt/flyweights.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// Between the drive's ends and above where the clutch takes hold.
double onTheDrive(const SetupOnMap& now, double mPerS, double heldRpm) {
    const double longest = now.leastPerMPerS * mPerS; // top gear, so to speak: the engine turns no slower
    return std::max({now.takesHoldRpm.value_or(0.), std::min(now.mostPerMPerS * mPerS, heldRpm), longest});
}

} // namespace

std::optional<ExpectedLine> expectedLine(const SetupOnMap& now, const BeltChange& change, const Ranged& exponent,
                                         const std::optional<EngineBand>& band) {
    if (!now.heldRpm || now.mPerS.empty())
        return std::nullopt;
    const double weight = change.fromG > 0. && change.toG > 0. ? change.fromG / change.toG : 1.;
    const double spring = 1. + change.springPct / 100.;
    // Its push outwards balances belt and spring: m w^2 goes with their force.
    const auto factor = [&](double e, double share) {
        return std::pow(weight, e) * std::sqrt(std::max(0.05, 1. + share * (spring - 1.)));
    };
    const Ranged by = rangeThrough(factor, exponent, kSpringShare);
    ExpectedLine out;
    const double heldFrom = *now.heldFromMPerS, heldTo = *now.heldToMPerS;
    out.heldRpm = {*now.heldRpm * by.value, *now.heldRpm * by.low, *now.heldRpm * by.high};
    const auto heldAt = [&](double mPerS, double rpm) { // it creeps as it did
        return mPerS >= heldFrom && mPerS <= heldTo ? rpm : *now.heldRpm;
    };
    for (std::size_t i = 0; i < now.mPerS.size(); ++i) {
        const double v = now.mPerS[i], held = heldAt(v, now.rpm[i]);
        out.mPerS.push_back(v);
        out.rpm.push_back(onTheDrive(now, v, by.value * held));
        out.lowRpm.push_back(onTheDrive(now, v, by.low * held));
        out.highRpm.push_back(onTheDrive(now, v, by.high * held));
    }
    if (band) {
        double inside = 0., whole = 0.; // samples come at an even rate
        for (const SpeedThread& thread : now.threads)
            for (std::size_t i = 0; i < thread.mPerS.size(); ++i) {
                const double rpm = onTheDrive(now, thread.mPerS[i], by.value * heldAt(thread.mPerS[i], thread.rpm[i]));
                inside += rpm >= band->fromRpm && rpm <= band->toRpm ? 1. : 0.;
                whole += 1.;
            }
        if (whole > 0.)
            out.timeShare = inside / whole;
    }
    return out;
}

double weightForHeldG(double fromG, double heldRpm, double wantedRpm, double exponent) {
    constexpr double kGramsPerKg = 1000.;
    return kGramsPerKg * weightForSpeedKg(fromG / kGramsPerKg, heldRpm, wantedRpm, exponent);
}

WeightExponent exponentFromMap(const std::vector<SetupOnMap>& map, const std::vector<std::optional<double>>& gramsOf) {
    constexpr double kGramsPerKg = 1000.;
    std::vector<RunWithWeight> runs;
    for (std::size_t i = 0; i < map.size(); ++i)
        if (map[i].heldRpm && gramsOf[i])
            runs.push_back({*gramsOf[i] / kGramsPerKg, *map[i].heldRpm});
    if (const auto own = ownWeightExponent(runs))
        return {*own, true};
    return {kRuleExponent, false};
}

} // namespace jr
