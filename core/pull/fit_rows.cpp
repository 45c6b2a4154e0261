// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/fit_rows.h"

#include <algorithm>

namespace jr {
namespace {

constexpr std::size_t kBlocks = 256; // enough that a block is far narrower than any detail; few enough to be quick

} // namespace

double knotSpacing(double rangeRpm) {
    for (double h : {10., 20., 25., 40., 50., 75., 100., 150., 200.})
        if (rangeRpm / h <= 115.)
            return h;
    return rangeRpm / 115.;
}

std::vector<SampleBlock> cutBlocks(const ReadyPull& pull) {
    const auto total = static_cast<std::size_t>(std::count(pull.fitted.begin(), pull.fitted.end(), 1));
    const std::size_t size = std::max<std::size_t>(1, (total + kBlocks - 1) / kBlocks);
    std::vector<SampleBlock> blocks;
    bool joined = false;
    for (std::size_t i = pull.from; i < pull.to;) {
        if (!pull.fitted[i]) {
            joined = false;
            ++i;
            continue;
        }
        std::size_t end = i;
        while (end < pull.to && pull.fitted[end] && end - i < size)
            ++end;
        blocks.push_back({i, end, end - i, joined});
        joined = true;
        i = end;
    }
    return blocks;
}

} // namespace jr
