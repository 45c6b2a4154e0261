// SPDX-License-Identifier: GPL-3.0-or-later
// What the fits of roller and brake pulls have alike: samples gathered in blocks, the spacing of the knots.
#pragma once

#include "core/pull/pull_fit.h"

#include <vector>

namespace jr {

struct SampleBlock {
    std::size_t from, to; // samples
    std::size_t count;    // fitted samples among them
    bool joined;          // follows the block before without a hole
};

/// Cuts the fitted samples into blocks of about equal count that never reach across a hole.
std::vector<SampleBlock> cutBlocks(const ReadyPull& pull);

/// Knot spacing: fine enough for the finest detail worth asking for, the same for pulls of about the same range.
double knotSpacing(double rangeRpm);

} // namespace jr
