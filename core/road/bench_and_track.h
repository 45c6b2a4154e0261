// SPDX-License-Identifier: GPL-3.0-or-later
// One part by the bench and by the track: what its pulls gained in the band and what its runs gained in time, side by
// side, each against the setup it comes from, and whether the two contradict each other beyond their margins. A part
// may show nothing on the bench and something on the track, so neither is a verdict on the other.
#pragma once

#include "core/road/timed_runs.h"
#include "core/study/study.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct BenchAndTrack {
    std::string setupId, baseId;
    std::optional<Estimate> benchPct; ///< mean power in the band; more is positive; ends NaN without a margin
    std::optional<Estimate> trackPct; ///< time at the mark; quicker is positive
};

/// Sure gain on one and sure loss on the other.
bool contradicts(const BenchAndTrack& part);
/// What the two say together, in a sentence; `name` is the setup's.
Message benchAndTrackMessage(const BenchAndTrack& part, const std::string& name);

/// Every setup that comes from another and was pulled or run beside it, in the tree's order. `runs` have setups' ids;
/// `mark` is of their marks.
std::vector<BenchAndTrack> benchAndTrack(const Study& study, const std::vector<TimedRun>& runs,
                                         const std::vector<Mark>& marks, std::size_t mark);

} // namespace jr
