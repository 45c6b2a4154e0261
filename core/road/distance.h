// SPDX-License-Identifier: GPL-3.0-or-later
// Distance from a receiver's speeds: a cubic through each pair of samples with slopes from their neighbours (Catmull
// and Rom's choice), integrated. Summed speed is far better than positions, which are out by a metre each.
#pragma once

#include <cstddef>
#include <vector>

namespace jr {

/// Acceleration at a sample from its neighbours, m/s2. Needs two samples.
double slopeAt(const std::vector<double>& timeS, const std::vector<double>& speedMPerS, std::size_t row);
/// Metres from row - 1 to a share 0…1 of the way to `row`; row at least 1.
double metresWithin(const std::vector<double>& timeS, const std::vector<double>& speedMPerS, std::size_t row,
                    double share);

} // namespace jr
