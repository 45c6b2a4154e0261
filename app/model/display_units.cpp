// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/display_units.h"

#include <QCoreApplication>

namespace jr::app {

const std::vector<DisplayUnits>& DisplayUnits::choices() {
    static const std::vector<DisplayUnits> list = {
        {*findUnit("hp"), *findUnit("lb-ft"), QStringLiteral("hp · lb-ft")},
        {*findUnit("PS"), *findUnit("Nm"), QStringLiteral("PS · Nm")},
        {*findUnit("kW"), *findUnit("Nm"), QStringLiteral("kW · Nm")},
        {*findUnit("hp"), *findUnit("Nm"), QStringLiteral("hp · Nm")},
        {*findUnit("PS"), *findUnit("kgf-m"), QStringLiteral("PS · kgf·m")},
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

Wording DisplayUnits::wording() const {
    Wording w;
    w.power = power;
    w.torque = torque;
    w.decimalPoint = QLocale().decimalPoint() == QLatin1String(",") ? ',' : '.';
    return w;
}

} // namespace jr::app
