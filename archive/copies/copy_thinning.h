// SPDX-License-Identifier: GPL-3.0-or-later
// Which older states of a copy stay, and the others thrown away: all of the last seven days, then the last of each week
// for a quarter of a year, then the last of each month. What is dated in the future (a clock that was set back) stays.
#pragma once

#include "archive/copies/copy_list.h"

#include <QString>

#include <cstdint>
#include <vector>

namespace jr {

/// `madeS`: seconds since 1970 of each state, in any order. Returns for each whether it stays.
std::vector<bool> statesThatStay(const std::vector<std::int64_t>& madeS, std::int64_t nowS);

/// Throws away the states of a copy that do not stay, and what only they needed. `newest`: the state that was just
/// made. Whatever goes wrong leaves states too many. Returns how many went.
int thinStates(const QString& copy, const CopyList& newest, std::int64_t nowS);

} // namespace jr
