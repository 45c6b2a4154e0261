// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/conditions_form.h"

#include "app/words/words.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QLocale>

namespace jr::app {
namespace {

struct Field {
    const char* label;
    const char* unit;
    std::optional<double> RideConditions::*value;
    double perUnit; ///< SI of one of what is typed
};
constexpr Field kFieldsAsked[] = {
    {QT_TRANSLATE_NOOP("ConditionsForm", "Rider, as dressed"), "kg", &RideConditions::riderKg, 1.},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Fuel in the tank"), "kg", &RideConditions::fuelKg, 1.},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Wind against the rider"), "m/s", &RideConditions::windMPerS, 1.},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Air temperature"), "°C", &RideConditions::airTempC, 1.},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Pressure here"), "hPa", &RideConditions::airPressurePa, 100.},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Humidity"), "%", &RideConditions::humidity, 0.01},
};

QString fieldText(const std::optional<double>& value, double perUnit) {
    constexpr int kDigits = 6;
    QLocale plain;
    plain.setNumberOptions(QLocale::OmitGroupSeparator);
    return value ? plain.toString(*value / perUnit, 'g', kDigits) : QString();
}

} // namespace

ConditionsForm::ConditionsForm(QWidget* parent) : QWidget(parent) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(4);
    for (int i = 0; i < kFields; ++i) {
        const Field& asked = kFieldsAsked[i];
        auto* label = new Words(QCoreApplication::translate("ConditionsForm", asked.label));
        m_fields[i] = new QLineEdit;
        m_fields[i]->setAccessibleName(label->text());
        m_fields[i]->setMaximumWidth(86);
        m_fields[i]->setAlignment(Qt::AlignRight);
        grid->addWidget(label, i, 0);
        grid->addWidget(m_fields[i], i, 1);
        grid->addWidget(new Words(QString::fromUtf8(asked.unit)), i, 2);
        connect(m_fields[i], &QLineEdit::editingFinished, this, [this, i] { take(i); });
    }
    m_wayLabel = new Words(tr("Which way"));
    m_way = new QComboBox;
    m_way->addItems({tr("by its places"), tr("out"), tr("back")});
    m_way->setAccessibleName(tr("Which way"));
    grid->addWidget(m_wayLabel, kFields, 0);
    grid->addWidget(m_way, kFields, 1, 1, 2);
    connect(m_way, &QComboBox::activated, this, [this](int index) {
        m_said.direction = index == 1 ? "out" : index == 2 ? "back" : "";
        emit edited();
    });
    grid->setColumnStretch(0, 1);
}

void ConditionsForm::setAsksWay(bool asks) {
    m_way->setVisible(asks);
    m_wayLabel->setVisible(asks);
}

void ConditionsForm::show(const RideConditions& said) {
    m_said = said;
    for (int i = 0; i < kFields; ++i)
        if (!m_fields[i]->hasFocus() || !m_fields[i]->isModified())
            m_fields[i]->setText(fieldText(said.*kFieldsAsked[i].value, kFieldsAsked[i].perUnit));
    m_way->setCurrentIndex(said.direction == "out" ? 1 : said.direction == "back" ? 2 : 0);
}

void ConditionsForm::take(int index) {
    const Field& asked = kFieldsAsked[index];
    const QString text = m_fields[index]->text().trimmed();
    bool good = false;
    double value = QLocale().toDouble(text, &good);
    if (!good)
        value = QLocale::c().toDouble(text, &good);
    RideConditions next = m_said;
    next.*asked.value = good ? std::optional(value * asked.perUnit) : std::nullopt;
    if ((!good && !text.isEmpty()) || !plausible(next)) // what nobody could mean is not taken
        next.*asked.value = m_said.*asked.value;
    m_fields[index]->setText(fieldText(next.*asked.value, asked.perUnit));
    if (next == m_said)
        return;
    m_said = next;
    emit edited();
}

} // namespace jr::app
