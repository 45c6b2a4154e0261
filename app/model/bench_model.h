// SPDX-License-Identifier: GPL-3.0-or-later
// The bench side of the window: the connection, the sitting and the fuel, each an object of its own; what becomes of a
// caught pull, and its card. Decides; draws nothing.
#pragma once

#include "app/model/bench_connection.h"
#include "app/model/bench_sitting.h"
#include "app/model/capture_recovery.h"
#include "app/model/fuel_tank.h"
#include "core/mixture/steady_points.h"

#include <functional>

namespace jr::app {

/// What is said of a pull right after it.
struct PullCard {
    std::string pullId;       ///< empty: of none that is kept
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
    SteadyRun steady; ///< brake work
};

class BenchModel : public QObject {
    Q_OBJECT
public:
    explicit BenchModel(JobModel& job, QObject* parent = nullptr);
    ~BenchModel() override;

    BenchConnection& link() { return m_link; }
    const BenchConnection& link() const { return m_link; }
    BenchSitting& sitting() { return m_sitting; }
    const BenchSitting& sitting() const { return m_sitting; }
    FuelTank& fuel() { return m_fuel; }
    const FuelTank& fuel() const { return m_fuel; }

    const std::optional<PullCard>& card() const { return m_card; }
    void dismissCard();
    /// A pull a card was shown of is set aside (can be undone); its card goes, another's stays.
    void setAside(const std::string& pullId, const QString& why);
    /// A pull is being rolled on to, made or run out on a bench: nothing may come between a hand and the stop.
    bool pullInHand() const;
    double sinceLastPullS() const; ///< wall clock; NaN before the first
    const std::shared_ptr<CoastDown>& lastCoast() const { return m_coast; }
    const std::vector<GuardTrip>& trips() const { return m_trips; } ///< of the pull in hand
    /// Index of the last counted pull of the setup in hand, and all of them.
    std::vector<int> ownPulls() const;

    /// What earlier runs that ended badly had caught: kept where it belongs, and the rest told.
    void settleCaptures(std::function<void(const LeftInCaptures&)> then);
    /// Takes them into the job they name (or a new one); `then` hears how many pulls were.
    void recoverCaptures(std::function<void(int taken)> then);

signals:
    void linkChanged();
    void described();
    void calibrated(); ///< the archive's calibrations of this bench are in force now
    void stateChanged(jr::BenchState state);
    void pullBegan();
    void cardReady();
    void runKept(const std::string& pullId); ///< a run on the road is safe on disk
    void runNotKept();
    void tripped(const QString& words);
    void stopChanged(const jr::StopStatus& status);
    void said(const QString& words);
    void sittingChanged(); ///< what the next pulls belong to, or the fuel
    void coastCaught();

private:
    void take(const std::shared_ptr<CaughtPull>& pull);
    void tellKept(const std::string& pullId);
    void forgetCard();
    /// What was measured on today's walk-round is what the tank holds; its size stands on the machine's sheet.
    void followFuel();
    void keepPull(const std::shared_ptr<CaughtPull>& pull, bool fuelMeasured, const AddPullOptions& how);
    struct Keeping {
        std::shared_ptr<CaughtPull> pull;
        bool fuelMeasured = false;
        AddPullOptions how;
        std::string job; ///< that was open when it was made; empty: none
        int tries = 0;
    };
    void tryToKeep(const Keeping& keeping);
    PullCard cardFor(int index, const CaughtPull& pull) const;

    JobModel& m_job;
    BenchConnection m_link;
    BenchSitting m_sitting;
    FuelTank m_fuel;
    std::string m_fuelJob, m_fuelMachine;                                    ///< whose tank it is
    std::string m_fuelSaid;                                                  ///< the measurement last taken over
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
