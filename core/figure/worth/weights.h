// SPDX-License-Identifier: GPL-3.0-or-later
// What came off and what went on, on one scale (P6).
#pragma once

#include <numeric>
#include <vector>

namespace jr {

/// On less off, kg: negative is lighter.
inline double netWeightKg(const std::vector<double>& offKg, const std::vector<double>& onKg) {
    return std::accumulate(onKg.begin(), onKg.end(), 0.) - std::accumulate(offKg.begin(), offKg.end(), 0.);
}

} // namespace jr
