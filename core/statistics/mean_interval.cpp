// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/mean_interval.h"

#include "core/nan.h"
#include "core/statistics/distributions.h"

#include <cassert>
#include <cmath>

namespace jr {

MeanInterval meanInterval(const std::vector<double>& values, double confidence) {
    assert(!values.empty());
    const auto n = static_cast<double>(values.size());
    MeanInterval out;
    for (double v : values)
        out.mean += v / n;
    if (n < 2.) {
        out.half = kNaN;
        return out;
    }
    double square = 0.;
    for (double v : values)
        square += (v - out.mean) * (v - out.mean);
    out.half = studentQuantileAt(n - 1., 0.5 + 0.5 * confidence) * std::sqrt(square / (n - 1.) / n);
    return out;
}

} // namespace jr
