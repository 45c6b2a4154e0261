// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about gears and shifts shows: the fan of thrust, where each shift is best, what another shift or another
// limiter is worth over a stretch of road.
#pragma once

#include "core/figure/gears/run_time.h"
#include "core/figure/gears/shift_point.h"

#include <optional>
#include <vector>

namespace jr {

struct GearsAsked {
    PowerCurve curve; ///< at the wheel
    Gearing gearing;
    RoadLoad load;
    double limiterRpm = 0., newLimiterRpm = 0.;
    double shiftS = 0.15;
    double fromMPerS = 0., toMPerS = 0.;
    std::vector<std::optional<double>> triedRpm; ///< a shift somebody tries, from each gear but the last
};

struct GearShift {
    ShiftPoint best;                     ///< under the limiter there is
    double shiftRpm = 0., afterRpm = 0.; ///< as tried, else the best
};

struct GearsAnswer {
    std::vector<std::vector<ThrustPoint>> fan; ///< of each gear, up to the higher of the limiters
    std::vector<GearShift> shifts;
    RunTime run;                      ///< over the stretch with the best shifts
    std::optional<Ranged> triedCosts; ///< seconds, as tried less the best; nothing when nothing is tried
    std::optional<Ranged> newLimiter; ///< seconds won by the new limiter over the same road; below 0: lost
    bool newLimiterGuessed = false;   ///< it rests on the curve beyond its pulls
    double topMPerS = 0.;             ///< where thrust and resistance meet in the last gear, or its limiter
};
/// Errors: a curve that is none, gears that do not fall, a limiter below the curve.
Result<GearsAnswer> gearsAnswer(const GearsAsked& asked);

/// A curve for somebody who has none: a hill about a peak, 5 % either side. A guess, and used as one.
PowerCurve guessedCurve(double peakW, double peakRpm);

} // namespace jr
