// SPDX-License-Identifier: GPL-3.0-or-later
// The mean of repeats and half of its interval from what they differ in: Student's t with n - 1 degrees of freedom.
// Source: any text on statistics.
#pragma once

#include <vector>

namespace jr {

struct MeanInterval {
    double mean = 0.;
    double half = 0.; ///< NaN for one value: nothing is known of its scatter
};
/// Needs one value at least. `confidence` within 0 and 1.
MeanInterval meanInterval(const std::vector<double>& values, double confidence = 0.95);

} // namespace jr
