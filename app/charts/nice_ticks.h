// SPDX-License-Identifier: GPL-3.0-or-later
// Round numbers for an axis.
#pragma once

#include <cmath>
#include <vector>

namespace jr::app {

/// About `count` ticks at 1, 2 or 5 times a power of ten inside the range.
inline std::vector<double> niceTicks(double low, double high, int count = 5) {
    std::vector<double> out;
    if (!(high > low))
        return out;
    const double rough = (high - low) / count, power = std::pow(10., std::floor(std::log10(rough)));
    const double share = rough / power;
    const double step = power * (share < 1.5 ? 1. : share < 3.5 ? 2. : share < 7.5 ? 5. : 10.);
    for (double v = std::ceil(low / step - 1e-9) * step; v <= high + 1e-9 * step; v += step)
        out.push_back(std::abs(v) < 1e-9 * step ? 0. : v);
    return out;
}

} // namespace jr::app
