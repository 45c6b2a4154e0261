// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet as files. Each is written whole or not at all; errors name the file.
#pragma once

#include "app/handover/sheet.h"

namespace jr::app {

enum class SheetFormat { Pdf, Png, Svg, Csv, Json };

Result<Done> writeSheet(const Sheet& sheet, SheetFormat format, const QString& path);

} // namespace jr::app
