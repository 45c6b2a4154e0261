// SPDX-License-Identifier: GPL-3.0-or-later
// The customer's sheet: the result on its first page, what goes with the machine on those after it, painted the same
// way on screen, PDF, PNG and SVG. Always on white with the day's colours, made to survive a grey printer.
#pragma once

#include "app/handover/sheet.h"

class QPainter;
class QRectF;

namespace jr::app {

/// A4 in points of a 1/96 inch: the size the sheet is designed at.
inline constexpr double kSheetWidth = 794., kSheetHeight = 1123., kSheetEdge = 54.;

/// A part of the sheet and the page it begins on, from 0.
struct SheetPlace {
    QString title;
    int page = 0;
};
std::vector<SheetPlace> sheetPlaces(const Sheet& sheet);

/// One where there is nothing to say beside the result.
int sheetPages(const Sheet& sheet);
/// `page` from 0.
void paintSheet(QPainter& painter, const Sheet& sheet, int page = 0);

} // namespace jr::app
