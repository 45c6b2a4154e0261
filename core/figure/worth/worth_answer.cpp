// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/worth/worth_answer.h"

#include "core/figure/domain.h"
#include "core/figure/worth/noise.h"

namespace jr {

std::optional<double> rollOnS(double massKg, double powerW) {
    constexpr double kFrom = 60. / 3.6, kTo = 100. / 3.6, kMeanOfPeak = 0.8; // an engine is not at its peak all the way
    constexpr int kSteps = 200;
    RoadLoad load;
    load.massKg = massKg;
    load.dragAreaM2 = kUsualDragAreaM2.value;
    load.rolling = kUsualRolling.value;
    double seconds = 0.;
    for (int i = 0; i < kSteps; ++i) {
        const double v = kFrom + (i + 0.5) / kSteps * (kTo - kFrom);
        const double force = kMeanOfPeak * powerW / v - load.resistanceN(v);
        if (!(force > 0.))
            return std::nullopt;
        seconds += massKg * (kTo - kFrom) / kSteps / force;
    }
    return seconds;
}

Result<WorthAnswer> worthAnswer(const WorthAsked& a) {
    if (auto error = outOfDomain(
            {{"off_kg", a.offKg, 0., 500.}, {"on_kg", a.onKg, 0., 500.}, {"machine_kg", a.machineKg, 1., 2000.}}))
        return *error;
    WorthAnswer out;
    out.netKg = a.onKg - a.offKg;
    const double before = a.machineKg + a.riderKg;
    out.movedKg = before + out.netKg;
    if (auto error = outOfDomain({{"off_kg", a.offKg, 0., before + a.onKg - 1.}}))
        return *error;
    out.wattPerKg = rangeThrough([&](double w) { return w / out.movedKg; }, a.peakW);
    out.wattPerKgBefore = rangeThrough([&](double w) { return w / before; }, a.peakW);
    constexpr double kHalfKg = 0.5;
    if (rollOnS(out.movedKg + kHalfKg, a.peakW.low)) // the least power carries the most
        out.secondsPerKg = rangeThrough(
            [&](double w) { return *rollOnS(out.movedKg + kHalfKg, w) - *rollOnS(out.movedKg - kHalfKg, w); }, a.peakW);
    if (!a.levelsDb.empty()) {
        const Result<double> sum = soundSumDb(a.levelsDb);
        if (!sum)
            return sum.error();
        out.sumDb = *sum;
        out.sourceDb = a.backgroundDb > 0. ? withoutBackgroundDb(*sum, a.backgroundDb) : std::optional(*sum);
        if (out.sourceDb) {
            const Result<double> there = soundAtDistanceDb(*out.sourceDb, a.heardAtM, a.wantedAtM);
            if (!there)
                return there.error();
            out.atPlaceDb = *there;
        }
    }
    return out;
}

} // namespace jr
