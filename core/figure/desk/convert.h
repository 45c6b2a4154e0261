// SPDX-License-Identifier: GPL-3.0-or-later
// A figure from one unit into another: the channels' units, and those of the workshop beside them (lengths, areas,
// volumes, masses, densities, consumption).
#pragma once

#include "core/result.h"
#include "core/units/units.h"

#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct Converted {
    double value = 0.;
    std::string unit; ///< as it is written
};
/// Errors: a unit nobody knows, or two that measure different things.
Result<Converted> convert(double value, std::string_view from, std::string_view to);
/// All a unit can be turned into, itself left out; empty for one nobody knows.
std::vector<std::string_view> unitsLike(std::string_view unit);

} // namespace jr
