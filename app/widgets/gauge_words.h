// SPDX-License-Identifier: GPL-3.0-or-later
// How gauges are called and drawn wherever they stand.
#pragma once

#include "core/mixture/gauges.h"

#include <QString>

namespace jr::app {

struct DisplayUnits;

/// "mixture", "exhaust temperature" … in the reader's language.
QString gaugeWords(GaugeKind kind);
/// A gauge's figures (core/mixture/gauges.h: °C, kPa, …) in what the reader reads.
struct GaugeScale {
    QString unit;
    double factor = 1., offset = 0.;
    int decimals = 0;
    double leastSpan = 0.;
    double of(double figure) const { return factor * figure + offset; }
    double ofDifference(double difference) const { return factor * difference; }
};
GaugeScale gaugeScale(GaugeKind kind, const DisplayUnits& units);
/// "exhaust temperature [°C]".
QString gaugeLabel(GaugeKind kind, const DisplayUnits& units);
/// Cylinders differ by dash, setups by colour and letter.
Qt::PenStyle cylinderDash(int cylinder);
/// What the dashes mean; empty for one cylinder.
QString dashWords(int cylinders);
/// Lowest and highest to be shown for these values of the scale: from zero, or over no less than the gauge's span.
std::pair<double, double> gaugeRange(const GaugeInfo& info, const GaugeScale& scale, double low, double high);

} // namespace jr::app
