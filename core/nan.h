// SPDX-License-Identifier: GPL-3.0-or-later
// "Not known" among numbers: what a missing cell reads, what a figure is that nobody measured.
#pragma once

#include <limits>

namespace jr {

inline constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();

} // namespace jr
