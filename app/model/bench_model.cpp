// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/bench_model.h"
#include "app/words/words.h"

#include "core/machine/fuel.h"
#include "core/nan.h"

#include <QDate>
#include <QTimer>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr int kTryAgainMs = 5000, kMostTries = 60; // five minutes; after that a person looks

} // namespace

BenchModel::BenchModel(JobModel& job, QObject* parent)
    : QObject(parent), m_job(job), m_link(job), m_sitting(job, m_link) {
    connect(&m_link, &BenchConnection::linkChanged, this, [this] {
        if (!m_link.bench())
            m_trips.clear();
        emit linkChanged();
    });
    connect(&m_link, &BenchConnection::described, this, [this] {
        const auto& facts = m_link.bench()->facts;
        if (const auto tank = facts.find("tank_ml"); tank != facts.end() && m_fuel.sizeMl() <= 0.)
            m_fuel.setSizeMl(QString::fromStdString(tank->second).toDouble());
        emit described();
    });
    connect(&m_link, &BenchConnection::calibrated, this, &BenchModel::calibrated);
    connect(&m_link, &BenchConnection::asked, this, [this](const QString& offer) {
        if (offer == QLatin1String("refuel"))
            m_fuel.filled();
    });
    connect(&m_link, &BenchConnection::stateChanged, this, &BenchModel::stateChanged);
    connect(&m_link, &BenchConnection::pullBegan, this, [this] {
        m_trips.clear();
        forgetCard();
        emit pullBegan();
    });
    connect(&m_link, &BenchConnection::pullCaught, this, &BenchModel::take);
    connect(&m_link, &BenchConnection::coastCaught, this, [this](const std::shared_ptr<CoastDown>& run) {
        m_coast = run;
        emit coastCaught();
    });
    connect(&m_link, &BenchConnection::tripped, this, [this](const GuardTrip& trip) {
        m_trips.push_back(trip);
        emit tripped(QString::fromStdString(jr::said(guardMessage(trip), m_job.units().wording())));
    });
    connect(&m_link, &BenchConnection::stopChanged, this, &BenchModel::stopChanged);
    connect(&m_link, &BenchConnection::said, this, &BenchModel::said);
    connect(&m_sitting, &BenchSitting::setupChanged, this, &BenchModel::forgetCard);
    connect(&m_sitting, &BenchSitting::changed, this, &BenchModel::sittingChanged);
    connect(&m_fuel, &FuelTank::changed, this, &BenchModel::sittingChanged);
    connect(&m_job.answers(), &JobStudy::changed, this, &BenchModel::showCard);
    connect(&m_job, &JobModel::jobChanged, this, [this] {
        if (!m_job.hasJob()) // perhaps another archive
            m_dayJob = std::make_shared<std::string>();
        followFuel();
    });
    connect(&m_job, &JobModel::sheetChanged, this, &BenchModel::followFuel);
    connect(&m_job, &JobModel::pullsChanged, this, &BenchModel::followFuel); // once they are read
    // The day's plan wants to know what is fitted and how far the fuel goes.
    connect(this, &BenchModel::sittingChanged, this,
            [this] { m_job.setFitted(m_sitting.setup().toStdString(), m_fuel.pullsLeft()); });
}

BenchModel::~BenchModel() {
    m_link.disconnectBench(); // a pull in hand is taken first
}

void BenchModel::forgetCard() {
    m_waiting.reset();
    m_card.reset();
}

