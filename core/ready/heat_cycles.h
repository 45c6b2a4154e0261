// SPDX-License-Identifier: GPL-3.0-or-later
// How often a part has been hot and cold again (P35): belts, clutches, rings and pads bed in over their first heats,
// and a new one reads otherwise until then.
//
// A heat begins with a pull after the engine has cooled: its coolant begins below kColdC, or, where nothing tells that,
// it has stood for kCoolsS. Common practice, no source.
#pragma once

#include <optional>
#include <vector>

namespace jr {

inline constexpr double kColdC = 45.;    ///< coolant of an engine that was let to cool
inline constexpr double kCoolsS = 3600.; ///< an engine standing that long is cold enough to count

struct HeatedPull {
    double startedEpochS = 0.;
    std::optional<double> coolantAtStartC;
};

/// `pulls` in any order, set aside or not: heat is heat.
int heatCycles(std::vector<HeatedPull> pulls);

} // namespace jr
