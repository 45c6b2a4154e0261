// SPDX-License-Identifier: GPL-3.0-or-later
// When and why the base was taken again, as JSON text, one of a job's sheets (docs/archive.md).
#pragma once

#include "core/plan/baselines.h"

#include <string>

namespace jr {

namespace sheet_kind {
inline constexpr const char* baselines = "baselines";
}

std::string sheetBody(const Baselines& baselines);
/// What is missing or of another kind keeps its default.
Baselines baselinesOf(const std::string& body);

} // namespace jr
