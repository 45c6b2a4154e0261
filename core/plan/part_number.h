// SPDX-License-Identifier: GPL-3.0-or-later
// The number a part has on a setup, from what somebody wrote as its change: "16 g", "17/15 g" (a mixed set, its mean),
// "155".
#pragma once

#include "core/plan/setup_tree.h"

#include <initializer_list>
#include <optional>
#include <string_view>

namespace jr {

/// Of the part in whose name one of the `words` stands: by the nearest change on the way up the family; for the first
/// of the family by what its children came from. Nothing where nobody wrote a number, or the id is unknown.
std::optional<double> partNumber(const std::vector<SetupNode>& tree, const std::string& setupId,
                                 std::initializer_list<std::string_view> words);

/// The mean of numbers that stand with slashes between them; what follows the last is its unit.
std::optional<double> meanOfSlashed(std::string_view text);

} // namespace jr
