// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet as a workbook that office programs open (ISO/IEC 29500): the result in words, and the table as numbers with
// their units, in the reader's units.
#pragma once

#include "app/handover/sheet.h"
#include "core/result.h"

#include <QByteArray>

namespace jr::app {

/// Errors: nothing is compared yet; cannot be made.
Result<QByteArray> sheetSpreadsheet(const Sheet& sheet);

} // namespace jr::app
