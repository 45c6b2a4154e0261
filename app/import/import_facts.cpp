// SPDX-License-Identifier: GPL-3.0-or-later
// The facts beside an import: what the log does not say of the bench and the air, typed in and checked one by one.
#include "app/import/import_facts.h"
#include "app/import/import_dialog.h"
#include "app/import/import_picture.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "core/words/wording.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr std::size_t kDate = 10; // "2026-05-02"

/// As the file has it.
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

std::optional<Measured> measuredAs(const std::string& key) {
    for (const Fact& fact : kFacts)
        if (key == fact.key)
            return fact.what;
    return std::nullopt;
}

/// As the reader has it.
QString shownFact(const PullHeader& h, const std::string& key, const Wording& wording) {
    const QString text = factText(h, key);
    const auto what = measuredAs(key);
    if (!what || text.isEmpty())
        return text;
    // The file has it in the home unit: degC, hPa.
    const double si = toSi(text.toDouble(), homeUnit(*what));
    constexpr int kDigits = 6; // no barometer has more
    return QString::number(fromSi(si, readerUnit(*what, wording)), 'g', kDigits);
}

/// As the file would have what was typed; what is no number stays as it is, to be refused by name.
QString typedFact(const QString& typed, const std::string& key, const Wording& wording) {
    const auto what = measuredAs(key);
    bool number = false;
    const double value = typed.toDouble(&number);
    if (!what || !number)
        return typed;
    return QString::fromStdString(numberText(fromSi(toSi(value, readerUnit(*what, wording)), homeUnit(*what))));
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
        edit->setText(shownFact(h, key, m_model.units().wording()));
        edit->setCursorPosition(0); // a long one is read from its beginning
        edit->setStyleSheet({});
        edit->setToolTip({});
    }
    m_bench->setEnabled(editable);
    m_bench->setCurrentIndex(
        std::max(0, m_bench->findText(QString::fromUtf8(h.text(header_key::bench).data(),
                                                        static_cast<qsizetype>(h.text(header_key::bench).size())))));
    m_place->setEnabled(editable);
    m_place->setCurrentIndex(std::max(0, m_place->findData(QString::fromUtf8(measuredAtText(h.measuredAt).data()))));
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
            text +=
                tr("line %1: %2").arg(item->leftOut[k].line).arg(saidHere(item->leftOut[k].reason)) + QLatin1Char('\n');
        if (item->leftOut.size() > 8)
            text += QStringLiteral("…");
    }
    m_leftOut->set(text);
}

/// What the archive knows of the bench takes the place of what stands in the fields; the rest of them stay.
void ImportDialog::useBench() {
    ImportItem* item = current();
    const auto chosen = static_cast<std::size_t>(m_bench->currentIndex());
    if (!item || m_filling || item->isPullFile)
        return;
    m_benchDay = item->facts.started.substr(0, kDate);
    item->facts.set(header_key::bench, chosen == 0 ? std::string() : m_benches[chosen - 1].bench.name);
    m_benchWords->hide();
    if (chosen > 0) {
        const KnownBench& known = m_benches[chosen - 1];
        const BenchOfDay then = benchOnDay(known.bench, known.history, item->facts.started);
        static constexpr const char* kOfBench[] = {"measured_at",    "roller_inertia_kg_m2", "roller_radius_m",
                                                   "roller_loss_nm", "engine_per_roller",    "brake_inertia_kg_m2",
                                                   "brake_arm_m",    "engine_per_brake",     "altitude_m"};
        for (const char* key : kOfBench)
            if (const auto fact = then.facts.find(key); fact != then.facts.end())
                (void)setHeaderValue(item->facts, key, fact->second); // one it cannot be stays as it stood
        sayBench(then);
    }
    m_filling = true;
    for (auto& [key, edit] : m_facts) {
        edit->setText(shownFact(item->facts, key, m_model.units().wording()));
        edit->setCursorPosition(0);
    }
    m_place->setCurrentIndex(
        std::max(0, m_place->findData(QString::fromUtf8(measuredAtText(item->facts.measuredAt).data()))));
    m_filling = false;
    factChanged();
}

void ImportDialog::sayBench(const BenchOfDay& then) {
    QStringList made;
    for (const std::string& one : then.calibrated)
        made << QString::fromStdString(one);
    const ImportItem* item = current();
    const QString day = item && !item->facts.started.empty() ? tr("that day") : tr("now; write when it started");
    m_benchWords->setText(made.isEmpty() ? tr("As it says of itself; never calibrated until %1.").arg(day)
                                         : tr("As calibrated until %1: %2.").arg(day, made.join(tr(", "))));
    m_benchWords->show();
}

void ImportDialog::factChanged() {
    ImportItem* item = current();
    if (!item || m_filling || item->isPullFile)
        return;
    bool good = true;
    for (auto& [key, edit] : m_facts) {
        const Wording wording = m_model.units().wording();
        const QString shown = shownFact(item->facts, key, wording), kept = factText(item->facts, key);
        clearFact(item->facts, key);
        QString value = edit->text().trimmed();
        // People type numbers their own way; the file's way has a point.
        if (key != "started" && key != "roller_loss_nm")
            value.replace(QLatin1Char(','), QLatin1Char('.'));
        edit->setStyleSheet({});
        edit->setToolTip({});
        if (value.isEmpty())
            continue;
        value = value == shown ? kept : typedFact(value, key, wording); // nothing is rounded by looking
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
    // Another day, and the bench was calibrated to something else.
    if (m_bench->currentIndex() > 0 && item->facts.started.substr(0, kDate) != m_benchDay) {
        useBench();
        return;
    }
    item->facts.measuredAt = MeasuredAt::Unknown;
    if (const QString place = m_place->currentData().toString(); !place.isEmpty())
        (void)setHeaderValue(item->facts, "measured_at", place.toStdString()); // one of the three it knows
    for (auto& [key, edit] : m_facts)
        if (!edit->text().isEmpty() && !edit->hasFocus()) // as it was understood
            edit->setText(shownFact(item->facts, key, m_model.units().wording()));
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
