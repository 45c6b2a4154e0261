// SPDX-License-Identifier: GPL-3.0-or-later
// Which tests can be read out of a family tree of setups: the parts that make a cross, and the parts that were stepped
// through.
#pragma once

#include "core/judge/factorial.h"
#include "core/plan/setup_tree.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// Parts with two levels each, and the setups that are their cells.
struct FoundCross {
    std::vector<std::string> factors;
    std::vector<Cell> cells;
    std::vector<std::string> setupIds; ///< of each cell
};

/// The largest cross among these setups (a full one before a larger one with holes); the first of them stands for
/// "low". Nothing when no setup has two of the parts changed at once, for then nothing can be said of them together.
std::optional<FoundCross> findCross(const std::vector<SetupNode>& tree, const std::vector<std::string>& setupIds);

/// Setups that differ from one another in one part only, with a number in it.
struct FoundSweep {
    std::string part, unit;
    std::vector<double> points;        ///< rising
    std::vector<std::string> setupIds; ///< of each point
};

/// The largest family of each part with three points or more.
std::vector<FoundSweep> findSweeps(const std::vector<SetupNode>& tree, const std::vector<std::string>& setupIds);

} // namespace jr
