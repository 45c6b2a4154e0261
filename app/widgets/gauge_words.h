// SPDX-License-Identifier: GPL-3.0-or-later
// How gauges are called and drawn wherever they stand.
#pragma once

#include "core/mixture/gauges.h"

#include <QString>

namespace jr::app {

/// "mixture", "exhaust temperature" … in the reader's language.
QString gaugeWords(GaugeKind kind);
/// "exhaust temperature [°C]".
QString gaugeLabel(GaugeKind kind);
/// Cylinders differ by dash, setups by colour and letter.
Qt::PenStyle cylinderDash(int cylinder);
/// What the dashes mean; empty for one cylinder.
QString dashWords(int cylinders);
/// Lowest and highest to be shown for these values: from zero, or over no less than the gauge's span.
std::pair<double, double> gaugeRange(const GaugeInfo& info, double low, double high);

} // namespace jr::app
