// SPDX-License-Identifier: GPL-3.0-or-later
// Runs of false readings, however long: a pickup that reads zero for thirty milliseconds, a tachometer for a fifth of a
// second, a scale for a quarter.
//
// A median of neighbours cannot see a run longer than its window. What gives it away are its edges: the reading goes
// and comes back in one sample, faster than any machine could follow. The record is cut at such steps, and the
// believable pieces are the longest chain in which each goes on where the one before it left off, as far as the machine
// could have moved in between.
#pragma once

#include "core/pull/ready_pull.h"

namespace jr {

struct FalseRunOptions {
    double share = 0.08;    ///< a step below this share of the level is none…
    double floorValue = 0.; ///< …nor one below this
    double slewFactor = 4.; ///< how much faster than in three quarters of this record the reading may change
    bool ends = true;       ///< pieces before the first and after the last believable one are false, too
    std::size_t spareFrom =
        static_cast<std::size_t>(-1); ///< runs that begin here or later are something else's to judge
};

/// Clears `good` over runs the machine cannot have followed. Samples that are not good, or not finite, are passed over.
void maskFalseRuns(const ReadyPull& pull, const std::vector<double>& value, const FalseRunOptions& options,
                   std::vector<char>& good);

} // namespace jr
