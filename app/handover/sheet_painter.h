// SPDX-License-Identifier: GPL-3.0-or-later
// The customer's sheet: one page, painted the same way on screen, PDF, PNG and SVG. Always on white with the day's
// colours, made to survive a grey printer.
#pragma once

#include "app/handover/sheet.h"

class QPainter;
class QRectF;

namespace jr::app {

/// A4 in points of a 1/96 inch: the size the sheet is designed at.
inline constexpr double kSheetWidth = 794., kSheetHeight = 1123.;

void paintSheet(QPainter& painter, const Sheet& sheet);

} // namespace jr::app
