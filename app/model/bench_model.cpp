// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/bench_model.h"

#include "app/theme/plural.h"
#include "archive/formats/text.h"
#include "core/nan.h"
#include "core/plan/fuel.h"
#include "core/pull/procedure_check.h"

#include <QCoreApplication>
#include <QDate>
#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

/// Known to the archive from now on, with its own facts beside what was known of it.
Result<Done> knowBench(Archive& archive, BenchRecord record) {
    constexpr std::size_t kMostBenches = 200; // a line with a new name every minute is no row of benches
    const auto known = archive.benches();
    if (!known)
        return known.error();
    bool isNew = true;
    for (const BenchRecord& b : *known)
        if (b.name == record.name) {
            isNew = false;
            for (const auto& fact : b.facts)
                if (std::none_of(record.facts.begin(), record.facts.end(),
                                 [&](const auto& told) { return told.first == fact.first; }))
                    record.facts.push_back(fact);
        }
    if (isNew && known->size() >= kMostBenches)
        return Error{BenchModel::tr("%1 benches are known already; this one is used, but not kept.")
                         .arg(known->size())
                         .toStdString()};
    const auto kept = archive.saveBench(record);
    return kept ? Result<Done>(Done{}) : kept.error();
}

/// The newest calibration of each kind of this bench: facts that take the place of what it says of itself.
std::map<std::string, std::string> calibratedFacts(const Archive& archive, const std::string& benchName) {
    std::map<std::string, std::string> newest;
    const auto known = archive.benches();
    if (!known)
        return newest;
    for (const BenchRecord& b : *known) {
        if (b.name != benchName)
            continue;
        const auto history = archive.calibrations(b.id);
        if (!history)
            return newest;
        for (auto it = history->rbegin(); it != history->rend(); ++it)
            if (it->kind != "drag-with-machine") // drag with a machine on says nothing of the bare roller
                for (const auto& [key, value] : it->facts)
                    newest[key] = value;
    }
    return newest;
}

} // namespace

BenchModel::BenchModel(JobModel& job, QObject* parent) : QObject(parent), m_job(job) {
    qRegisterMetaType<BenchDescription>();
    qRegisterMetaType<GuardTrip>();
    qRegisterMetaType<LinkState>("jr::LinkState");
    qRegisterMetaType<BenchState>("jr::BenchState");
    qRegisterMetaType<std::shared_ptr<CaughtPull>>("std::shared_ptr<jr::CaughtPull>");
    qRegisterMetaType<std::shared_ptr<CoastDown>>("std::shared_ptr<jr::CoastDown>");
    qRegisterMetaType<StopStatus>();
    connect(&m_job, &JobModel::comparisonChanged, this, &BenchModel::showCard);
    // The next pulls belong to the job that is open.
    connect(&m_job, &JobModel::jobChanged, this, [this] {
        if (m_job.job().id != m_sittingOf)
            takeSittingFromJob();
        if (!m_job.hasJob()) // perhaps another archive
            m_dayJob = std::make_shared<std::string>();
        if (m_session)
            tellSitting();
        emit sittingChanged();
    });
    connect(&m_job, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::sitting))
            applySitting(sittingSheetOf(m_job.sheet(sheet_kind::sitting)));
    });
    // The day's plan wants to know what is fitted and how far the fuel goes.
    connect(this, &BenchModel::sittingChanged, this,
            [this] { m_job.setFitted(m_setup.toStdString(), pullsLeftInTank()); });
}

BenchModel::~BenchModel() {
    disconnectBench();
}

QString BenchModel::captureFolder() const {
    return m_job.keeper() ? m_job.keeper()->folder() + QStringLiteral("/capture") : QString();
}