void BenchModel::followFuel() {
    if (!m_job.hasJob() || m_job.loading())
        return;
    // Another job is another tank, unless it is of the same machine; a job that gets its machine's name is the same.
    const JobRecord& job = m_job.job();
    const bool sameMachine = !job.machine.empty() && job.machine == m_fuelMachine;
    if (job.id != m_fuelJob && !sameMachine && !m_fuelJob.empty()) {
        m_fuel.forget();
        m_fuelSaid.clear();
    }
    m_fuelJob = job.id;
    m_fuelMachine = job.machine;
    if (const auto tank = sheetNumber(machineSheetOf(m_job.sheet(sheet_kind::machine)), "tank_ml"))
        m_fuel.setSizeMl(*tank);
    for (const WalkLine& line : m_sitting.walkRound().lines) {
        const std::string said = line.when + " " + std::to_string(line.value.value_or(0.));
        if (line.key != kFuelLine || !line.value || said == m_fuelSaid)
            continue;
        m_fuelSaid = said;
        m_fuel.setContentMl(*line.value);
        // Pulls made since it was measured, in an earlier run of the program.
        const QDateTime when = QDateTime::fromString(QString::fromStdString(line.when), Qt::ISODate);
        for (const LoadedPull& p : m_job.pulls()) {
            const QDateTime began = QDateTime::fromString(QString::fromStdString(p.record.started), Qt::ISODate);
            if (const auto ml = p.trace->header.number(header_key::fuelMl); ml && when.isValid() && began > when)
                m_fuel.burn(*ml);
        }
    }
}

void BenchModel::settleCaptures(std::function<void(const LeftInCaptures&)> then) {
    if (m_job.keeper())
        app::settleCaptures(*m_job.keeper(), this, m_link.captureFolder(), std::move(then));
}

void BenchModel::recoverCaptures(std::function<void(int)> then) {
    if (m_job.keeper())
        takeInCaptures(*m_job.keeper(), this, m_link.captureFolder(),
                       [this, then = std::move(then)](const TakenIn& taken) {
                           for (const QString& problem : taken.problems)
                               emit said(problem);
                           then(taken.pulls);
                       });
}

void BenchModel::tellKept(const std::string& pullId) {
    m_link.inSession([pullId](BenchSession& session) { session.pullKept(pullId); });
}

bool BenchModel::pullInHand() const {
    if (!m_link.wanted() || m_link.onTheRoad())
        return false;
    const BenchState state = m_link.snapshot().state;
    return state == BenchState::RollOn || state == BenchState::Pulling || state == BenchState::Coasting;
}

double BenchModel::sinceLastPullS() const {
    return m_sinceLast.isValid() ? static_cast<double>(m_sinceLast.elapsed()) / 1000. : kNaN;
}

void BenchModel::take(const std::shared_ptr<CaughtPull>& pull) {
    if (!m_job.keeper()) {
        // The capture still has it: it was not told to be kept.
        emit said(tr("The pull could not be kept: no archive is open. It stays in the capture and is offered at the "
                     "next start."));
        if (pull->trace.header.kind == PullKind::Road)
            emit runNotKept();
        return;
    }
    PullHeader& h = pull->trace.header;
    const bool road = h.kind == PullKind::Road;
    const QString today = QLocale().toString(QDate::currentDate(), QLocale::ShortFormat);
    h.job =
        m_job.hasJob() ? m_job.job().name : (road ? tr("Road day %1") : tr("Bench day %1")).arg(today).toStdString();
    if (h.setup.empty())
        h.setup = JobModel::asItStands().toStdString();
    if (road) { // neither warm-up nor tank are followed there
        keepPull(pull, false, {});
        return;
    }
    const int strokes = h.strokes.value_or(4);
    const bool measured = pull->fuelMl > 0.;
    const MachineKind machine = machineSheetOf(m_job.sheet(sheet_kind::machine)).kind;
    const double reckonedMl = fuelForPullMl(pull->workJ, usualFuelUse(strokes, machine));
    const std::optional<double> meteredMl = measured ? std::optional(pull->fuelMl) : std::nullopt;
    if (!measured)
        pull->fuelMl = reckonedMl;
    h.set(header_key::fuelMl, std::round(pull->fuelMl * 10.) / 10.);
    const bool warmUp = m_sitting.warmUp();
    if (warmUp)
        h.set(header_key::warmUp, "yes");
    h.set(header_key::pullsSinceFuel, m_fuel.pullsSinceFilled());
    if (m_sinceLast.isValid())
        h.set(header_key::restS, std::round(sinceLastPullS()));
    if (!m_link.brakeTask().empty())
        h.set(header_key::brakeTask, m_link.brakeTask());
    m_sinceLast.start();
    // A warm-up is set aside in the same breath: kept as a pull that counts it would be a false result.
    // Nothing is lost, and nothing false is judged, while nobody has said whose pull this is.
    const AddPullOptions how = asideFor(m_sitting.asideOfNext());
    // One warm-up is thrown away (P3); the next counts unless asked otherwise.
    m_sitting.setWarmUp(false);
    m_fuel.burn(reckonedMl, meteredMl);
    keepPull(pull, measured, how);
}

