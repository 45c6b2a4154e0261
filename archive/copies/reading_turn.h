// SPDX-License-Identifier: GPL-3.0-or-later
// Which files of a copy are read back this time. Each has its hour in a round of four weeks; those whose hours went by
// since the copy before are read now. So all of it is read within a month however often copies are made, and no state
// is kept for it.
#pragma once

#include <cstdint>
#include <string_view>

namespace jr {

/// `beforeMs`, `nowMs`: when the copy before was begun and this one, milliseconds since 1970. True for all names when a
/// round or more went by, or the clock was set back.
bool isItsTurn(std::string_view name, std::int64_t beforeMs, std::int64_t nowMs);

} // namespace jr