void BenchModel::connectTo(const QString& text, const QString& plain) {
    closeSession();
    const Result<BenchAddress> address = parseBenchAddress(text);
    if (!address) {
        emit said(QString::fromStdString(address.error().reason));
        return;
    }
    SessionOptions options;
    options.address = *address;
    options.captureFolder = captureFolder();
    if (!plain.trimmed().isEmpty()) {
        Result<PlainLayout> layout = parsePlainLayout(plain.toStdString());
        if (!layout) {
            emit said(QString::fromStdString(layout.error().reason));
            return;
        }
        options.plain = std::move(layout).value();
        options.plainText = plain.toStdString();
        if (!m_job.pulls().empty()) // the facts of such a bench are those of the job's last pull
            options.plainHeader = m_job.pulls().back().trace->header;
    }
    m_session = new BenchSession(std::move(options));
    m_session->moveToThread(&m_thread);
    connect(&m_thread, &QThread::finished, m_session, &QObject::deleteLater);
    connect(m_session, &BenchSession::linkChanged, this, [this](LinkState, const QString& words) {
        m_linkWords = words;
        emit linkChanged();
    });
    connect(m_session, &BenchSession::described, this, &BenchModel::takeDescription);
    connect(m_session, &BenchSession::stateChanged, this, &BenchModel::stateChanged);
    connect(m_session, &BenchSession::pullBegan, this, [this] {
        m_trips.clear();
        m_waiting.reset();
        m_card.reset();
        emit pullBegan();
    });
    connect(m_session, &BenchSession::pullCaught, this, &BenchModel::take);
    connect(m_session, &BenchSession::coastCaught, this, [this](std::shared_ptr<CoastDown> run) {
        m_coast = std::move(run);
        emit coastCaught();
    });
    connect(m_session, &BenchSession::tripped, this, [this](const GuardTrip& trip) {
        m_trips.push_back(trip);
        emit tripped(QString::fromStdString(guardSentence(trip)));
    });
    connect(m_session, &BenchSession::stopChanged, this, &BenchModel::stopChanged);
    connect(m_session, &BenchSession::stepsGivenUp, this, [this](int steps) {
        if (steps > 0)
            emit said(plural(steps, tr("1 step never settled."), tr("%1 steps never settled.")));
    });
    connect(m_session, &BenchSession::said, this, &BenchModel::said);
    m_thread.start();
    tellSitting();
    QMetaObject::invokeMethod(m_session, &BenchSession::open);
}

void BenchModel::takeDescription(BenchDescription bench) {
    if (!m_ownProcedure)
        m_procedure = procedureOf(bench);
    m_limits = limitsOf(bench);
    if (const auto tank = bench.facts.find("tank_ml"); tank != bench.facts.end() && m_tankMl <= 0.)
        m_tankMl = QString::fromStdString(tank->second).toDouble();
    m_bench = std::move(bench);
    useProcedure(m_procedure);
    tellSitting();
    emit described();
    if (!m_job.keeper())
        return;
    // Known to the archive from now on; its calibrations are laid over what the bench says of itself.
    BenchRecord record{"", m_bench->name, "", {}};
    for (const auto& [key, value] : m_bench->facts)
        record.facts.emplace_back(key, value);
    struct Known {
        Result<Done> kept;
        std::map<std::string, std::string> calibrated;
    };
    m_job.keeper()->ask(
        this,
        [record](Archive& archive) {
            Result<Done> kept = knowBench(archive, record);
            return Known{std::move(kept), calibratedFacts(archive, record.name)};
        },
        [this, name = m_bench->name](const Known& known) {
            if (!known.kept)
                emit said(QString::fromStdString(known.kept.error().text()));
            if (m_bench && m_bench->name == name) {
                benchKnown(known.calibrated);
                emit calibrated();
            }
        });
}

void BenchModel::benchKnown(const std::map<std::string, std::string>& calibrated) {
    for (const auto& [key, value] : calibrated) {
        m_bench->facts[key] = value;
        inSession([key = key, value = value](BenchSession& session) { session.setFact(key, value); });
    }
    setLimits(limitsOf(*m_bench)); // a speed limit may have been among them
}

