// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/display_units.h"

#include "app/charts/axis_words.h"
#include "app/charts/nice_ticks.h"
#include "app/words/words.h"

#include "archive/reader/reader_settings.h"

#include <cmath>

namespace jr::app {

const std::vector<DisplayUnits>& DisplayUnits::choices() {
    static const std::vector<DisplayUnits> list = {
        {*findUnit("hp"), *findUnit("lb-ft"), *findUnit("mph")},  {*findUnit("PS"), *findUnit("Nm"), *findUnit("km/h")},
        {*findUnit("kW"), *findUnit("Nm"), *findUnit("km/h")},    {*findUnit("hp"), *findUnit("Nm"), *findUnit("km/h")},
        {*findUnit("PS"), *findUnit("kgf-m"), *findUnit("km/h")},
    };
    return list;
}

int DisplayUnits::choiceForLocale(const QLocale& locale) {
    return locale.measurementSystem() == QLocale::MetricSystem ? 1 : 0;
}

DisplayUnits DisplayUnits::kept(const QLocale& locale) {
    const Wording w = unitsAsKept(locale);
    return {w.power, w.torque, w.road, w.temperature, w.airPressure, w.pressure, w.mass};
}

void DisplayUnits::keepPowerTorqueRoad() const {
    const Wording now = wording();
    for (const UnitChoice& choice : unitChoices())
        if (choice.unit == &Wording::power || choice.unit == &Wording::torque || choice.unit == &Wording::road)
            keepUnit(choice, now.*choice.unit);
}

int DisplayUnits::choice() const {
    for (std::size_t i = 0; i < choices().size(); ++i)
        if (const DisplayUnits& c = choices()[i];
            c.power.symbol == power.symbol && c.torque.symbol == torque.symbol && c.road.symbol == road.symbol)
            return static_cast<int>(i);
    return -1;
}

QString DisplayUnits::label() const {
    return powerSymbol() + QStringLiteral(" · ") + torqueSymbol();
}

QString DisplayUnits::symbol(const Unit& unit) {
    const std::string_view words = unitWords(unit);
    return QString::fromUtf8(words.data(), static_cast<qsizetype>(words.size()));
}

QString DisplayUnits::measured(double si, Measured what, int decimals, bool sign) const {
    QString text = QString::fromStdString(measureText({si, what, decimals, sign}, wording()));
    return text.replace(QLatin1Char(' '), QChar(0x00A0));
}

QString DisplayUnits::airLine(double tempC, double pressurePa, double humidity) const {
    return QStringLiteral("%1 · %2 · %3")
        .arg(measured(tempC, Measured::Temperature, 1), measured(pressurePa, Measured::AirPressure),
             QLocale().toString(100. * humidity, 'f', 0) + QStringLiteral("\u00A0%"));
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

QString DisplayUnits::word(std::string_view english) {
    const std::string_view here = languageOfWindow().word(english);
    return QString::fromUtf8(here.data(), static_cast<qsizetype>(here.size()));
}

Wording DisplayUnits::wording() const {
    Wording w;
    w.power = power;
    w.torque = torque;
    w.road = road;
    w.temperature = temperature;
    w.airPressure = airPressure;
    w.pressure = pressure;
    w.mass = mass;
    w.language = &languageOfWindow();
    w.decimalPoint = QLocale().decimalPoint() == QLatin1String(",") ? ',' : '.';
    return w;
}

} // namespace jr::app
