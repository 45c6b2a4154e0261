// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/gauge_words.h"

#include "app/model/display_units.h"
#include <QCoreApplication>

#include <algorithm>
#include <iterator>

namespace jr::app {

QString gaugeWords(GaugeKind kind) {
    return DisplayUnits::word(gaugeInfo(kind).words);
}

QString gaugeLabel(GaugeKind kind) {
    return QStringLiteral("%1 [%2]").arg(gaugeWords(kind), QString::fromUtf8(gaugeInfo(kind).unit.data()));
}

Qt::PenStyle cylinderDash(int cylinder) {
    constexpr Qt::PenStyle kDashes[] = {Qt::SolidLine, Qt::DashLine, Qt::DotLine, Qt::DashDotLine};
    return kDashes[static_cast<std::size_t>(std::max(cylinder - 1, 0)) % std::size(kDashes)];
}

QString dashWords(int cylinders) {
    if (cylinders < 2)
        return {};
    return cylinders == 2 ? QCoreApplication::translate("Gauge", "cylinder 1 solid, 2 dashed")
                          : QCoreApplication::translate("Gauge", "cylinder 1 solid, 2 dashed, 3 dotted, 4 both");
}

std::pair<double, double> gaugeRange(const GaugeInfo& info, double low, double high) {
    if (info.zero)
        return {0., 1.2 * high};
    constexpr double kRoom = 1.25;
    const double span = std::max(kRoom * (high - low), info.leastSpan), middle = 0.5 * (low + high);
    return {middle - 0.5 * span, middle + 0.5 * span};
}

} // namespace jr::app
