// SPDX-License-Identifier: GPL-3.0-or-later
// What the machine's own book rests on, as JSON text: the versions of a job's state of tune (the machine sheet, with
// the ones before behind it) and what the visit measured, thinned (docs/archive.md).
#pragma once

#include "core/machine/machine_book.h"

#include <string>

namespace jr {

namespace sheet_kind {
inline constexpr const char* figures = "figures";
}

std::string sheetBody(const TuneHistory& history);
/// One version for a sheet of an older program; none for an empty one.
TuneHistory tuneHistoryOf(const std::string& body);

std::string sheetBody(const VisitFigures& figures);
VisitFigures visitFiguresOf(const std::string& body);

} // namespace jr
