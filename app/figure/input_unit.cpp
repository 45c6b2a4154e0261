// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/input_unit.h"

#include "app/figure/input_list.h"

#include <QLocale>

namespace jr::app {
namespace {

/// What people measure in more than one unit, by the unit an input is worked with in.
std::optional<Measured> measuredIn(const QString& unit) {
    static constexpr std::pair<const char*, Measured> kKnown[] = {
        {"°C", Measured::Temperature}, {"hPa", Measured::AirPressure}, {"kPa", Measured::GaugePressure},
        {"kg", Measured::Mass},        {"km/h", Measured::RoadSpeed},  {"Nm", Measured::Torque}};
    for (const auto& [words, what] : kKnown)
        if (unit == QString::fromUtf8(words))
            return what;
    return std::nullopt;
}

} // namespace

InputUnit::InputUnit(const InputSpec& spec, const Wording& wording) : m_decimals(spec.decimals), m_words(spec.unit) {
    const auto what = measuredIn(spec.unit);
    if (!what)
        return;
    m_own = homeUnit(*what);
    m_reader = readerUnit(*what, wording);
    m_decimals = decimalsIn(*m_reader, *what, spec.decimals);
    const auto words = unitWords(*m_reader);
    m_words = QString::fromUtf8(words.data(), static_cast<qsizetype>(words.size()));
}

double InputUnit::shown(double value) const {
    return m_own ? fromSi(toSi(value, *m_own), *m_reader) : value;
}

double InputUnit::kept(double shown) const {
    return m_own ? fromSi(toSi(shown, *m_reader), *m_own) : shown;
}

QString InputUnit::text(double value) const {
    const QString number = QLocale().toString(shown(value), 'f', m_decimals);
    return m_words.isEmpty()                ? number
           : m_words == QStringLiteral("°") ? number + m_words
                                            : InputList::tr("%1 %2").arg(number, m_words);
}

} // namespace jr::app
