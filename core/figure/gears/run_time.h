// SPDX-License-Identifier: GPL-3.0-or-later
// How long a run takes from one road speed to another through the gears, and what a shift earlier or later, a limiter
// or a kilogram costs of it. Newton along the road, in small steps of speed; while the box is between gears nothing
// pulls.
//
//     dt = (m + mt) dv / (F - W),  dx = v dt
//
// Limits: full throttle, no slip, no clutch; so it starts at a speed where the lowest gear has hold.
#pragma once

#include "core/figure/gears/thrust.h"

#include <optional>
#include <vector>

namespace jr {

struct RunPlan {
    std::vector<double> shiftRpm; ///< from each gear but the last; one fewer than there are gears
    double shiftS = 0.15;         ///< nothing pulls for so long
    double fromMPerS = 0., toMPerS = 0.;
    double limiterRpm = 0.; ///< nothing pulls past it
};

struct RunTime {
    double seconds = 0., metres = 0.;
    bool guessed = false; ///< it used the curve beyond its pulls
    bool reached = false; ///< false: it stops gaining below the speed asked for
};
RunTime runTime(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load, const RunPlan& plan);

/// Time to run `metres` from the plan's first speed, whatever speed it reaches then.
std::optional<double> timeOverM(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load,
                                const RunPlan& plan, double metres);

/// Seconds of one plan less another's over the same distance: the one the first covers from its first to its last
/// speed. With the curve's margin: the least and the most it becomes when the curve lies at its lower or upper edge, or
/// tilts inside its margin from the one to the other over the speeds that the shifts fall to and come from, which is
/// what moves a shift's worth most.
std::optional<Ranged> secondsBetween(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load,
                                     const RunPlan& plan, const RunPlan& other);

} // namespace jr
