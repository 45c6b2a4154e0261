// SPDX-License-Identifier: GPL-3.0-or-later
// The facts beside an import: what the log does not say of the bench and the air, typed in and checked one by one.
#include "app/import/import_facts.h"
#include "app/import/import_dialog.h"
#include "app/import/import_picture.h"
#include "app/theme/plural.h"
#include "app/theme/words.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

QString factText(const PullHeader& h, const std::string& key) {
    const auto number = [](const std::optional<double>& v, double scale = 1.) {
        return v ? QString::fromStdString(numberText(*v * scale)) : QString();
    };
    if (key == "started")
        return QString::fromStdString(h.started);
    if (key == "roller_inertia_kg_m2")
        return number(h.rollerInertiaKgM2);
    if (key == "roller_radius_m")
        return number(h.rollerRadiusM);
    if (key == "roller_loss_nm")
        return h.rollerLossNm == std::array<double, 3>{}
                   ? QString()
                   : QStringLiteral("%1, %2, %3")
                         .arg(QString::fromStdString(numberText(h.rollerLossNm[0])),
                              QString::fromStdString(numberText(h.rollerLossNm[1])),
                              QString::fromStdString(numberText(h.rollerLossNm[2])));
    if (key == "engine_per_roller")
        return number(h.enginePerRoller);
    if (key == "brake_arm_m")
        return number(h.brakeArmM);
    if (key == "air_temp_c")
        return number(h.airTempC);
    if (key == "air_pressure_hpa")
        return number(h.airPressurePa, 0.01);
    if (key == "humidity_pct")
        return number(h.humidity, 100.);
    if (key == header_key::altitudeM.key)
        return number(h.number(header_key::altitudeM));
    return {};
}

void clearFact(PullHeader& h, const std::string& key) {
    if (key == "started") {
        h.started.clear();
        h.startedEpochS.reset();
    } else if (key == "roller_inertia_kg_m2")
        h.rollerInertiaKgM2.reset();
    else if (key == "roller_radius_m")
        h.rollerRadiusM.reset();
    else if (key == "roller_loss_nm")
        h.rollerLossNm = {};
    else if (key == "engine_per_roller")
        h.enginePerRoller.reset();
    else if (key == "brake_arm_m")
        h.brakeArmM.reset();
    else if (key == "air_temp_c")
        h.airTempC.reset();
    else if (key == "air_pressure_hpa")
        h.airPressurePa.reset();
    else if (key == "humidity_pct")
        h.humidity.reset();
    else
        std::erase_if(h.other, [&](const auto& one) { return one.first == key; });
}

} // namespace

void ImportDialog::fillFacts() {
    ImportItem* item = current();
    const bool editable = item && item->problem.isEmpty() && !item->isPullFile;
    const PullHeader none;
    const PullHeader& h = item && item->trace ? item->trace->header : item ? item->facts : none;
    m_setup->setEnabled(editable);
    m_setup->setEditText(QString::fromStdString(h.setup));
    for (auto& [key, edit] : m_facts) {
        edit->setReadOnly(!editable);
        edit->setText(factText(h, key));
        edit->setCursorPosition(0); // a long one is read from its beginning
        edit->setStyleSheet({});
        edit->setToolTip({});
    }
    m_remember->setEnabled(editable);
    m_refused = false;
    fillRemarks();
}

void ImportDialog::fillRemarks() {
    const ImportItem* item = current();
    Markup text;
    if (item) {
        if (!item->workProblem.isEmpty())
            text += Markup::bold(item->workProblem + QLatin1Char('\n'));
        if (!item->curveProblem.isEmpty())
            text += Markup::bold(tr("Not a curve yet: %1").arg(item->curveProblem) + QLatin1Char('\n'));
        for (const QString& remark : item->remarks)
            text += remark + QLatin1Char('\n');
        if (!item->leftOut.empty())
            text += Markup::bold(
                QLatin1Char('\n') +
                plural(static_cast<int>(item->leftOut.size()), tr("1 row left out:"), tr("%1 rows left out:")) +
                QLatin1Char('\n'));
        for (std::size_t k = 0; k < item->leftOut.size() && k < 8; ++k)
            text += tr("line %1: %2").arg(item->leftOut[k].line).arg(QString::fromStdString(item->leftOut[k].reason)) +
                    QLatin1Char('\n');
        if (item->leftOut.size() > 8)
            text += QStringLiteral("…");
    }
    m_leftOut->set(text);
}

void ImportDialog::factChanged() {
    ImportItem* item = current();
    if (!item || m_filling || item->isPullFile)
        return;
    bool good = true;
    for (auto& [key, edit] : m_facts) {
        clearFact(item->facts, key);
        QString value = edit->text().trimmed();
        // People type numbers their own way; the file's way has a point.
        if (key != "started" && key != "roller_loss_nm")
            value.replace(QLatin1Char(','), QLatin1Char('.'));
        edit->setStyleSheet({});
        edit->setToolTip({});
        if (value.isEmpty())
            continue;
        const Result<Done> done = setHeaderValue(item->facts, key, value.toStdString());
        if (!done) {
            good = false;
            edit->setStyleSheet(QStringLiteral("border: 2px solid %1").arg(m_theme.tokens().amber.name()));
            edit->setToolTip(plainTip(errorWords(done.error())));
            m_leftOut->set(errorWords(done.error()));
        }
    }
    m_refused = !good;
    if (!good)
        return;
    for (auto& [key, edit] : m_facts)
        if (!edit->text().isEmpty() && !edit->hasFocus()) // as it was understood
            edit->setText(factText(item->facts, key));
    item->facts.setup = m_setup->currentText().toStdString();
    // Logs that came together came from one bench: the same facts serve those that have none yet.
    for (ImportItem& other : m_set.items())
        if (&other != item && !other.isPullFile && other.problem.isEmpty() && other.fit == nullptr) {
            const std::string setup = other.facts.setup;
            other.facts = item->facts;
            other.facts.setup = setup;
            other.facts.started.clear();
            other.facts.startedEpochS.reset();
            m_set.workAnew(static_cast<std::size_t>(&other - m_set.items().data()));
        }
    m_go->setEnabled(false);
    m_set.workAnew(static_cast<std::size_t>(m_index));
}

} // namespace jr::app
