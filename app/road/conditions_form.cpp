// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/conditions_form.h"

#include "app/words/words.h"
#include "core/words/wording.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QLocale>

namespace jr::app {
namespace {

struct Field {
    const char* label;
    std::optional<Measured> what; ///< without: in per cent…
    std::optional<double> RideConditions::*value;
    double percent = 0.01; ///< …and what one is in the value
};
constexpr Field kFieldsAsked[] = {
    {QT_TRANSLATE_NOOP("ConditionsForm", "Rider, as dressed"), Measured::Mass, &RideConditions::riderKg},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Fuel in the tank"), Measured::Mass, &RideConditions::fuelKg},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Wind against the rider"), Measured::RoadSpeed, &RideConditions::windMPerS},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Slope, uphill positive"), std::nullopt, &RideConditions::slopePct, 1.},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Air temperature"), Measured::Temperature, &RideConditions::airTempC},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Pressure here"), Measured::AirPressure, &RideConditions::airPressurePa},
    {QT_TRANSLATE_NOOP("ConditionsForm", "Humidity"), std::nullopt, &RideConditions::humidity},
};

Unit unitOf(const Field& field, const Wording& wording) {
    return field.what ? readerUnit(*field.what, wording) : Unit{"%", Quantity::Ratio, field.percent};
}

} // namespace

ConditionsForm::ConditionsForm(const JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(4);
    for (int i = 0; i < kFields; ++i) {
        const Field& asked = kFieldsAsked[i];
        auto* label = new Words(QCoreApplication::translate("ConditionsForm", asked.label));
        label->setWordWrap(true);
        m_fields[i] = new QLineEdit;
        m_fields[i]->setAccessibleName(label->text());
        m_fields[i]->setMaximumWidth(86);
        m_fields[i]->setAlignment(Qt::AlignRight);
        grid->addWidget(label, i, 0);
        grid->addWidget(m_fields[i], i, 1);
        m_units[i] = new Words;
        grid->addWidget(m_units[i], i, 2);
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
    showUnits();
    connect(&model, &JobModel::unitsChanged, this, &ConditionsForm::showUnits);
}

void ConditionsForm::showUnits() {
    const Wording wording = m_model.units().wording();
    for (int i = 0; i < kFields; ++i) {
        const auto words = unitWords(unitOf(kFieldsAsked[i], wording));
        m_units[i]->setText(QString::fromUtf8(words.data(), static_cast<qsizetype>(words.size())));
        showField(i);
    }
}

QString ConditionsForm::shownText(int index) const {
    const Field& asked = kFieldsAsked[index];
    const std::optional<double>& value = m_said.*asked.value;
    constexpr int kDigits = 5; // finer than anybody knows any of them
    QLocale plain;
    plain.setNumberOptions(QLocale::OmitGroupSeparator);
    return value ? plain.toString(fromSi(*value, unitOf(asked, m_model.units().wording())), 'g', kDigits) : QString();
}

void ConditionsForm::showField(int index) {
    m_fields[index]->setText(shownText(index));
}

void ConditionsForm::setAsksWay(bool asks) {
    m_way->setVisible(asks);
    m_wayLabel->setVisible(asks);
}

void ConditionsForm::show(const RideConditions& said) {
    m_said = said;
    for (int i = 0; i < kFields; ++i)
        if (!m_fields[i]->hasFocus() || !m_fields[i]->isModified())
            showField(i);
    m_way->setCurrentIndex(said.direction == "out" ? 1 : said.direction == "back" ? 2 : 0);
}

void ConditionsForm::take(int index) {
    const Field& asked = kFieldsAsked[index];
    const QString text = m_fields[index]->text().trimmed();
    if (text == shownText(index))
        return; // only left again: nothing is rounded by looking
    bool good = false;
    double value = QLocale().toDouble(text, &good);
    if (!good)
        value = QLocale::c().toDouble(text, &good);
    RideConditions next = m_said;
    next.*asked.value = good ? std::optional(toSi(value, unitOf(asked, m_model.units().wording()))) : std::nullopt;
    if ((!good && !text.isEmpty()) || !plausible(next)) // what nobody could mean is not taken
        next.*asked.value = m_said.*asked.value;
    const bool another = next != m_said;
    m_said = next;
    showField(index);
    if (another)
        emit edited();
}

} // namespace jr::app
