// SPDX-License-Identifier: GPL-3.0-or-later
// Sheets of readings (results that are no pulls): a pull file's head with kind "result", quantity, unit and better,
// then rows "number [1],value [UNIT],note" (docs/formats.md).
#pragma once

#include "core/judge/readings.h"
#include "core/pull/trace.h"

#include <string>
#include <string_view>

namespace jr {

/// Whether a file says that it is one; what else is wrong with it is said by reading it.
bool isReadingsFile(std::string_view bytes);

/// Errors name file, line and reason. `header`: the pull file's keys beside, may be null. Rows without a number are
/// numbered on; a row without a value is an error.
Result<ReadingSheet> readReadings(std::string_view bytes, const std::string& fileName, PullHeader* header = nullptr);
/// `header`: id, job, machine, started and the like; its setup and kind are the sheet's.
std::string writeReadings(const ReadingSheet& sheet, const PullHeader& header);

} // namespace jr