QString BenchModel::standinProgram() const {
    const QString name = QStringLiteral("jolly-ram-standin"), here = QCoreApplication::applicationDirPath();
    for (const QString& path : {here + QLatin1Char('/') + name, here + QStringLiteral("/../bin/") + name})
        if (QFileInfo(path).isExecutable())
            return path;
    return QStandardPaths::findExecutable(name);
}

void BenchModel::tryStandin(const QString& machine, double speed, const QStringList& more) {
    disconnectBench();
    const QString program = standinProgram();
    if (program.isEmpty()) {
        emit said(tr("The simulated bench is not installed beside the program."));
        return;
    }
    m_standin = std::make_unique<QProcess>();
    m_standin->setProcessChannelMode(QProcess::ForwardedErrorChannel);
    connect(m_standin.get(), &QProcess::readyReadStandardOutput, this, [this] {
        // Its first line is its address.
        if (m_standin->canReadLine())
            connectTo(QString::fromUtf8(m_standin->readLine()).trimmed());
    });
    m_standin->start(program,
                     // It goes with this program, however that ends: its standard input closes then.
                     QStringList{QStringLiteral("--leave-with-input"), QStringLiteral("--machine"), machine,
                                 QStringLiteral("--speed"), QString::number(speed)} +
                         more);
}

void BenchModel::closeSession() {
    if (m_session) {
        // Waits, so that a pull in hand is kept before anything is taken down; only then may its capture go.
        QMetaObject::invokeMethod(m_session, &BenchSession::close, Qt::BlockingQueuedConnection);
        QCoreApplication::sendPostedEvents(this);
        if (m_job.keeper())
            m_job.keeper()->finish();
        QMetaObject::invokeMethod(m_session, &BenchSession::finishCapture, Qt::BlockingQueuedConnection);
        m_session = nullptr;
        m_thread.quit();
        m_thread.wait();
        m_linkWords.clear();
    }
    m_bench.reset();
    m_trips.clear();
}

void BenchModel::disconnectBench() {
    closeSession();
    if (m_standin) {
        m_standin->disconnect(this);
        m_standin->kill();
        m_standin->waitForFinished(2000);
        m_standin.reset();
    }
    emit linkChanged();
}

void BenchModel::adoptCalibrations() {
    if (!m_bench || !m_job.keeper())
        return;
    m_job.keeper()->ask(
        this, [name = m_bench->name](const Archive& archive) { return calibratedFacts(archive, name); },
        [this, name = m_bench->name](const std::map<std::string, std::string>& calibrated) {
            if (m_bench && m_bench->name == name)
                benchKnown(calibrated);
        });
}

void BenchModel::ask(const QString& offer) {
    if (!m_session)
        return;
    inSession([offer](BenchSession& session) { session.askOffer(offer); });
    if (offer == QLatin1String("refuel"))
        refuelled();
}

void BenchModel::stop() {
    inSession([](BenchSession& session) { session.stop(); });
}

void BenchModel::clearStop() {
    inSession([](BenchSession& session) { session.clearStop(); });
}

void BenchModel::zeroLoad() {
    inSession([](BenchSession& session) { session.zero(QStringLiteral("load_force")); });
}

void BenchModel::handKey() {
    if (!m_session)
        return;
    const bool pulling = m_session->snapshot().state == BenchState::Pulling;
    QMetaObject::invokeMethod(m_session, pulling ? &BenchSession::endByHand : &BenchSession::beginByHand);
}

void BenchModel::sweep(double fromRpm, double toRpm, double rpmPerS) {
    m_brakeTask = "sweep";
    inSession([=](BenchSession& session) { session.sweep(fromRpm, toRpm, rpmPerS); });
}

void BenchModel::holdSteps(const std::vector<double>& stepsRpm) {
    if (stepsRpm.empty())
        return;
    m_brakeTask = "steps";
    inSession([stepsRpm](BenchSession& session) { session.holdSteps(stepsRpm); });
}

