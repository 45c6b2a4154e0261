// SPDX-License-Identifier: GPL-3.0-or-later
// The bench the window is connected to: its session in a thread of its own, what it says of itself, and what is asked
// of it.
#pragma once

#include "app/model/job_model.h"
#include "app/model/known_benches.h"
#include "bench/bench_session.h"

#include <QProcess>
#include <QThread>

#include <memory>

namespace jr::app {

class BenchConnection : public QObject {
    Q_OBJECT
public:
    explicit BenchConnection(JobModel& job, QObject* parent = nullptr);
    ~BenchConnection() override;

    /// Ends a session before it, but not a stand-in. The bench is called once the archive has told its calibrations,
    /// so that no pull is made without them.
    void connectTo(const QString& address, const QString& plain = {});
    /// Starts the simulated bench that ships with the program and connects to it.
    void tryStandin(const QString& machine, double speed = 1., const QStringList& more = {});
    /// A simulated receiver on a machine that rides on a road, and listens to it.
    void tryReceiver(const QString& machine, double speed = 1., const QStringList& more = {});
    /// The receiver of a machine on the road; as connectTo.
    void listenTo(const QString& receiver);
    void disconnectBench();
    /// The last bench was left with a load on or in a pull, and nothing could be sent to it.
    bool leftUnsent() const { return m_leftUnsent; }
    bool wanted() const { return m_session != nullptr || m_calling; }
    /// What is connected is a receiver on the road, and no bench.
    bool onTheRoad() const { return wanted() && m_onTheRoad; }
    LiveSnapshot snapshot() const { return m_session ? m_session->snapshot() : LiveSnapshot{}; }
    std::vector<LivePoint> takePoints() { return m_session ? m_session->takePoints() : std::vector<LivePoint>{}; }
    /// As it describes itself, with the archive's calibrations over that.
    const std::optional<BenchDescription>& bench() const { return m_bench; }
    const QString& words() const { return m_words; }
    QString captureFolder() const;

    // What is asked of the bench.
    void ask(const QString& offer);
    void stop();      ///< cut, then let go of the load; latched until clearStop()
    void clearStop(); ///< the operator has seen it
    void zeroLoad();  ///< nothing hangs on the arm now
    void handKey();   ///< begins a pull by hand, or ends it
    void endCoast();  ///< what has run free so far is the coast-down
    void sweep(double fromRpm, double toRpm, double rpmPerS);
    void holdSteps(const std::vector<double>& stepsRpm);
    /// sweep | steps, as last asked of the brake; empty before.
    const std::string& brakeTask() const { return m_brakeTask; }

    /// The archive's calibrations of the connected bench are in force from the next sample on.
    void adoptCalibrations();

    /// Runs in the session's thread; nothing without a bench.
    template <class Work>
    void inSession(Work work) const {
        if (m_session)
            QMetaObject::invokeMethod(m_session, [session = m_session, work = std::move(work)] { work(*session); });
    }

signals:
    void began(); ///< a session stands and wants to know its sitting
    void linkChanged();
    void described();
    void calibrated(); ///< other calibrations are in force now
    void asked(const QString& offer);
    void stateChanged(jr::BenchState state);
    void pullBegan();
    void pullCaught(const std::shared_ptr<jr::CaughtPull>& pull);
    void coastCaught(const std::shared_ptr<jr::CoastDown>& run);
    void tripped(const jr::GuardTrip& trip);
    void stopChanged(const jr::StopStatus& status);
    void said(const QString& words);

private:
    void startStandin(const QStringList& options, const QString& plain);
    void call(SessionOptions options);
    void takeDescription(BenchDescription bench);
    void useCalibrations();
    void closeSession();
    void leave();
    QString standinProgram() const;

    JobModel& m_job;
    QThread m_thread;
    BenchSession* m_session = nullptr;
    bool m_calling = false; ///< the archive is asked first
    bool m_onTheRoad = false, m_leftUnsent = false;
    quint64 m_calls = 0; ///< the newest call of a bench
    std::unique_ptr<QProcess> m_standin;
    std::optional<BenchDescription> m_bench;
    std::map<std::string, CalibratedFacts> m_calibrations; ///< of every bench of the archive
    QString m_words;
    std::string m_brakeTask;
};

} // namespace jr::app
