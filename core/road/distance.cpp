// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/distance.h"

#include <algorithm>

namespace jr {

double slopeAt(const std::vector<double>& t, const std::vector<double>& v, std::size_t row) {
    const std::size_t before = row > 0 ? row - 1 : row, after = std::min(row + 1, t.size() - 1);
    return (v[after] - v[before]) / (t[after] - t[before]);
}

double metresWithin(const std::vector<double>& t, const std::vector<double>& v, std::size_t row, double x) {
    const double h = t[row] - t[row - 1];
    const double slopeBefore = h * slopeAt(t, v, row - 1), slopeAfter = h * slopeAt(t, v, row);
    // The cubic Hermite polynomial, integrated from 0 to x.
    const double x2 = x * x, x3 = x2 * x, x4 = x3 * x;
    return h * (v[row - 1] * (x - x3 + 0.5 * x4) + v[row] * (x3 - 0.5 * x4) +
                slopeBefore * (0.5 * x2 - 2. / 3. * x3 + 0.25 * x4) + slopeAfter * (0.25 * x4 - x3 / 3.));
}

} // namespace jr
