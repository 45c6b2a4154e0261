// SPDX-License-Identifier: GPL-3.0-or-later
// What the setups of a job have to keep, as JSON text, one of a job's sheets (docs/archive.md).
#pragma once

#include "core/ready/setup_rules.h"

#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char* rules = "rules";
}

std::string sheetBody(const std::vector<SetupRule>& rules);
/// A rule without what it is about, or without an end where its kind needs one, is left out.
std::vector<SetupRule> setupRulesOf(const std::string& body);

} // namespace jr
