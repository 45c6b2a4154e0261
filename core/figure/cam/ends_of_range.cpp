// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cam/ends_of_range.h"

#include "core/nan.h"

#include <algorithm>
#include <cmath>
#include <utility>
#include <vector>

namespace jr {
namespace {

/// Half-width of a setup's curve as a share; NaN where it has none.
double shareOf(const SetupFacts& facts) {
    return facts.highW.empty() ? kNaN : std::log(facts.highW.front() / facts.powerW.front());
}

} // namespace

std::optional<EndsOfRange> endsOfRange(const SetupFacts& base, const SetupFacts& with) {
    std::vector<std::pair<double, double>> both; // speed, log ratio
    for (std::size_t i = 0; i < base.rpm.size(); ++i) {
        const auto at = std::lower_bound(with.rpm.begin(), with.rpm.end(), base.rpm[i]);
        if (at != with.rpm.end() && *at == base.rpm[i])
            both.emplace_back(base.rpm[i],
                              std::log(with.powerW[static_cast<std::size_t>(at - with.rpm.begin())] / base.powerW[i]));
    }
    constexpr std::size_t kLeastPoints = 10;
    if (both.size() < kLeastPoints)
        return std::nullopt;
    const std::size_t half = both.size() / 2;
    const auto mean = [&](std::size_t from, std::size_t to) {
        double sum = 0.;
        for (std::size_t i = from; i < to; ++i)
            sum += both[i].second;
        constexpr double kPct = 100.;
        return kPct * std::expm1(sum / static_cast<double>(to - from));
    };
    EndsOfRange out;
    out.splitRpm = both[half].first;
    out.lowPct = mean(0, half);
    out.highPct = mean(half, both.size());
    out.marginPct = 100. * std::hypot(shareOf(base), shareOf(with));
    return out;
}

} // namespace jr
