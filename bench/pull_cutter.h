// SPDX-License-Identifier: GPL-3.0-or-later
// From frames to pulls: watches the bench, cuts each pull out with a lead-in and a run-out, keeps the free deceleration
// after it, trips the guards, and works out the power of the moment. From a receiver's fixes to runs the same way, with
// a watch of its own and no guards. Plain values, no threads: the live session and the replay of a capture both use it.
#pragma once

#include "bench/description.h"
#include "core/calibrate/calibrate.h"
#include "core/live/guards.h"
#include "core/live/pull_watch.h"
#include "core/live/run_watch.h"
#include "core/nan.h"
#include "core/words/message.h"

#include <deque>
#include <memory>
#include <optional>

namespace jr {

/// What a person says of the pulls to come; goes into each one's header.
struct SittingFacts {
    std::string job, machine, setup;
    std::string jobId, setupId; ///< as the archive knows them; empty: not kept there yet
    std::string aside;          ///< a word why the next pull is to be set aside ("warm-up"); empty: it counts
    std::vector<std::pair<std::string, std::string>> keys; ///< gear, tyre_pressure_kpa, straps, bench, calibration…
};

struct CaughtPull {
    Trace trace; ///< with its header whole, id included
    std::vector<GuardTrip> trips;
    double fuelMl = 0.;                ///< used since the pull before, from the fuel flow; 0 when there is none
    double workJ = 0.;                 ///< done at the measuring place during the pull
    bool cutShort = false;             ///< the line broke off in the middle
    std::string jobId, setupId, aside; ///< as the sitting said when it was made
};

struct LivePoint {
    double rpm = 0., shaftRadS = 0., powerW = 0.; ///< uncorrected, at the measuring place
};

/// The figures of the moment; NaN where there is none.
struct LiveFigures {
    double timeS = 0.;
    // NaN: not known, which before the first sample is all of it.
    double rpm = kNaN, shaftRadS = kNaN, powerW = kNaN, torqueNm = kNaN, throttle = kNaN, coolantC = kNaN,
           intakeC = kNaN, oilC = kNaN, fuelKgS = kNaN, airKgS = kNaN;
    double loadN = kNaN; ///< of the scale, calibrated; NaN without one
    std::vector<double> afr, egtC, manifoldPa;
    // Of a receiver on the road.
    double roadMPerS = kNaN, satellites = kNaN, hdop = kNaN;
    double runS = kNaN, runM = kNaN, topMPerS = kNaN; ///< of the run in hand, or the last one
};

class PullCutter {
public:
    explicit PullCutter(const BenchDescription& bench);

    void setProcedure(const Procedure& procedure) { m_watch.setProcedure(procedure); }
    void setLimits(const GuardLimits& limits) { m_guards.setLimits(limits); }
    void setSitting(SittingFacts facts) { m_sitting = std::move(facts); }
    /// Replaces a header key of the bench (roller_inertia_kg_m2 …), or the load cell's factor and zero
    /// (load_newton_per_reading, load_zero_reading: readings are turned into N as they come). Errors: a value that key
    /// may not have.
    Result<Done> setFact(const std::string& key, const std::string& value);
    void setAir(const std::optional<Air>& air) { m_air = air; }
    /// Wall clock (seconds since 1970 UTC) of a bench time, so that pulls know when they began.
    void anchor(double epochS, double benchTimeS) { m_epochS = epochS, m_anchorS = benchTimeS; }
    bool anchored() const { return m_epochS > 0.; }

    /// A frame of the bench this was made for: as many values as it has channels (others are left alone, never read).
    void feed(const Frame& frame);
    /// The line broke off: a pull in progress is kept as it is if it is long enough.
    void broken();

    BenchState state() const { return m_isRoad ? m_run.state() : m_watch.state(); }
    double stateSinceS() const { return m_isRoad ? m_run.sinceS() : m_watch.sinceS(); } ///< bench time
    double coastFromRadS() const { return m_watch.coastFromRadS(); }
    /// Bench time at which the pull or run in hand began.
    std::optional<double> pullBeganS() const { return m_isRoad ? m_run.runBeganS() : m_watch.pullBeganS(); }
    void beginByHand() { m_watch.beginByHand(); }
    void endByHand();
    const LiveFigures& figures() const { return m_figures; }

    // What has come about since it was last asked; each is handed out once.
    std::vector<CaughtPull> takePulls() { return std::exchange(m_caught, {}); }
    std::vector<GuardTrip> takeTrips() { return std::exchange(m_newTrips, {}); }
    std::vector<LivePoint> takePoints() { return std::exchange(m_points, {}); }
    std::optional<CoastDown> takeCoastDown() { return std::exchange(m_coast, std::nullopt); }
    std::vector<Message> takeRemarks() { return std::exchange(m_remarks, {}); }

private:
    void feedRoad(const Frame& frame);
    void measure(const Frame& frame);
    void breakOff(std::string_view why);
    void cut(double fromS, double toS, std::string_view cutShort); ///< why, where it was
    void followCoast(double timeS);
    void keepCoast(double fromS, double toS);
    void forgetOldFrames(double nowS);

    BenchDescription m_bench;
    bool m_isRoad;
    PullWatch m_watch;
    RunWatch m_run; ///< instead of the former on the road
    Guards m_guards;
    SittingFacts m_sitting;
    std::optional<Air> m_air;
    double m_epochS = 0., m_anchorS = 0.;
    std::deque<Frame> m_frames;
    LiveFigures m_figures;
    double m_stepS = 0., m_smoothLoadNm = 0., m_lastPointS = 0., m_lastTimeS = 0., m_fuelKg = 0., m_workJ = 0.;
    // Where each channel stands; -1 where there is none.
    int m_roller = -1, m_brakeSpeed = -1, m_engine = -1, m_road = -1, m_force = -1, m_brakeTorque = -1, m_throttle = -1,
        m_mark = -1, m_coolant = -1, m_intake = -1, m_oil = -1, m_fuel = -1, m_air_flow = -1, m_satellites = -1,
        m_hdop = -1;
    double m_loadFactor = 1., m_loadZero = 0.;
    std::vector<std::pair<int, double>> m_mixture; // channel and its scale to petrol AFR
    std::vector<int> m_exhaust, m_manifold;
    std::vector<GuardTrip> m_trips, m_newTrips;
    std::vector<CaughtPull> m_caught;
    std::vector<LivePoint> m_points;
    CoastDown m_coasting; ///< being followed, in bench time
    std::optional<CoastDown> m_coast;
    std::vector<Message> m_remarks;
};

/// The procedure and limits a bench's own facts ask for, where it says any (start_rpm, end_rpm, limiter_rpm).
Procedure procedureOf(const BenchDescription& bench);
GuardLimits limitsOf(const BenchDescription& bench);

} // namespace jr
