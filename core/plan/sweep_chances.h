// SPDX-License-Identifier: GPL-3.0-or-later
// What a planned sweep is likely to say, by judging simulated ones: evenly stepped values whose true worth is a
// parabola that falls by so much from the best, in the middle, to both ends; and values that are truly alike.
#pragma once

#include "core/plan/plan_chances.h"

#include <functional>
#include <vector>

namespace jr {

/// How a sweep may end.
struct SweepChances {
    double finds = 0.;  ///< a best inside what was tried, not a whole step from the true one
    double misses = 0.; ///< a best inside, but elsewhere, or one at the edge
    double flat = 0.;   ///< nothing told apart
};

struct SweepChancesFound {
    SweepChances ofFall;  ///< the values truly fall by `worthPct` to the ends
    SweepChances ofAlike; ///< nothing between them: what is "found" or "missed" then is a best that is none
    int tests = 0;
    Message words;
};

/// `order`: value of each pull, 0 the lowest, at least three values, each at least twice. `options.kind` is Sweep.
SweepChancesFound sweepChances(const std::vector<int>& order, const PlanChancesOptions& options,
                               const std::function<bool()>& abandoned = {});

} // namespace jr
