// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet as files. Each is written whole or not at all; errors name the file.
#pragma once

#include "app/handover/sheet.h"

#include <optional>

namespace jr::app {

enum class SheetFormat { Pdf, Png, Svg, Csv, Json, Spreadsheet, PublicUpright, PublicWide };

/// By the ending of a path; nothing for one that is not known.
std::optional<SheetFormat> sheetFormatOf(const QString& path);

Result<Done> writeSheet(const Sheet& sheet, SheetFormat format, const QString& path);

} // namespace jr::app
