// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/bench_connection.h"

#include "app/words/plural.h"
#include "app/words/words.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QStandardPaths>

namespace jr::app {

BenchConnection::BenchConnection(JobModel& job, QObject* parent) : QObject(parent), m_job(job) {}

BenchConnection::~BenchConnection() {
    leave(); // nobody is told: whoever listened is being taken down with it
}

QString BenchConnection::captureFolder() const {
    return m_job.keeper() ? m_job.keeper()->folder() + QStringLiteral("/capture") : QString();
}

void BenchConnection::connectTo(const QString& text, const QString& plain) {
    closeSession();
    const Result<BenchAddress> address = parseBenchAddress(text);
    if (!address) {
        emit said(errorWords(address.error()));
        return;
    }
    SessionOptions options;
    m_onTheRoad = false;
    options.address = *address;
    options.captureFolder = captureFolder();
    if (!plain.trimmed().isEmpty()) {
        Result<PlainLayout> layout = parsePlainLayout(plain.toStdString());
        if (!layout) {
            emit said(errorWords(layout.error()));
            return;
        }
        options.plain = std::move(layout).value();
        options.plainText = plain.toStdString();
        m_onTheRoad = options.plain->road;
        if (!m_onTheRoad && !m_job.pulls().empty()) // the facts of such a bench are those of the job's last pull
            options.plainHeader = m_job.pulls().back().trace->header;
    }
    const quint64 call = ++m_calls;
    if (!m_job.keeper()) {
        this->call(std::move(options));
        return;
    }
    m_calling = true;
    m_words = tr("Reading what the archive knows of benches first.");
    m_job.keeper()->ask(
        this, [](const Archive& archive) { return calibratedFacts(archive); },
        [this, call, options = std::move(options)](std::map<std::string, CalibratedFacts> known) {
            if (call != m_calls) // ended, or another one was called meanwhile
                return;
            m_calibrations = std::move(known);
            this->call(options);
        });
    emit linkChanged();
}

void BenchConnection::call(SessionOptions options) {
    m_calling = false;
    m_words.clear();
    m_session = new BenchSession(std::move(options));
    m_session->moveToThread(&m_thread);
    connect(&m_thread, &QThread::finished, m_session, &QObject::deleteLater);
    connect(m_session, &BenchSession::linkChanged, this, [this](LinkState, const Message& words) {
        m_words = saidHere(words);
        emit linkChanged();
    });
    connect(m_session, &BenchSession::described, this, &BenchConnection::takeDescription);
    connect(m_session, &BenchSession::stateChanged, this, &BenchConnection::stateChanged);
    connect(m_session, &BenchSession::pullBegan, this, &BenchConnection::pullBegan);
    connect(m_session, &BenchSession::pullCaught, this, &BenchConnection::pullCaught);
    connect(m_session, &BenchSession::coastCaught, this, &BenchConnection::coastCaught);
    connect(m_session, &BenchSession::tripped, this, &BenchConnection::tripped);
    connect(m_session, &BenchSession::stopChanged, this, &BenchConnection::stopChanged);
    connect(m_session, &BenchSession::stepsGivenUp, this, [this](int steps) {
        if (steps > 0)
            emit said(plural(steps, tr("1 step never settled."), tr("%1 steps never settled.")));
    });
    connect(m_session, &BenchSession::said, this, [this](const Error& what) { emit said(errorAtPlace(what)); });
    connect(m_session, &BenchSession::refused, this, [this](const Error& why) { emit said(errorWords(why)); });
    m_thread.start();
    emit began();
    QMetaObject::invokeMethod(m_session, &BenchSession::open);
}

void BenchConnection::takeDescription(BenchDescription bench) {
    m_bench = std::move(bench);
    // Known to the archive from now on; its calibrations are laid over what the bench says of itself.
    BenchRecord record{"", m_bench->name, "", {}};
    for (const auto& [key, value] : m_bench->facts)
        record.facts.emplace_back(key, value);
    useCalibrations();
    emit described();
    if (m_onTheRoad) // a receiver is no bench of the house
        return;
    if (m_job.keeper())
        m_job.keeper()->ask(
            this, [record](Archive& archive) { return knowBench(archive, record); },
            [this](const Result<Done>& known) {
                if (!known)
                    emit said(errorAtPlace(known.error()));
            });
}

void BenchConnection::useCalibrations() {
    for (const auto& [key, value] : m_calibrations[m_bench->name]) {
        m_bench->facts[key] = value;
        inSession([key = key, value = value](BenchSession& session) { session.setFact(key, value); });
    }
}

QString BenchConnection::standinProgram() const {
    const QString name = QStringLiteral("jolly-ram-standin"), here = QCoreApplication::applicationDirPath();
    for (const QString& path : {here + QLatin1Char('/') + name, here + QStringLiteral("/../bin/") + name})
        if (QFileInfo(path).isExecutable())
            return path;
    return QStandardPaths::findExecutable(name);
}

void BenchConnection::listenTo(const QString& receiver) {
    connectTo(receiver, QStringLiteral("road"));
}

void BenchConnection::tryStandin(const QString& machine, double speed, const QStringList& more) {
    startStandin(QStringList{QStringLiteral("--machine"), machine, QStringLiteral("--speed"), QString::number(speed)} +
                     more,
                 {});
}

void BenchConnection::tryReceiver(const QString& machine, double speed, const QStringList& more) {
    startStandin(QStringList{QStringLiteral("--machine"), machine, QStringLiteral("--speed"), QString::number(speed),
                             QStringLiteral("--road"), QStringLiteral("live")} +
                     more,
                 QStringLiteral("road"));
}

void BenchConnection::startStandin(const QStringList& options, const QString& plain) {
    disconnectBench();
    const QString program = standinProgram();
    if (program.isEmpty()) {
        emit said(tr("The simulated bench is not installed beside the program."));
        return;
    }
    m_standin = std::make_unique<QProcess>();
    m_standin->setProcessChannelMode(QProcess::ForwardedErrorChannel);
    connect(m_standin.get(), &QProcess::readyReadStandardOutput, this, [this, plain] {
        // Its first line is its address.
        if (m_standin->canReadLine())
            connectTo(QString::fromUtf8(m_standin->readLine()).trimmed(), plain);
    });
    // It goes with this program, however that ends: its standard input closes then.
    m_standin->start(program, QStringList{QStringLiteral("--leave-with-input")} + options);
}

void BenchConnection::closeSession() {
    ++m_calls; // one that waits for the archive is not made
    m_calling = false;
    if (m_session) {
        // Waits, so that a pull in hand is kept before anything is taken down; only then may its capture go.
        QMetaObject::invokeMethod(m_session, &BenchSession::close, Qt::BlockingQueuedConnection);
        m_leftUnsent = m_session->leftUnsent();
        QCoreApplication::sendPostedEvents(this);
        if (m_job.keeper())
            m_job.keeper()->finish();
        QMetaObject::invokeMethod(m_session, &BenchSession::finishCapture, Qt::BlockingQueuedConnection);
        m_session = nullptr;
        m_thread.quit();
        m_thread.wait();
    }
    m_words.clear();
    m_bench.reset();
}

void BenchConnection::leave() {
    closeSession();
    if (m_standin) {
        m_standin->disconnect(this);
        m_standin->kill();
        m_standin->waitForFinished(2000);
        m_standin.reset();
    }
}

void BenchConnection::disconnectBench() {
    leave();
    emit linkChanged();
}

void BenchConnection::adoptCalibrations() {
    if (m_job.keeper())
        m_job.keeper()->ask(
            this, [](const Archive& archive) { return calibratedFacts(archive); },
            [this](std::map<std::string, CalibratedFacts> known) {
                m_calibrations = std::move(known);
                if (!m_bench)
                    return;
                useCalibrations();
                emit calibrated();
            });
}

void BenchConnection::ask(const QString& offer) {
    if (!m_session)
        return;
    inSession([offer](BenchSession& session) { session.askOffer(offer); });
    emit asked(offer);
}

void BenchConnection::stop() {
    if (onTheRoad()) // a receiver can stop nothing, and nobody is to think that it did
        return;
    inSession([](BenchSession& session) { session.stop(); });
}

void BenchConnection::clearStop() {
    inSession([](BenchSession& session) { session.clearStop(); });
}

void BenchConnection::zeroLoad() {
    inSession([](BenchSession& session) { session.zero(QStringLiteral("load_force")); });
}

void BenchConnection::handKey() {
    if (!m_session)
        return;
    const bool pulling = m_session->snapshot().state == BenchState::Pulling;
    QMetaObject::invokeMethod(m_session, pulling ? &BenchSession::endByHand : &BenchSession::beginByHand);
}

void BenchConnection::endCoast() {
    if (m_session && m_session->snapshot().state == BenchState::Coasting)
        QMetaObject::invokeMethod(m_session, &BenchSession::endByHand);
}

void BenchConnection::sweep(double fromRpm, double toRpm, double rpmPerS) {
    m_brakeTask = "sweep";
    inSession([=](BenchSession& session) { session.sweep(fromRpm, toRpm, rpmPerS); });
}

void BenchConnection::holdSteps(const std::vector<double>& stepsRpm) {
    if (stepsRpm.empty())
        return;
    m_brakeTask = "steps";
    inSession([stepsRpm](BenchSession& session) { session.holdSteps(stepsRpm); });
}

} // namespace jr::app
