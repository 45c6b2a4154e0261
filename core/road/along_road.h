// SPDX-License-Identifier: GPL-3.0-or-later
// Where on the strip it was won: time and speed of two setups over distance, and their difference with a band that
// holds along the whole of it.
//
// At each distance the runs are judged as at a mark (fitGroups). The band is the margin of each place widened by one
// factor for all: the quantile of the largest standardised error along the strip over that of a single place, from
// sign-free draws of the runs' own residual curves (multiplier bootstrap; any text on resampling), with a fixed seed.
#pragma once

#include "core/road/timed_runs.h"

#include <vector>

namespace jr {

struct AlongRoad {
    std::vector<double> metres;               ///< from the first place past every launch
    std::vector<double> baseS, withS;         ///< mean time from the clock's start
    std::vector<double> baseMPerS, withMPerS; ///< mean speed
    std::vector<Estimate> differenceS;        ///< with less base; quicker is negative; ends NaN without a margin
    double widened = 1.;                      ///< the factor
};

struct AlongRoadOptions {
    double confidence = 0.95;
    double stepM = 5.;
    Rollout rollout = Rollout::None;
    BenchKnowledge known;
};

/// Over what all used runs of both sides have covered. Errors: a side without a used run that has a launch; none
/// covered three steps.
Result<AlongRoad> alongRoad(const std::vector<TimedRun>& base, const std::vector<TimedRun>& with,
                            const AlongRoadOptions& options);

} // namespace jr
