// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/measured_box.h"

#include "core/words/wording.h"

#include <cmath>

namespace jr::app {
namespace {

double siOf(double shown, Measured what, const Unit& unit) {
    return what == Measured::TemperatureStep ? shown * unit.factor : toSi(shown, unit);
}

} // namespace

MeasuredBox::MeasuredBox(const JobModel& model, Measured what, double least, double most, int decimals,
                         const QString& per)
    : m_model(model), m_what(what), m_leastSi(siOf(least, what, homeUnit(what))),
      m_mostSi(siOf(most, what, homeUnit(what))), m_decimals(decimals), m_per(per), m_si(m_leastSi) {
    setButtonSymbols(QAbstractSpinBox::NoButtons);
    setKeyboardTracking(false);
    showUnit();
    connect(&model, &JobModel::unitsChanged, this, &MeasuredBox::showUnit);
    connect(this, &QDoubleSpinBox::valueChanged, this, [this](double shown) {
        if (m_showing)
            return;
        m_si = siOf(shown, m_what, readerUnit(m_what, m_model.units().wording()));
        emit typed(m_si);
    });
}

void MeasuredBox::setSi(double si) {
    m_si = si;
    m_showing = true;
    setValue(shownOf(si));
    m_showing = false;
}

double MeasuredBox::shownOf(double si) const {
    const Wording wording = m_model.units().wording();
    const Unit& unit = readerUnit(m_what, wording);
    return m_what == Measured::TemperatureStep ? si / unit.factor : fromSi(si, unit);
}

void MeasuredBox::showUnit() {
    const Wording wording = m_model.units().wording();
    const Unit& unit = readerUnit(m_what, wording);
    const auto words = unitWords(unit);
    m_showing = true;
    setDecimals(decimalsIn(unit, m_what, m_decimals));
    // To the next whole step, so that the ends themselves can be typed in any unit.
    const double step = std::pow(10., -decimals());
    setRange(std::floor(shownOf(m_leastSi) / step + 1e-6) * step, std::ceil(shownOf(m_mostSi) / step - 1e-6) * step);
    setSuffix(QLatin1Char(' ') + QString::fromUtf8(words.data(), static_cast<qsizetype>(words.size())) + m_per);
    setValue(shownOf(m_si));
    m_showing = false;
}

} // namespace jr::app
