// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/bench_sitting.h"

#include "app/theme/plural.h"
#include "core/pull/procedure_check.h"

#include <algorithm>

namespace jr::app {

BenchSitting::BenchSitting(JobModel& job, BenchConnection& link, QObject* parent)
    : QObject(parent), m_job(job), m_link(link) {
    connect(&m_link, &BenchConnection::began, this, &BenchSitting::tell);
    connect(&m_link, &BenchConnection::described, this, [this] {
        if (!m_ownProcedure)
            m_procedure = procedureOf(*m_link.bench());
        useProcedure(m_procedure);
        tell();
        takeBenchLimits();
    });
    // A speed limit may be among them.
    connect(&m_link, &BenchConnection::calibrated, this, &BenchSitting::takeBenchLimits);
    // The next pulls belong to the job that is open.
    connect(&m_job, &JobModel::jobChanged, this, [this] {
        if (m_job.job().id != m_takenFrom)
            takeFromJob();
        tell();
        emit changed();
    });
    // The pull just made is of the fitting that was said; the next is of the same.
    connect(&m_job, &JobModel::pullsChanged, this, [this] {
        const bool made = m_putOnAgain && m_job.pulls().size() > m_pulls;
        if (made)
            m_putOnAgain = false;
        tell();
        if (made)
            emit changed();
    });
    connect(&m_job, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::sitting))
            apply(sittingSheetOf(m_job.sheet(sheet_kind::sitting)));
    });
}

void BenchSitting::setSetup(const QString& name) {
    const QString clean = name.trimmed();
    if (clean == m_setup)
        return;
    m_setup = clean;
    m_putOnAgain = false; // another one is fitted anew anyhow
    tell();
    emit setupChanged();
    emit changed();
}

int BenchSitting::fitting() const {
    // While pulls are being read their numbers are not known, and it is what it was.
    const auto& pulls = m_job.pulls();
    if (m_job.loading() || (!pulls.empty() && pulls.back().trace->header.id.empty()))
        return m_lastFitting;
    int highest = 0;
    std::optional<int> last; // of the newest pull, where it is of this setup
    for (const LoadedPull& p : m_job.pulls()) {
        const auto number = p.trace->header.number(header_key::fitting);
        highest = std::max(highest, number ? static_cast<int>(*number) : 0);
        const SetupRecord* setup = m_job.job().setup(p.record.setupId);
        last = number && setup && QString::fromStdString(setup->name) == m_setup
                   ? std::optional(static_cast<int>(*number))
                   : std::nullopt;
    }
    return last && !m_putOnAgain ? *last : highest + 1;
}

void BenchSitting::setPutOnAgain(bool again) {
    if (again == m_putOnAgain)
        return;
    m_putOnAgain = again;
    m_pulls = m_job.pulls().size();
    tell();
    emit changed();
}

void BenchSitting::setWarmUp(bool on) {
    if (on == m_warmUp)
        return;
    m_warmUp = on;
    emit changed();
}

QString BenchSitting::key(const QString& key) const {
    for (const auto& [name, value] : m_keys)
        if (name == key.toStdString())
            return QString::fromStdString(value);
    return {};
}

void BenchSitting::setKey(const QString& key, const QString& value) {
    if (this->key(key) == value.trimmed())
        return;
    std::erase_if(m_keys, [&](const auto& k) { return k.first == key.toStdString(); });
    if (!value.trimmed().isEmpty())
        m_keys.emplace_back(key.toStdString(), value.trimmed().toStdString());
    keep(tr("write how the sitting is run"));
    tell();
    emit changed();
}

void BenchSitting::setProcedure(const Procedure& procedure) {
    m_ownProcedure = true;
    useProcedure(procedure);
    keep(tr("change the procedure"));
    tell();
    emit changed();
}

void BenchSitting::useProcedure(const Procedure& procedure) {
    m_procedure = procedure;
    m_link.inSession([procedure](BenchSession& session) { session.setProcedure(procedure); });
}

void BenchSitting::keep(const QString& what) {
    SittingSheet sheet{m_ownProcedure ? std::optional(m_procedure) : std::nullopt, m_keys};
    std::sort(sheet.keys.begin(), sheet.keys.end());
    m_job.setSheet(sheet_kind::sitting, sheetBody(sheet), what);
}

void BenchSitting::apply(const SittingSheet& sheet) {
    m_keys = sheet.keys;
    m_ownProcedure = sheet.procedure.has_value();
    if (sheet.procedure)
        useProcedure(*sheet.procedure);
    else if (m_link.bench())
        useProcedure(procedureOf(*m_link.bench()));
    tell();
    emit changed();
}

/// Another job was opened: its own sitting, if it has one. What was written before there was any job goes into it.
void BenchSitting::takeFromJob() {
    const bool first = m_takenFrom.empty();
    m_takenFrom = m_job.job().id;
    if (const std::string body = m_job.sheet(sheet_kind::sitting); !body.empty())
        apply(sittingSheetOf(body));
    else if (!first)
        apply({});
    else if (!m_keys.empty() || m_ownProcedure)
        keep(tr("write how the sitting is run"));
}

void BenchSitting::setLimits(const GuardLimits& limits) {
    m_limits = limits;
    m_link.inSession([limits](BenchSession& session) { session.setLimits(limits); });
    emit changed();
}

void BenchSitting::takeBenchLimits() {
    const GuardLimits said = limitsOf(*m_link.bench());
    const bool another = m_link.bench()->name != m_limitsOf;
    const auto mixed = [&](double GuardLimits::*limit) {
        return another || said.*limit != m_benchLimits.*limit ? said.*limit : m_limits.*limit;
    };
    GuardLimits limits = said;
    for (double GuardLimits::*limit : {&GuardLimits::leanAfr, &GuardLimits::notFiringAfr, &GuardLimits::exhaustC,
                                       &GuardLimits::coolantC, &GuardLimits::overspeedRpm, &GuardLimits::rollerRadS,
                                       &GuardLimits::loadThrottle, &GuardLimits::mixtureHoldS, &GuardLimits::settleS})
        limits.*limit = mixed(limit);
    m_limitsOf = m_link.bench()->name;
    m_benchLimits = said;
    setLimits(limits);
}

void BenchSitting::tell() {
    SittingFacts facts;
    facts.job = m_job.job().name;
    facts.machine = m_job.job().machine;
    facts.setup = m_setup.toStdString();
    facts.keys = m_keys;
    m_lastFitting = fitting();
    facts.keys.emplace_back(header_key::fitting.key, std::to_string(m_lastFitting));
    // The pull carries the procedure it was to be run by, so that Judge can hold it to that.
    facts.keys.emplace_back(header_key::procedure.key, procedureText(m_procedure));
    m_link.inSession([facts](BenchSession& session) { session.setSitting(facts); });
}

WalkRound BenchSitting::walkRound() const {
    if (const std::string body = m_job.sheet(sheet_kind::walkRound); !body.empty())
        return walkRoundOf(body);
    const MachineSheet machine = machineSheetOf(m_job.sheet(sheet_kind::machine));
    const bool brake = m_link.bench() && m_link.bench()->header.kind == PullKind::Brake;
    const BenchType type = !brake                                  ? BenchType::Roller
                           : machine.kind == MachineKind::HandHeld ? BenchType::HandBrake
                                                                   : BenchType::EngineBrake;
    return usualWalkRound(machine.kind, type);
}

QString BenchSitting::openBeforePull() const {
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
