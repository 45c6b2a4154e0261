// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet as a PDF: text that can be selected, fonts inside, title and language for whoever has it read aloud, and a
// bookmark for each part (ISO 32000-1, 12.3.3 outlines, 14.9.2 natural language).
#pragma once

#include "app/handover/sheet.h"
#include "core/result.h"

#include <QByteArray>

class QPagedPaintDevice;

namespace jr::app {

/// `language` as in "de-DE"; empty: of the window.
Result<QByteArray> sheetPdf(const Sheet& sheet, const QString& language = {});
/// Every page onto a printer or another paged device, fitted to what it can print on.
void printSheet(const Sheet& sheet, QPagedPaintDevice& device);

} // namespace jr::app
