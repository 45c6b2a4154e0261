// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/flags.h"

#include <array>

namespace jr {
namespace {

constexpr std::array<std::string_view, 18> kTexts = {
    "limiter", "load-spike",   "dropout", "slip",     "lean",     "rich",  "not-firing",      "fuel-starved", "cold", "hot",
    "short",   "inconsistent", "clock",   "fix-poor", "fix-lost", "slope", "throttle-lifted", "launch-slip"};

} // namespace

std::string_view flagText(FlagKind kind) {
    return kTexts[static_cast<std::size_t>(kind)];
}

bool parseFlagKind(std::string_view text, FlagKind& kind) {
    for (std::size_t i = 0; i < kTexts.size(); ++i)
        if (kTexts[i] == text) {
            kind = static_cast<FlagKind>(i);
            return true;
        }
    return false;
}

bool flagExcludes(FlagKind kind) {
    return kind != FlagKind::Cold && kind != FlagKind::Hot && kind != FlagKind::Short && kind != FlagKind::Clock;
}

} // namespace jr