void BenchModel::tellKept(const std::string& pullId) {
    inSession([pullId](BenchSession& session) { session.pullKept(pullId); });
}

double BenchModel::sinceLastPullS() const {
    return m_sinceLast.isValid() ? static_cast<double>(m_sinceLast.elapsed()) / 1000. : kNaN;
}

void BenchModel::take(const std::shared_ptr<CaughtPull>& pull) {
    if (!m_job.keeper()) {
        // The capture still has it: it was not told to be kept.
        emit said(tr("The pull could not be kept: no archive is open. It stays in the capture and is offered at the "
                     "next start."));
        return;
    }
    PullHeader& h = pull->trace.header;
    h.job = m_job.hasJob()
                ? m_job.job().name
                : tr("Bench day %1").arg(QLocale().toString(QDate::currentDate(), QLocale::ShortFormat)).toStdString();
    if (h.setup.empty())
        h.setup = tr("as it stands").toStdString();
    const int strokes = h.strokes.value_or(4);
    const bool measured = pull->fuelMl > 0.;
    if (!measured)
        pull->fuelMl = fuelForPullMl(pull->workJ, usualBsfcKgPerJ(strokes));
    m_fuelUsedMl += pull->fuelMl;
    m_fuelPerPull.push_back(pull->fuelMl);
    h.set(header_key::fuelMl, std::round(pull->fuelMl * 10.) / 10.);
    if (m_warmUp)
        h.set(header_key::warmUp, "yes");
    h.set(header_key::pullsSinceFuel, m_pullsSinceFuel++);
    if (m_sinceLast.isValid())
        h.set(header_key::restS, std::round(sinceLastPullS()));
    if (!m_brakeTask.empty())
        h.set(header_key::brakeTask, m_brakeTask);
    m_sinceLast.start();
    // A warm-up is set aside in the same breath: kept as a pull that counts it would be a false result.
    const AddPullOptions how{m_warmUp, m_warmUp ? tr("warm-up").toStdString() : std::string()};
    // One warm-up is thrown away (P3); the next counts unless asked otherwise.
    m_warmUp = false;
    emit sittingChanged();
    keepPull(pull, measured, how);
}

/// In the keeper's thread; the pull goes into the open job, or into one of the day that is made for it.
void BenchModel::keepPull(const std::shared_ptr<CaughtPull>& pull, bool fuelMeasured, const AddPullOptions& how) {
    struct Kept {
        Result<std::string> pullId;
        Result<JobRecord> job;
    };
    const std::string openJob = m_job.job().id;
    m_job.keeper()->ask(
        this,
        [pull, openJob, how, dayJob = m_dayJob](Archive& archive) -> Kept {
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
        [this, pull, fuelMeasured](const Kept& kept) {
            if (!kept.pullId) {
                emit said(
                    tr("The pull could not be kept: %1. It stays in the capture and is offered at the next start.")
                        .arg(QString::fromStdString(kept.pullId.error().text())));
                return;
            }
            tellKept(*kept.pullId);
            if (!kept.job)
                return;
            m_waiting = WaitingCard{*kept.pullId, pull, fuelMeasured};
            if (kept.job->id == m_job.job().id)
                m_job.takeIn(*kept.job, *kept.pullId, std::shared_ptr<const Trace>(pull, &pull->trace));
            else if (!m_job.hasJob())
                m_job.openJob(kept.job->id);
            else // another job was opened in between
                emit said(tr("The pull is kept in %1.").arg(QString::fromStdString(kept.job->name)));
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
    const auto& shown = m_job.shown()->pulls();
    if (here == pulls.end() || shown.size() <= at || shown[at].id != m_waiting->pullId)
        return;
    m_card = cardFor(static_cast<int>(at), *m_waiting->pull);
    m_card->fuelMeasured = m_waiting->fuelMeasured;
    m_waiting.reset();
    emit cardReady();
}

} // namespace jr::app
