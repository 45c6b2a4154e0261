// SPDX-License-Identifier: GPL-3.0-or-later
// The units a person chose to read in, one by one, and the language of what is said. Everything inside stays SI.
#pragma once

#include "core/judge/sentences.h"

#include <QLocale>
#include <QString>

namespace jr::app {

struct DisplayUnits {
    Unit power, torque, road;
    Unit temperature = *findUnit("degC"), airPressure = *findUnit("hPa"), pressure = *findUnit("kPa"),
         mass = *findWorkshopUnit("kg");

    /// The pairs of power and torque that are usual together, with the road speed that goes with them.
    static const std::vector<DisplayUnits>& choices();
    /// The choice that fits the locale: PS and Nm where metric is used, hp and lb-ft elsewhere.
    static int choiceForLocale(const QLocale& locale);
    /// As the person chose, and where nothing was chosen as is usual there.
    static DisplayUnits kept(const QLocale& locale);
    /// The three that stand together are kept for the next start.
    void keepPowerTorqueRoad() const;
    /// Which of `choices` has the same power, torque and road speed; below 0: a mixture of one's own.
    int choice() const;
    QString label() const; ///< "hp · lb-ft"

    double powerOf(double watt) const { return fromSi(watt, power); }
    double torqueOf(double nm) const { return fromSi(nm, torque); }
    QString powerText(double watt, int decimals = 1) const;
    QString torqueText(double nm, int decimals = 1) const;
    QString powerSymbol() const { return symbol(power); }
    QString torqueSymbol() const { return symbol(torque); }
    static QString symbol(const Unit& unit); ///< as written for people
    /// A measured thing with its unit: "21 °C"; `decimals` as for its home unit (core/words/message.h).
    QString measured(double si, Measured what, int decimals = 0, bool sign = false) const;
    /// Air as one line: "21 °C · 1003 hPa · 45 %".
    QString airLine(double tempC, double pressurePa, double humidity) const;
    /// A place on an axis, with its unit: "6500 rpm", "62 km/h"; or without.
    QString placeText(double place, CurveAxis axis, bool unit = true) const;
    /// A peak's place, no finer than it is known: to tens of rpm.
    QString peakPlaceText(double place, CurveAxis axis) const;
    /// "engine speed [rpm]", "road speed [km/h]".
    QString axisLabel(CurveAxis axis) const;
    /// Places at round numbers of the reader's unit, and those numbers.
    std::vector<std::pair<double, QString>> placeTicks(double from, double to, CurveAxis axis) const;
    /// A word of the trade out of a table of the core, in the language of the window.
    static QString word(std::string_view english);
    /// For the sentences of the core: units, decimal mark and language of this window.
    Wording wording() const;
};

} // namespace jr::app
