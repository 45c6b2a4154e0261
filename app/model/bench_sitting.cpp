// SPDX-License-Identifier: GPL-3.0-or-later
// What the bench side knows of the sitting: setup, fixed things, procedure, walk-round, fuel.
#include "app/model/bench_model.h"

#include "app/theme/plural.h"
#include "core/plan/fuel.h"
#include "core/pull/procedure_check.h"

#include <algorithm>

namespace jr::app {
namespace {

double meanFuel(const std::vector<double>& pulls) {
    double sum = 0.;
    for (double ml : pulls)
        sum += ml / static_cast<double>(pulls.size());
    return sum;
}

} // namespace

void BenchModel::setSetup(const QString& name) {
    const QString clean = name.trimmed();
    if (clean == m_setup)
        return;
    m_setup = clean;
    m_waiting.reset();
    m_card.reset();
    tellSitting();
    emit sittingChanged();
}

void BenchModel::setWarmUp(bool on) {
    if (on == m_warmUp)
        return;
    m_warmUp = on;
    emit sittingChanged();
}

QString BenchModel::sittingKey(const QString& key) const {
    for (const auto& [name, value] : m_keys)
        if (name == key.toStdString())
            return QString::fromStdString(value);
    return {};
}

void BenchModel::setSittingKey(const QString& key, const QString& value) {
    if (sittingKey(key) == value.trimmed())
        return;
    std::erase_if(m_keys, [&](const auto& k) { return k.first == key.toStdString(); });
    if (!value.trimmed().isEmpty())
        m_keys.emplace_back(key.toStdString(), value.trimmed().toStdString());
    keepSitting(tr("write how the sitting is run"));
    tellSitting();
    emit sittingChanged();
}

void BenchModel::setProcedure(const Procedure& procedure) {
    m_ownProcedure = true;
    useProcedure(procedure);
    keepSitting(tr("change the procedure"));
    tellSitting();
    emit sittingChanged();
}

void BenchModel::useProcedure(const Procedure& procedure) {
    m_procedure = procedure;
    inSession([procedure](BenchSession& session) { session.setProcedure(procedure); });
}

void BenchModel::keepSitting(const QString& what) {
    SittingSheet sheet{m_ownProcedure ? std::optional(m_procedure) : std::nullopt, m_keys};
    std::sort(sheet.keys.begin(), sheet.keys.end());
    m_job.setSheet(sheet_kind::sitting, sheetBody(sheet), what);
}

void BenchModel::applySitting(const SittingSheet& sheet) {
    m_keys = sheet.keys;
    m_ownProcedure = sheet.procedure.has_value();
    if (sheet.procedure)
        useProcedure(*sheet.procedure);
    else if (m_bench)
        useProcedure(procedureOf(*m_bench));
    tellSitting();
    emit sittingChanged();
}

/// Another job was opened: its own sitting, if it has one. What was written before there was any job goes into it.
void BenchModel::takeSittingFromJob() {
    const bool first = m_sittingOf.empty();
    m_sittingOf = m_job.job().id;
    if (const std::string body = m_job.sheet(sheet_kind::sitting); !body.empty())
        applySitting(sittingSheetOf(body));
    else if (!first)
        applySitting({});
    else if (!m_keys.empty() || m_ownProcedure)
        keepSitting(tr("write how the sitting is run"));
}

void BenchModel::setLimits(const GuardLimits& limits) {
    m_limits = limits;
    inSession([limits](BenchSession& session) { session.setLimits(limits); });
    emit sittingChanged();
}

void BenchModel::tellSitting() {
    if (!m_session)
        return;
    SittingFacts facts;
    facts.job = m_job.job().name;
    facts.machine = m_job.job().machine;
    facts.setup = m_setup.toStdString();
    facts.keys = m_keys;
    // The pull carries the procedure it was to be run by, so that Judge can hold it to that.
    facts.keys.emplace_back(header_key::procedure.key, procedureText(m_procedure));
    inSession([facts](BenchSession& session) { session.setSitting(facts); });
}

void BenchModel::setTankMl(double ml) {
    m_tankMl = ml;
    emit sittingChanged();
}

void BenchModel::refuelled() {
    m_fuelUsedMl = 0.;
    m_pullsSinceFuel = 0;
    emit sittingChanged();
}

std::optional<int> BenchModel::pullsLeftInTank() const {
    if (m_tankMl <= 0. || m_fuelPerPull.empty())
        return std::nullopt;
    return pullsLeft(m_tankMl, m_fuelUsedMl, meanFuel(m_fuelPerPull));
}

WalkRound BenchModel::walkRound() const {
    if (const std::string body = m_job.sheet(sheet_kind::walkRound); !body.empty())
        return walkRoundOf(body);
    const MachineSheet machine = machineSheetOf(m_job.sheet(sheet_kind::machine));
    const bool brake = m_bench && m_bench->header.kind == PullKind::Brake;
    const BenchType type = !brake                                  ? BenchType::Roller
                           : machine.kind == MachineKind::HandHeld ? BenchType::HandBrake
                                                                   : BenchType::EngineBrake;
    return usualWalkRound(machine.kind, type);
}

QString BenchModel::openBeforePull() const {
    if (!m_job.hasJob())
        return {};
    QStringList words;
    if (const WalkState state = walkState(walkRound()); !state.clear())
        words << plural(static_cast<int>(state.missingSafety.size()), tr("1 safety line of the walk-round is open"),
                        tr("%1 safety lines of the walk-round are open"));
    if (const auto off = stillOff(putBackOf(m_job.sheet(sheet_kind::putBack))); !off.empty())
        words << plural(static_cast<int>(off.size()), tr("1 part is still off"), tr("%1 parts are still off"));
    return words.join(tr("; "));
}

} // namespace jr::app
