// SPDX-License-Identifier: GPL-3.0-or-later
// The leak tests of a job as JSON text, one of its sheets (docs/archive.md).
#pragma once

#include "core/ready/leak_test.h"

#include <string>

namespace jr {

namespace sheet_kind {
inline constexpr const char* leakTests = "leak-tests";
}

std::string sheetBody(const LeakTests& tests);
/// A test without pressure or time is left out; a window that is none keeps its default.
LeakTests leakTestsOf(const std::string& body);

} // namespace jr
