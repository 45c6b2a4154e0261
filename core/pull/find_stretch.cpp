// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/find_stretch.h"

#include "core/pull/local_line.h"
#include "core/pull/straight_line.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {

std::vector<double> gathered(const ReadyPull& pull, const Channel& channel, double factor) {
    std::vector<double> out;
    out.reserve(pull.row.size());
    for (std::size_t row : pull.row)
        out.push_back(channel.values[row] * factor);
    return out;
}

void findRatio(ReadyPull& pull, const std::vector<double>& engine, const std::vector<char>& engineGood,
               const FlagOptions& o) {
    std::vector<double> ratios;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (engineGood[i] && pull.good[i] && pull.shaftSmooth[i] > 0.)
            ratios.push_back(engine[i] / pull.shaftSmooth[i]);
    const double middle = median(ratios);
    std::size_t near = 0;
    for (double r : ratios)
        near += std::abs(r / middle - 1.) < o.slipRatio;
    pull.geared = static_cast<double>(near) >= o.gearedShare * static_cast<double>(ratios.size());
    pull.ratioAtZero = middle;
    pull.ratioPerRadS = 0.;
    if (!pull.geared)
        return;
    StraightLine line;
    for (std::size_t i = pull.from; i < pull.to; ++i) {
        if (!engineGood[i] || !pull.good[i] || pull.shaftSmooth[i] <= 0.)
            continue;
        const double r = engine[i] / pull.shaftSmooth[i];
        if (std::abs(r / middle - 1.) > o.ratioInner * o.slipRatio)
            continue;
        line.add(pull.shaftSmooth[i], r);
    }
    if (line.count() < o.ratioFewest || line.spread() <= 0.)
        return;
    const double slope = line.slope();
    // A line is only worth having when it changes the engine speed by more than the tachometer's own error.
    const double reach = std::abs(slope) * (pull.shaftSmooth[pull.to - 1] - pull.shaftSmooth[pull.from]);
    if (reach > o.ratioWorth * middle) {
        pull.ratioPerRadS = slope;
        pull.ratioAtZero = line.meanY() - slope * line.meanX();
    } else {
        pull.ratioAtZero = line.meanY();
    }
}

void keepOpenThrottle(ReadyPull& pull, const Trace& trace, const StretchOptions& o) {
    const Channel* channel = trace.find(ChannelId::Throttle);
    if (!channel || pull.to < pull.from + o.fewest)
        return;
    std::vector<double> throttle = gathered(pull, *channel), inside;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (std::isfinite(throttle[i]))
            inside.push_back(throttle[i]);
    if (2 * inside.size() < pull.to - pull.from)
        return;
    const double open = o.openThrottle * quantile(inside, o.openHigh);
    if (open < o.leastThrottle)
        return;
    const auto isOpen = [&](std::size_t i) { return !std::isfinite(throttle[i]) || throttle[i] >= open; };
    // The longest open stretch; a moment's flicker of the sensor does not end it.
    std::size_t best = 0, bestFrom = pull.from, bestTo = pull.to;
    for (std::size_t i = pull.from; i < pull.to;) {
        if (!isOpen(i)) {
            ++i;
            continue;
        }
        std::size_t end = i;
        for (std::size_t j = i; j < pull.to && pull.timeS[j] - pull.timeS[end] < o.flickerS; ++j)
            if (isOpen(j))
                end = j;
        if (end + 1 - i > best) {
            best = end + 1 - i;
            bestFrom = i;
            bestTo = end + 1;
        }
        i = end + 1;
    }
    // The first tenth of a second open still fills the intake.
    while (bestFrom + o.fewest < bestTo && bestFrom > pull.from &&
           pull.timeS[bestFrom] - pull.timeS[bestTo - best] < o.fillS)
        ++bestFrom;
    pull.from = bestFrom;
    pull.to = bestTo;
    // A limiter holds the speed below its highest while the throttle stays open.
    pull.openTo = bestTo;
    while (pull.openTo < pull.size() && isOpen(pull.openTo))
        ++pull.openTo;
}

} // namespace jr
