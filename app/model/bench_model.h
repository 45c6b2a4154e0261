// SPDX-License-Identifier: GPL-3.0-or-later
// The bench as the window sees it: connection, what the next pulls belong to, fuel, and the card of the last pull.
// Decides; draws nothing.
#pragma once

#include "app/model/job_model.h"
#include "archive/formats/job_sheets.h"
#include "bench/bench_session.h"
#include "core/mixture/steady_points.h"

#include <QProcess>
#include <QThread>

#include <functional>
#include <map>

namespace jr::app {

/// What is said of a pull right after it.
struct PullCard {
    int index = -1;           ///< in the job
    int nth = 0;              ///< of its setup's counted pulls, from 1
    std::optional<Peak> peak; ///< corrected
    double bandMeanW = 0.;
    double againstOwnPct = 0.; ///< band mean against the mean of its own others
    double ownSpreadPct = 0.;  ///< largest distance of those from their mean; 0 with fewer than two
    int others = 0;
    bool odd = false; ///< clearly outside its own
    QStringList flags, trips;
    QString air, problem;
    double fuelMl = 0.;
    bool fuelMeasured = false;
    std::vector<SteadyPoint> steady; ///< brake work
};

class BenchModel : public QObject {
    Q_OBJECT
public:
    explicit BenchModel(JobModel& job, QObject* parent = nullptr);
    ~BenchModel() override;

    // Connection.
    void connectTo(const QString& address, const QString& plain = {}); ///< ends a session before it, but not a stand-in
    /// Starts the simulated bench that ships with the program and connects to it.
    void tryStandin(const QString& machine, double speed = 1., const QStringList& more = {});
    void disconnectBench();
    bool wanted() const { return m_session != nullptr; }
    LiveSnapshot snapshot() const { return m_session ? m_session->snapshot() : LiveSnapshot{}; }
    std::vector<LivePoint> takePoints() { return m_session ? m_session->takePoints() : std::vector<LivePoint>{}; }
    const std::optional<BenchDescription>& bench() const { return m_bench; }
    const QString& linkWords() const { return m_linkWords; }

    // What is asked of the bench.
    void ask(const QString& offer);
    void stop();      ///< cut, then let go of the load; latched until clearStop()
    void clearStop(); ///< the operator has seen it
    void zeroLoad();  ///< nothing hangs on the arm now
    void handKey();   ///< begins a pull by hand, or ends it
    void sweep(double fromRpm, double toRpm, double rpmPerS);
    void holdSteps(const std::vector<double>& stepsRpm);

    // What the next pulls belong to.
    const QString& setup() const { return m_setup; }
    void setSetup(const QString& name);
    bool warmUp() const { return m_warmUp; }
    void setWarmUp(bool on);
    QString sittingKey(const QString& key) const;
    void setSittingKey(const QString& key, const QString& value); ///< gear, tyre_pressure_kpa, straps
    const Procedure& procedure() const { return m_procedure; }
    void setProcedure(const Procedure& procedure);
    const GuardLimits& limits() const { return m_limits; }
    void setLimits(const GuardLimits& limits);

    /// The job's walk-round; a fresh one by kind of machine and bench when there is none yet.
    WalkRound walkRound() const;
    /// What should be settled on Ready before a pull, in words; empty when nothing is open.
    QString openBeforePull() const;

    // Fuel (P16).
    double tankMl() const { return m_tankMl; }
    void setTankMl(double ml);
    void refuelled();
    double fuelUsedMl() const { return m_fuelUsedMl; }
    std::optional<int> pullsLeftInTank() const;

    const std::optional<PullCard>& card() const { return m_card; }
    void dismissCard();
    void setCardAside(const QString& why); ///< the card's pull is set aside (can be undone)
    double sinceLastPullS() const;         ///< wall clock; NaN before the first
    const std::shared_ptr<CoastDown>& lastCoast() const { return m_coast; }
    const std::vector<GuardTrip>& trips() const { return m_trips; } ///< of the pull in hand
    /// Index of the last counted pull of the setup in hand, and all of them.
    std::vector<int> ownPulls() const;

    /// The archive's calibrations of the connected bench are in force from the next sample on.
    void adoptCalibrations();

    /// What earlier runs that ended badly had caught, in words: "2 pulls of Stack length, long stack". Nothing is
    /// changed.
    void lookForCaptures(std::function<void(const QStringList& pending)> then);
    /// Takes them into the job they name (or a new one); `then` hears how many pulls were.
    void recoverCaptures(std::function<void(int taken)> then);
    QString captureFolder() const;

signals:
    void linkChanged();
    void described();
    void calibrated(); ///< the archive's calibrations of this bench are in force now
    void stateChanged(jr::BenchState state);
    void pullBegan();
    void cardReady();
    void tripped(const QString& words);
    void stopChanged(const jr::StopStatus& status);
    void said(const QString& words);
    void sittingChanged();
    void coastCaught();

private:
    void take(const std::shared_ptr<CaughtPull>& pull);
    void takeDescription(BenchDescription bench);
    void benchKnown(const std::map<std::string, std::string>& calibrated);
    void tellKept(const std::string& pullId);
    /// Runs in the session's thread; nothing without a bench.
    template <class Work>
    void inSession(Work work) const {
        if (m_session)
            QMetaObject::invokeMethod(m_session, [session = m_session, work = std::move(work)] { work(*session); });
    }
    void tellSitting();
    void useProcedure(const Procedure& procedure);
    void keepSitting(const QString& what);
    void applySitting(const SittingSheet& sheet);
    void takeSittingFromJob();
    void closeSession();
    void keepPull(const std::shared_ptr<CaughtPull>& pull, bool fuelMeasured, const AddPullOptions& how);
    PullCard cardFor(int index, const CaughtPull& pull) const;
    QString standinProgram() const;

    JobModel& m_job;
    QThread m_thread;
    BenchSession* m_session = nullptr;
    std::unique_ptr<QProcess> m_standin;
    std::optional<BenchDescription> m_bench;
    QString m_linkWords;
    QString m_setup;
    bool m_warmUp = true;
    std::vector<std::pair<std::string, std::string>> m_keys;
    Procedure m_procedure;
    bool m_ownProcedure = false; ///< set by a person, not the bench's own
    std::string m_sittingOf;     ///< the job the sitting was taken from
    GuardLimits m_limits;
    double m_tankMl = 0., m_fuelUsedMl = 0.;
    int m_pullsSinceFuel = 0;
    std::string m_brakeTask; ///< sweep | steps, as last asked of the brake
    std::vector<double> m_fuelPerPull;
    std::shared_ptr<std::string> m_dayJob = std::make_shared<std::string>(); ///< made by the keeper for the first pull
    /// A pull that is kept and being worked out.
    struct WaitingCard {
        std::string pullId;
        std::shared_ptr<CaughtPull> pull;
        bool fuelMeasured;
    };
    void showCard();
    std::optional<WaitingCard> m_waiting;
    std::optional<PullCard> m_card;
    QElapsedTimer m_sinceLast;
    std::shared_ptr<CoastDown> m_coast;
    std::vector<GuardTrip> m_trips;
};

} // namespace jr::app
