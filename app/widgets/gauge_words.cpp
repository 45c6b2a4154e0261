// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/gauge_words.h"

#include "app/model/display_units.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>
#include <iterator>

namespace jr::app {

QString gaugeWords(GaugeKind kind) {
    return DisplayUnits::word(gaugeInfo(kind).words);
}

GaugeScale gaugeScale(GaugeKind kind, const DisplayUnits& units) {
    const GaugeInfo& info = gaugeInfo(kind);
    GaugeScale out{QString::fromUtf8(info.unit.data()), 1., 0., info.decimals, info.leastSpan};
    const Unit* reader = kind == GaugeKind::ExhaustTemp || kind == GaugeKind::HeadTemp  ? &units.temperature
                         : kind == GaugeKind::Vacuum || kind == GaugeKind::MeanPressure ? &units.pressure
                                                                                        : nullptr;
    if (!reader)
        return out;
    const Unit home = *findUnit(reader == &units.temperature ? "degC" : "kPa");
    const auto shown = [&](double figure) { return fromSi(toSi(figure, home), *reader); };
    out.unit = DisplayUnits::symbol(*reader);
    out.offset = shown(0.);
    out.factor = shown(1.) - shown(0.);
    out.decimals += std::max(0, static_cast<int>(std::lround(-std::log10(out.factor)))); // as fine as at home
    out.leastSpan *= out.factor;
    return out;
}

QString gaugeLabel(GaugeKind kind, const DisplayUnits& units) {
    return QStringLiteral("%1 [%2]").arg(gaugeWords(kind), gaugeScale(kind, units).unit);
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

std::pair<double, double> gaugeRange(const GaugeInfo& info, const GaugeScale& scale, double low, double high) {
    if (info.zero)
        return {0., 1.2 * high};
    constexpr double kRoom = 1.25;
    const double span = std::max(kRoom * (high - low), scale.leastSpan), middle = 0.5 * (low + high);
    return {middle - 0.5 * span, middle + 0.5 * span};
}

} // namespace jr::app
