// SPDX-License-Identifier: GPL-3.0-or-later
// A roller bench and an engine brake that never existed: they integrate a known engine and write down what their
// pickups would have read, errors and all. Used by the demo, the tests and the simulated promises of docs/judging.md.
#pragma once

#include "standin/engine_truth.h"

#include <array>
#include <cstdint>
#include <string>
#include <utility>
#include <vector>

namespace standin {

struct BenchSetting {
    double rollerInertiaKgM2 = 6.7;
    double rollerRadiusM = 0.19;
    std::array<double, 3> rollerLossNm{5.1, 0.0173, 5.2e-5};
    double enginePerRoller = 5.24;
    double brakeInertiaKgM2 = 0.052;
    double brakeArmM = 0.3;
    double enginePerBrake = 1.; ///< a brake on the hub turns slower than the engine
    double sampleHz = 200.;
};

struct PullSetting {
    double startRpm = 3000., endRpm = 9300.;
    double limiterRpm = 0.; ///< 0: the throttle is shut at endRpm; else the limiter is held for 0.6 s
    double brakeSweepRpmPerS = 600.;
    double airTempC = 22., airPressureHpa = 1000., humidityPct = 45.;
    double offsetShare = 0.; ///< this pull's own ratio to the truth: straps, tyre, the day
    double wanderShare = 0.; ///< standard deviation of a slow wander of the engine along the pull
    double wanderWidthRpm = 700.;
    double edgeJitterShare = 0.0008; ///< each encoder edge is out by this share of a sample's travel
    double whiteShare = 0.00015;
    double tachoShare = 0.002;
    double scaleShare = 0.005; ///< load cell, of full load
    double afr = 13.0;
    double coolantC = 84.;
    double slipAtS = -1., slipForS = 0.25, slipShare = 0.06;
    double dropoutAtS = -1.;
    double loadSpikeShare = 0.; ///< torque read high by this much as the load comes on
    double leanAtS = -1., leanForS = 0.5, leanAfr = 17.5;
    /// A brake's further columns: both cylinders of a twin, exhausts, fuel and air flow.
    bool gauges = false;
    double bsfcGPerKwh = 420.;  ///< of fuel burnt at the mixture `afr`
    double starvedFromRpm = 0.; ///< above it cylinder 2 runs short of fuel, 0: never…
    double starvedAfr = 0.9;    ///< …by so much, 800 rpm on
    double probeDelayS = 0.;    ///< mixture probes read so late
    std::uint64_t seed = 1;
};

struct Recording {
    std::vector<std::pair<std::string, std::string>> keys; ///< header lines in order
    std::vector<std::string> columns;                      ///< "name [unit]"
    std::vector<std::vector<double>> rows;

    std::string text(int digits = 4) const; ///< as a pull file
};

/// What the reference-air torque becomes in this air, the other way round from any correction: measured = true /
/// factor. The factor of the SAE J1349 form, computed here on its own.
double airFactorJ1349(double tempC, double pressureHpa, double humidityPct);

Recording rollerPull(const EngineTruth& engine, const BenchSetting& bench, const PullSetting& pull);
Recording brakePull(const EngineTruth& engine, const BenchSetting& bench, const PullSetting& pull);

/// Reproducible on every platform (SplitMix64; Box-Muller), because std distributions are not.
class Dice {
public:
    explicit Dice(std::uint64_t seed) : m_state(seed) {}
    double uniform();
    double normal();

private:
    std::uint64_t m_state;
    bool m_hasSpare = false;
    double m_spare = 0.;
};

} // namespace standin
