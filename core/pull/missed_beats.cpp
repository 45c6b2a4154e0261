// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/missed_beats.h"

#include "core/nan.h"
#include "core/pull/find_flags.h"
#include "core/pull/local_line.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
void maskJumps(const ReadyPull& pull, const std::vector<double>& value, ChannelId id, double share, double floorValue,
               std::vector<char>& good) {
    // Seven samples either side, but never more than a tenth of a second: a missed beat is short.
    const std::size_t n = value.size();
    const double step = n > 1 ? (pull.timeS.back() - pull.timeS.front()) / static_cast<double>(n - 1) : 1.;
    const int half = std::clamp(static_cast<int>(0.1 / std::max(step, 1e-6)), 2, 7);
    std::vector<char> in(n);
    const ChannelInfo& info = channelInfo(id);
    for (std::size_t i = 0; i < n; ++i)
        in[i] = value[i] >= info.lowest && value[i] <= info.highest; // and so not NaN
    // Medians of whole blocks are quick; only a sample well off all blocks near it is held against its own neighbours.
    const std::size_t block = 2 * static_cast<std::size_t>(half) + 1;
    std::vector<double> blocks, within, some;
    for (std::size_t from = 0; from < n; from += block) {
        some.clear();
        for (std::size_t i = from; i < std::min(n, from + block); ++i)
            if (in[i])
                some.push_back(value[i]);
        const auto middle = some.begin() + static_cast<long>(some.size() / 2);
        std::nth_element(some.begin(), middle, some.end());
        blocks.push_back(some.empty() ? kNaN : *middle);
        within.push_back(0.5 * std::max(share * std::abs(blocks.back()), floorValue));
    }
    const auto isNear = [&](std::size_t i, std::size_t k) { return std::abs(value[i] - blocks[k]) <= within[k]; };
    for (std::size_t i = 0, k = 0, end = block; i < n; ++i) {
        if (i == end) {
            ++k;
            end += block;
        }
        if (in[i] && (isNear(i, k) || (k > 0 && isNear(i, k - 1)) || (k + 1 < blocks.size() && isNear(i, k + 1))))
            continue;
        const double middle = windowMedian(value, in, i, half);
        if (!in[i] || std::abs(value[i] - middle) > std::max(share * std::abs(middle), floorValue))
            good[i] = 0;
    }
}

void flagDropouts(ReadyPull& pull, const std::vector<char>& good, const std::string& sensor,
                  const ReadyOptions& options) {
    for (std::size_t i = pull.from; i < pull.to;) {
        if (good[i]) {
            ++i;
            continue;
        }
        std::size_t end = i + 1, bad = 1;
        for (std::size_t j = i + 1; j < pull.to && pull.timeS[j] - pull.timeS[end - 1] < options.flags.missedGapS; ++j)
            if (!good[j]) {
                end = j + 1;
                ++bad;
            }
        addFlag(pull, options, FlagKind::Dropout, i, end,
                {"flag.missed-beats", {Count{static_cast<long>(bad)}, sensor}});
        i = end;
    }
}

void flagHoles(ReadyPull& pull, const ReadyOptions& options) {
    std::vector<double> steps;
    for (std::size_t i = 1; i < pull.size(); ++i)
        steps.push_back(pull.timeS[i] - pull.timeS[i - 1]);
    const double usual = median(steps);
    for (std::size_t i = std::max<std::size_t>(pull.from, 1); i < pull.to; ++i) {
        const double hole = steps[i - 1];
        if (hole > options.flags.gapFactor * usual && hole > options.flags.gapMinS) {
            addFlag(pull, options, FlagKind::Dropout, i - 1, i + 1, {"flag.hole", {Number{hole, 2}}});
        }
    }
}

} // namespace jr
