// SPDX-License-Identifier: GPL-3.0-or-later
// What the sheet says, for programs: the table of the two curves, and the whole result (docs/result.schema.json).
#pragma once

#include "app/handover/sheet.h"

#include <string>

namespace jr::app {

/// One column of the table, in SI.
struct SheetColumn {
    std::string name, unit; ///< "base_power", "W"
    std::vector<double> values;
};
/// Empty without a comparison.
std::vector<SheetColumn> tableOf(const Sheet& sheet);

/// Comma-separated, with "name [unit]" as headings.
std::string sheetCsv(const Sheet& sheet);
/// Also of runs alone, and of a job without either: then it says why.
std::string sheetJson(const Sheet& sheet);

} // namespace jr::app
