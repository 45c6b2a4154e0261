// SPDX-License-Identifier: GPL-3.0-or-later
// Where a grid of engine speeds has a hole: a flagged stretch that no pull can tell anything of. Nothing is joined,
// drawn or averaged across one.
#pragma once

#include <cstddef>
#include <vector>

namespace jr {

/// Whether a hole lies between place `i` and the one before it.
inline bool holeBefore(const std::vector<double>& rpm, double gridStep, std::size_t i) {
    constexpr double kMoreThanOneStep = 1.5; // neighbours are one step apart, up to rounding
    return i > 0 && rpm[i] - rpm[i - 1] > kMoreThanOneStep * gridStep;
}

} // namespace jr
