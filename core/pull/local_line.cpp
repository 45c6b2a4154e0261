// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/local_line.h"
#include "core/nan.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {

LocalLine localLine(std::span<const double> timeS, std::span<const double> value, std::span<const char> use,
                    double halfWidthS) {
    const std::size_t n = timeS.size();
    LocalLine out{std::vector<double>(n, kNaN), std::vector<double>(n, kNaN)};
    // Running sums about the first sample; windows only ever move forward.
    double s0 = 0., st = 0., sv = 0., stt = 0., stv = 0.;
    const double t0 = n > 0 ? timeS[0] : 0.;
    const auto take = [&](std::size_t i, double sign) {
        if ((!use.empty() && !use[i]) || !std::isfinite(value[i]))
            return;
        const double t = timeS[i] - t0;
        s0 += sign;
        st += sign * t;
        sv += sign * value[i];
        stt += sign * t * t;
        stv += sign * t * value[i];
    };
    std::size_t from = 0, to = 0;
    for (std::size_t i = 0; i < n; ++i) {
        while (to < n && timeS[to] <= timeS[i] + halfWidthS)
            take(to++, 1.);
        while (timeS[from] < timeS[i] - halfWidthS)
            take(from++, -1.);
        if (s0 < 2.5)
            continue;
        const double share = 1. / s0, meanT = st * share, mean = sv * share;
        const double spread = stt * share - meanT * meanT;
        if (spread <= 1e-15)
            continue;
        const double slope = (stv * share - meanT * mean) / spread;
        out.slope[i] = slope;
        out.value[i] = mean + slope * (timeS[i] - t0 - meanT);
    }
    // Carry the nearest usable line into holes.
    std::size_t last = n;
    for (std::size_t i = 0; i < n; ++i) {
        if (std::isfinite(out.value[i])) {
            if (last == n)
                for (std::size_t j = 0; j < i; ++j) {
                    out.slope[j] = out.slope[i];
                    out.value[j] = out.value[i] + out.slope[i] * (timeS[j] - timeS[i]);
                }
            last = i;
        } else if (last != n) {
            out.slope[i] = out.slope[last];
            out.value[i] = out.value[last] + out.slope[last] * (timeS[i] - timeS[last]);
        }
    }
    return out;
}

double windowMedian(std::span<const double> value, std::span<const char> use, std::size_t i, int half) {
    const std::size_t reach = static_cast<std::size_t>(half);
    std::vector<double> window;
    for (std::size_t j = i > reach ? i - reach : 0; j <= std::min(value.size() - 1, i + reach); ++j)
        if (use[j])
            window.push_back(value[j]);
    return median(std::move(window));
}

double quantile(std::vector<double> values, double q) {
    std::erase_if(values, [](double v) { return !std::isfinite(v); });
    if (values.empty())
        return std::numeric_limits<double>::quiet_NaN();
    auto place = values.begin() + static_cast<long>(std::min(q * static_cast<double>(values.size()),
                                                             static_cast<double>(values.size() - 1)));
    std::nth_element(values.begin(), place, values.end());
    return *place;
}

double median(std::vector<double> values) {
    return quantile(std::move(values), 0.5);
}

void bridgeGaps(LocalLine& line, const std::vector<double>& timeS, const std::vector<char>& good, double longerThanS) {
    const std::size_t n = timeS.size();
    for (std::size_t i = 0; i < n;) {
        if (good[i]) {
            ++i;
            continue;
        }
        std::size_t end = i;
        while (end < n && !good[end])
            ++end;
        const bool before = i > 0, after = end < n;
        if ((before || after) && timeS[end - 1] - timeS[i] > longerThanS) {
            const std::size_t a = before ? i - 1 : end, b = after ? end : i - 1;
            const double slope = before && after ? (line.value[b] - line.value[a]) / (timeS[b] - timeS[a]) : 0.;
            for (std::size_t k = i; k < end; ++k) {
                line.value[k] = line.value[a] + slope * (timeS[k] - timeS[a]);
                line.slope[k] = slope;
            }
        }
        i = end;
    }
}

} // namespace jr
