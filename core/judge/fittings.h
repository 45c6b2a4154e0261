// SPDX-License-Identifier: GPL-3.0-or-later
// A fitting is each time a setup is put on: straps, tyre, joints, its own luck. Pulls of one fitting share it, so three
// pulls after one fitting say how the bench repeats, and nothing of how the part repeats when it is fitted anew.
#pragma once

#include <optional>
#include <vector>

namespace jr {

/// Fitting of each pull, 0 … in order of time: as `written` (header key `fitting`; within a sitting, 0 and up by time)
/// or, without it, a new one where the setup changes in order of time or a sitting ends. All -1 when an order is needed
/// and a time is unknown.
std::vector<int> fittingsOf(const std::vector<int>& setup, const std::vector<int>& sitting,
                            const std::vector<std::optional<double>>& startedS,
                            const std::vector<std::optional<int>>& written = {});

} // namespace jr
