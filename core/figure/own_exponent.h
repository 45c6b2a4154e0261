// SPDX-License-Identifier: GPL-3.0-or-later
// The exponent of a rule y = a x^e from a machine's own figures: slope of log y over log x, least squares, with its
// 95 % margin (Student's t on n - 2 degrees of freedom). Source: any text on regression.
#pragma once

#include "core/figure/ranged.h"

#include <optional>
#include <vector>

namespace jr {

struct OnPowerLaw {
    double x, y; ///< both above 0
};
/// Nothing below three points, for two always agree; nothing where all of them have one x.
std::optional<Ranged> ownExponent(const std::vector<OnPowerLaw>& points);

} // namespace jr
