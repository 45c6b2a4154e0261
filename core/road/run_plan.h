// SPDX-License-Identifier: GPL-3.0-or-later
// How many runs of each setup it takes to see a given part of a second at a mark, and what the runs there are can show.
// The plan of pulls (core/plan) with seconds as per cent of the mean time.
#pragma once

#include "core/plan/plan.h"
#include "core/road/timed_runs.h"

#include <optional>

namespace jr {

struct PlannedRuns {
    double worthS = 0.;     ///< to be seen
    double oneRunSdS = 0.;  ///< what a run repeats within, pooled over the setups
    int freedom = 0;        ///< that is known from
    int runsEach = 0;       ///< of each of two setups
    bool reachable = true;  ///< false: more than anybody rides in a day
    double smallestS = 0.;  ///< that as many runs as the setup with fewest has would show; 0 below two
    std::vector<int> order; ///< 0 the base
};

/// From what the setups' runs at this mark differ in. Errors: no setup with two runs; a part of a second that is none.
Result<PlannedRuns> planRuns(const std::vector<MarkOfSetup>& setups, std::size_t mark, double worthS,
                             double confidence = 0.95);

} // namespace jr
