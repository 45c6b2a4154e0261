// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/predict/next_part.h"

#include "core/figure/pipe/tuned_length.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kPct = 100.;

/// Half-width of an estimate as a share of it; `otherwise` where it has none.
double halfShare(const Estimate& e, double otherwise) {
    return std::isfinite(e.half()) ? e.half() / e.mid : otherwise;
}

constexpr double kOnePull = 0.02; // how far one pull's peak lies from the mean of many; common practice, no source

} // namespace

Ranged waveSpeedOfPulls(const Estimate& peakRpm, double exhaustDurationDeg, double reflectionM) {
    constexpr double kBaffle = 0.015;
    const double c = waveSpeedMPerS(exhaustDurationDeg, reflectionM, peakRpm.mid);
    return Ranged::within(c, kPct * std::hypot(halfShare(peakRpm, kOnePull), kBaffle));
}

Ranged peakAfterRunner(const Estimate& peakRpm, double lengthBeforeM, double lengthAfterM) {
    constexpr double kFlatTop = 0.015;
    const double ratio = lengthBeforeM / lengthAfterM, at = peakRpm.mid;
    const double slack = at * std::hypot(halfShare(peakRpm, kOnePull), kFlatTop);
    const double resonator = at * std::sqrt(ratio);
    double low = std::min(at, resonator), high = std::max(at, resonator);
    for (const double was : {3., 4., 5.}) {
        double nearest = at * ratio;
        for (const double order : {2., 3., 4., 5., 6.})
            if (const double there = at * ratio * was / order; std::abs(there - at) < std::abs(nearest - at))
                nearest = there;
        low = std::min(low, nearest);
        high = std::max(high, nearest);
    }
    return {0.5 * (low + high), low - slack, high + slack};
}

Ranged peakAfterExhaustDuration(double peakRpm, double before, double after) {
    constexpr double kLeast = 0.5, kLikely = 0.75, kAll = 1., kBeside = 0.01;
    const double moved = peakRpm * (after / before - 1.), slack = kBeside * peakRpm;
    return {peakRpm + kLikely * moved, peakRpm + std::min(kLeast * moved, kAll * moved) - slack,
            peakRpm + std::max(kLeast * moved, kAll * moved) + slack};
}

Ranged peakAfterLaterIntake(double peakRpm, double laterDeg) {
    constexpr double kLeast = 10., kLikely = 22., kMost = 35., kBeside = 0.01;
    const double slack = kBeside * peakRpm;
    return {peakRpm + kLikely * laterDeg, peakRpm + std::min(kLeast * laterDeg, kMost * laterDeg) - slack,
            peakRpm + std::max(kLeast * laterDeg, kMost * laterDeg) + slack};
}

Ranged peakAfterCompression(const Estimate& peakW, double ratioBefore, double ratioAfter) {
    constexpr double kLeast = 0.4, kLikely = 0.75, kMost = 1.1, kOtherwise = 0.01;
    const auto efficiency = [](double ratio) { return 1. - std::pow(ratio, -0.3); };
    const double gain = peakW.mid * (efficiency(ratioAfter) / efficiency(ratioBefore) - 1.);
    const double slack = peakW.mid * halfShare(peakW, kOtherwise);
    return {peakW.mid + kLikely * gain, peakW.mid + std::min(kLeast * gain, kMost * gain) - slack,
            peakW.mid + std::max(kLeast * gain, kMost * gain) + slack};
}

Ranged mixtureAsRead(const Ranged& afr) {
    constexpr double kProbe = 0.15;
    return {afr.value, afr.low - kProbe, afr.high + kProbe};
}

Ranged heldAfterWeights(const Ranged& heldRpm, double weightBeforeKg, double weightAfterKg, const Ranged& exponent) {
    constexpr double kRunToRun = 0.005; // a belt and its heat hold no closer; common practice, no source
    const Ranged held = rangeThrough(
        [&](double rpm, double e) { return rpm * std::pow(weightBeforeKg / weightAfterKg, e); }, heldRpm, exponent);
    return {held.value, held.low * (1. - kRunToRun), held.high * (1. + kRunToRun)};
}

Ranged timeAfterChange(const std::optional<Estimate>& timedS, double modelBeforeS, double modelAfterS,
                       const std::optional<Ranged>& loss) {
    constexpr double kUnseen = 0.3, kBeside = 0.005, kHandbook = 0.1;
    if (!timedS && loss)
        return {modelAfterS * loss->value, modelAfterS * loss->low, modelAfterS * loss->high};
    if (!timedS)
        return {modelAfterS, (1. - kHandbook) * modelAfterS, (1. + kHandbook) * modelAfterS};
    const double change = modelAfterS - modelBeforeS, middle = timedS->mid + change;
    const double half = kUnseen * std::abs(change) + kBeside * middle + timedS->mid * halfShare(*timedS, 2. * kBeside);
    return {middle, middle - half, middle + half};
}

} // namespace jr
