// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cam/cam_answer.h"

#include <algorithm>

namespace jr {
namespace {

/// A lift is stated somewhere on the flank; what is typed above it is taken as far up as a flank goes.
constexpr double kHighestStated = 0.9;

double statedAtM(const LobeSetting& lobe) {
    return std::min(lobe.statedAtM, kHighestStated * lobe.highestM);
}

} // namespace

LiftCurve liftCurveOf(const LobeSetting& lobe) {
    return LiftCurve(lobe.centreDeg, lobe.durationDeg, lobe.highestM, statedAtM(lobe), lobe.statedLashM)
        .withMoreLash(lobe.lashM - lobe.statedLashM);
}

Result<CamAnswer> camAnswer(const LobeSetting& intake, const LobeSetting& exhaust) {
    const LiftCurve in = liftCurveOf(intake), ex = liftCurveOf(exhaust);
    CamAnswer out{in, ex, {}, {}, in.liftM(0.), ex.liftM(0.)};
    out.events = eventsOf(in.durationAtDeg(statedAtM(intake)), intake.centreDeg, ex.durationAtDeg(statedAtM(exhaust)),
                          -exhaust.centreDeg);
    const Result<CamFigures> figures = camFigures(out.events);
    if (!figures)
        return figures.error();
    out.figures = *figures;
    return out;
}

Ranged roomAfter(const Crank& crank, const LobeSetting& now, const LobeSetting& then, const Ranged& measuredM,
                 const Ranged& valveDeg) {
    const LiftCurve after = liftCurveOf(now), before = liftCurveOf(then);
    return rangeThrough(
        [&](double measured, double leans) {
            return leastRoom(crank, after, offsetOfMeasured(crank, before, measured, leans), leans).roomM;
        },
        measuredM, valveDeg);
}

} // namespace jr
