// SPDX-License-Identifier: GPL-3.0-or-later
// Pulls of one job may come from several sittings: evenings at the bench with a night between. What differs from one
// sitting to the next (weather, straps, tyre, a tank of other fuel) is one number each, and drift within a sitting has
// nothing to do with the hours slept between two of them.
#pragma once

#include <optional>
#include <vector>

namespace jr {

struct SittingPlan; // pull_model.h

/// A pause that ends a sitting. Changing a part takes minutes to hours; a night takes longer. Common practice, no
/// source.
inline constexpr double kSittingPauseS = 6. * 3600.;

/// Sitting of each pull, 0 … in order of time; all 0 when any time is unknown.
std::vector<int> sittingsOf(const std::vector<std::optional<double>>& startedS);

/// Which setups can be set against one another with what the sittings differ in taken out: those that are linked by
/// sittings they shared, directly or through a third. Part of each setup, 0 …
std::vector<int> linkedSetups(const SittingPlan& plan, const std::vector<int>& sitting);

} // namespace jr
