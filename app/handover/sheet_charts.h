// SPDX-License-Identifier: GPL-3.0-or-later
// The two charts of the sheet: the ribbon of the gain with its calls, and the curves of both setups. Each is painted
// below `y` and returns where it ends.
#pragma once

#include "app/handover/sheet_painter.h"

class QPainter;

namespace jr::app {

double drawRibbon(QPainter& painter, const Sheet& sheet, const Comparison& comparison, double y);
double drawCurves(QPainter& painter, const Sheet& sheet, const Comparison& comparison, double y);

} // namespace jr::app
