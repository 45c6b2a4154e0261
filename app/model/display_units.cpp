// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/display_units.h"

#include "app/charts/axis_words.h"
#include "app/charts/nice_ticks.h"

#include <cmath>

namespace jr::app {

const std::vector<DisplayUnits>& DisplayUnits::choices() {
    static const std::vector<DisplayUnits> list = {
        {*findUnit("hp"), *findUnit("lb-ft"), *findUnit("mph"), QStringLiteral("hp · lb-ft")},
        {*findUnit("PS"), *findUnit("Nm"), *findUnit("km/h"), QStringLiteral("PS · Nm")},
        {*findUnit("kW"), *findUnit("Nm"), *findUnit("km/h"), QStringLiteral("kW · Nm")},
        {*findUnit("hp"), *findUnit("Nm"), *findUnit("km/h"), QStringLiteral("hp · Nm")},
        {*findUnit("PS"), *findUnit("kgf-m"), *findUnit("km/h"), QStringLiteral("PS · kgf·m")},
    };
    return list;
}

int DisplayUnits::choiceForLocale(const QLocale& locale) {
    return locale.measurementSystem() == QLocale::MetricSystem ? 1 : 0;
}

QString DisplayUnits::powerText(double watt, int decimals) const {
    return QLocale().toString(powerOf(watt), 'f', decimals) + QChar(0x00A0) + powerSymbol();
}

QString DisplayUnits::torqueText(double nm, int decimals) const {
    return QLocale().toString(torqueOf(nm), 'f', decimals) + QChar(0x00A0) + torqueSymbol();
}

QString DisplayUnits::placeText(double place, CurveAxis axis, bool unit) const {
    const QString number = QLocale().toString(placeShown(place, axis, wording()), 'f', 0);
    return unit ? number + QChar(0x00A0) + QString::fromStdString(axisSymbol(axis, wording())) : number;
}

QString DisplayUnits::peakPlaceText(double place, CurveAxis axis) const {
    return placeText(axis == CurveAxis::EngineSpeed ? 10. * std::round(place / 10.) : place, axis);
}

QString DisplayUnits::axisLabel(CurveAxis axis) const {
    return axisWords(axis, wording());
}

std::vector<std::pair<double, QString>> DisplayUnits::placeTicks(double from, double to, CurveAxis axis) const {
    const Wording w = wording();
    std::vector<std::pair<double, QString>> out;
    for (double shown : niceTicks(placeShown(from, axis, w), placeShown(to, axis, w), 7))
        out.emplace_back(placeFromShown(shown, axis, w), QLocale().toString(shown, 'f', 0));
    return out;
}

Wording DisplayUnits::wording() const {
    Wording w;
    w.power = power;
    w.torque = torque;
    w.road = road;
    w.decimalPoint = QLocale().decimalPoint() == QLatin1String(",") ? ',' : '.';
    return w;
}

} // namespace jr::app
