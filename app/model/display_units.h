// SPDX-License-Identifier: GPL-3.0-or-later
// The units a person chose to read in. Everything inside stays SI.
#pragma once

#include "core/judge/sentences.h"

#include <QLocale>
#include <QString>

namespace jr::app {

struct DisplayUnits {
    Unit power, torque, road;
    QString label; ///< "hp, lb-ft"

    static const std::vector<DisplayUnits>& choices();
    /// The choice that fits the locale: PS and Nm where metric is used, hp and lb-ft elsewhere.
    static int choiceForLocale(const QLocale& locale);

    double powerOf(double watt) const { return fromSi(watt, power); }
    double torqueOf(double nm) const { return fromSi(nm, torque); }
    QString powerText(double watt, int decimals = 1) const;
    QString torqueText(double nm, int decimals = 1) const;
    QString powerSymbol() const { return QString::fromUtf8(power.symbol.data()); }
    QString torqueSymbol() const { return QString::fromUtf8(torque.symbol.data()); }
    /// A place on an axis, with its unit: "6500 rpm", "62 km/h"; or without.
    QString placeText(double place, CurveAxis axis, bool unit = true) const;
    /// A peak's place, no finer than it is known: to tens of rpm.
    QString peakPlaceText(double place, CurveAxis axis) const;
    /// "engine speed [rpm]", "road speed [km/h]".
    QString axisLabel(CurveAxis axis) const;
    /// Places at round numbers of the reader's unit, and those numbers.
    std::vector<std::pair<double, QString>> placeTicks(double from, double to, CurveAxis axis) const;
    /// For the sentences of the core: units, decimal mark and language of this window.
    Wording wording() const;
};

} // namespace jr::app