/// The pull goes into the job that is open now, or into one of the day that is made for it.
void BenchModel::keepPull(const std::shared_ptr<CaughtPull>& pull, bool fuelMeasured, const AddPullOptions& how) {
    tryToKeep({pull, fuelMeasured, how, m_job.job().id});
}

/// In the keeper's thread.
void BenchModel::tryToKeep(const Keeping& keeping) {
    struct Kept {
        Result<std::string> pullId;
        Result<JobRecord> job;
    };
    const auto& [pull, fuelMeasured, how, openJob, tries] = keeping;
    m_job.keeper()->ask(
        this,
        [pull = pull, openJob = openJob, how = how, dayJob = m_dayJob](Archive& archive) -> Kept {
            std::string jobId = openJob.empty() ? *dayJob : openJob;
            if (jobId.empty()) {
                const auto made = archive.createJob(pull->trace.header.job, pull->trace.header.machine);
                if (!made)
                    return {made.error(), made.error()};
                jobId = *dayJob = *made;
            }
            Result<std::string> id = archive.addPull(jobId, pull->trace, "bench", how);
            return {std::move(id), archive.job(jobId)};
        },
        [this, keeping, road = pull->trace.header.kind == PullKind::Road](const Kept& kept) {
            if (!kept.pullId && keeping.tries < kMostTries) {
                // A disk that is full for a while costs no pull: it is tried until it is kept.
                if (keeping.tries == 0)
                    emit said(tr("The pull could not be kept yet: %1. It is tried again every few seconds.")
                                  .arg(errorAtPlace(kept.pullId.error())));
                QTimer::singleShot(kTryAgainMs, this, [this, again = keeping, of = m_job.keeper()]() mutable {
                    ++again.tries;
                    if (of && of == m_job.keeper()) // of another archive it is none; the capture has it
                        tryToKeep(again);
                });
                return;
            }
            if (kept.pullId && keeping.tries > 0)
                emit said(tr("The pull is kept now."));
            if (!kept.pullId) {
                if (road)
                    emit runNotKept();
                emit said(
                    tr("The pull could not be kept: %1. It stays in the capture and is offered at the next start.")
                        .arg(errorAtPlace(kept.pullId.error())));
                return;
            }
            tellKept(*kept.pullId);
            if (!kept.job)
                return;
            if (!road)
                m_waiting = WaitingCard{*kept.pullId, keeping.pull, keeping.fuelMeasured};
            if (kept.job->id == m_job.job().id)
                m_job.takeIn(*kept.job, *kept.pullId, std::shared_ptr<const Trace>(keeping.pull, &keeping.pull->trace));
            else if (!m_job.hasJob())
                m_job.openJob(kept.job->id);
            else // another job was opened in between
                emit said(tr("The pull is kept in %1.").arg(QString::fromStdString(kept.job->name)));
            if (road)
                emit runKept(*kept.pullId);
            showCard();
        });
}

/// The card comes once the pull is safe on disk and worked out.
void BenchModel::showCard() {
    if (!m_waiting)
        return;
    const auto& pulls = m_job.pulls();
    const auto here =
        std::find_if(pulls.begin(), pulls.end(), [&](const LoadedPull& p) { return p.record.id == m_waiting->pullId; });
    const auto at = static_cast<std::size_t>(here - pulls.begin());
    const auto& shown = m_job.answers().shown()->pulls();
    if (here == pulls.end() || shown.size() <= at || shown[at].id != m_waiting->pullId)
        return;
    m_card = cardFor(static_cast<int>(at), *m_waiting->pull);
    m_card->fuelMeasured = m_waiting->fuelMeasured;
    m_waiting.reset();
    emit cardReady();
}

} // namespace jr::app
