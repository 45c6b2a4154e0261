// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/gears/gears_answer.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// The curve as far as a limiter reaches, with what is guessed beyond its pulls written out, so that a shift may be
/// looked for there.
PowerCurve reaching(const PowerCurve& curve, double rpm) {
    PowerCurve out = curve;
    constexpr double kStepRpm = 50.;
    for (double at = curve.rpm.back() + kStepRpm; at <= rpm; at += kStepRpm) {
        const PowerAt power = powerAt(curve, at);
        out.rpm.push_back(at);
        out.powerW.push_back(power.watt);
        out.lowW.push_back(power.lowW);
        out.highW.push_back(power.highW);
    }
    return out;
}

struct Shifts {
    std::vector<ShiftPoint> points;
    std::vector<double> rpm;
};
Result<Shifts> bestShifts(const PowerCurve& curve, const Gearing& gearing, double limiterRpm) {
    Shifts out;
    for (std::size_t g = 0; g + 1 < gearing.gears.size(); ++g) {
        const Result<ShiftPoint> best = bestShift(curve, {gearing.gears[g], gearing.gears[g + 1], limiterRpm});
        if (!best)
            return best.error();
        out.points.push_back(*best);
        out.rpm.push_back(best->shiftRpm);
    }
    return out;
}

double topSpeed(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load, double limiterRpm) {
    const std::size_t last = gearing.gears.size() - 1;
    const double most = gearing.speedMPerS(last, limiterRpm);
    constexpr double kStep = 0.1;
    for (double v = most; v > kStep; v -= kStep)
        if (thrustN(curve, gearing, last, v) >= load.resistanceN(v))
            return v;
    return 0.;
}

} // namespace

Result<GearsAnswer> gearsAnswer(const GearsAsked& asked) {
    Result<PowerCurve> checked = checkedPowerCurve(asked.curve);
    if (!checked)
        return checked.error();
    const PowerCurve& curve = *checked;
    const Result<Shifts> now = bestShifts(curve, asked.gearing, asked.limiterRpm);
    if (!now)
        return now.error();
    GearsAnswer out;
    const double most = std::max(asked.limiterRpm, asked.newLimiterRpm);
    for (std::size_t g = 0; g < asked.gearing.gears.size(); ++g)
        out.fan.push_back(thrustBranch(curve, asked.gearing, g, most));
    RunPlan best{now->rpm, asked.shiftS, asked.fromMPerS, asked.toMPerS, asked.limiterRpm};
    RunPlan tried = best;
    bool anyTried = false;
    for (std::size_t g = 0; g < now->points.size(); ++g) {
        GearShift shift{now->points[g], now->points[g].shiftRpm, now->points[g].afterRpm};
        if (g < asked.triedRpm.size() && asked.triedRpm[g]) {
            anyTried = true;
            shift.shiftRpm = std::min(*asked.triedRpm[g], most);
            shift.afterRpm = shift.shiftRpm * asked.gearing.gears[g + 1] / asked.gearing.gears[g];
            tried.shiftRpm[g] = shift.shiftRpm;
        }
        out.shifts.push_back(shift);
    }
    tried.limiterRpm = most; // what is tried may lie past the limiter there is
    out.run = runTime(curve, asked.gearing, asked.load, best);
    if (anyTried)
        if (const auto gained = secondsBetween(curve, asked.gearing, asked.load, best, tried))
            out.triedCosts = Ranged{-gained->value, -gained->high, -gained->low};
    if (asked.newLimiterRpm != asked.limiterRpm) {
        const PowerCurve far = reaching(curve, asked.newLimiterRpm);
        if (const Result<Shifts> then = bestShifts(far, asked.gearing, asked.newLimiterRpm)) {
            const RunPlan raised{then->rpm, asked.shiftS, asked.fromMPerS, asked.toMPerS, asked.newLimiterRpm};
            out.newLimiter = secondsBetween(curve, asked.gearing, asked.load, best, raised);
            out.newLimiterGuessed = runTime(curve, asked.gearing, asked.load, raised).guessed;
        }
    }
    out.topMPerS = topSpeed(curve, asked.gearing, asked.load, asked.limiterRpm);
    return out;
}

PowerCurve guessedCurve(double peakW, double peakRpm) {
    PowerCurve out;
    constexpr double kFrom = 0.45, kTo = 1.14, kStep = 0.01, kSharpness = 1.6, kEither = 0.05;
    for (double u = kFrom; u <= kTo; u += kStep) {
        const double watt = peakW * (1. - kSharpness * (u - 1.) * (u - 1.));
        out.rpm.push_back(u * peakRpm);
        out.powerW.push_back(watt);
        out.lowW.push_back((1. - kEither) * watt);
        out.highW.push_back((1. + kEither) * watt);
    }
    return out;
}

} // namespace jr
