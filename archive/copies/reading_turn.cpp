// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/reading_turn.h"

namespace jr {
namespace {

constexpr std::int64_t kMsPerHour = 3'600'000, kHoursPerRound = 28 * 24;

/// FNV-1a, 64 bits: spreads names evenly over the hours. Source: Fowler, Noll and Vo; constants from memory.
std::uint64_t spread(std::string_view name) {
    std::uint64_t out = 14695981039346656037u;
    for (const char c : name)
        out = (out ^ static_cast<unsigned char>(c)) * 1099511628211u;
    return out;
}

} // namespace

bool isItsTurn(std::string_view name, std::int64_t beforeMs, std::int64_t nowMs) {
    const std::int64_t first = beforeMs / kMsPerHour + 1, hours = nowMs / kMsPerHour - beforeMs / kMsPerHour;
    if (hours < 0 || hours >= kHoursPerRound)
        return true;
    const auto mine = static_cast<std::int64_t>(spread(name) % static_cast<std::uint64_t>(kHoursPerRound));
    const std::int64_t until = (mine - first % kHoursPerRound + kHoursPerRound) % kHoursPerRound;
    return until < hours;
}

} // namespace jr
