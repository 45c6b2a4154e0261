// SPDX-License-Identifier: GPL-3.0-or-later
// The three invented machines, each strapped to its own bench.
#pragma once

#include "standin/engine_model.h"

#include <array>

namespace standin {

enum class BenchKind { Roller, EngineBrake };

/// One choice of a part that a person at the stand-in may fit.
struct Offer {
    std::string word, label;
    std::vector<std::pair<std::string, double>> parts;
};

struct Machine {
    std::string word, name;
    EngineKind engine;
    Parts parts;
    BenchKind bench = BenchKind::Roller;
    double driveline = 1.; ///< share of crank power that reaches the measuring place
    // Roller.
    double inertiaKgM2 = 11.4, radiusM = 0.2286;
    std::array<double, 3> dragNm{6.2, 0.021, 6.4e-5};
    double enginePerRoller = 4.46; ///< geared
    // Belt CVT: engine per roller between these two.
    bool cvt = false;
    double lowRatio = 12., highRatio = 5., shiftRpm = 7000., creepRpm = 500.; ///< shift speed with 16 g flyweights
    // Engine brake.
    double brakeArmM = 0.32, brakeInertiaKgM2 = 0.06;
    bool eddyBrake = false; ///< roller with a brake
    double startRpm = 3000., endRpm = 9300., idleRpm = 1500.;
    double tankMl = 4000.;
    // Where the coolant goes to while it idles and while it pulls: a radiator, or a tower that holds it cold.
    double coolantIdleC = 82., coolantWorkingC = 103.;
    std::vector<Offer> offers;

    /// Engine speed (rpm) at a roller speed, full throttle.
    double engineRpm(double rollerRadS) const;
    /// Power at the measuring place, W, warm, in this weather, uncorrected.
    double powerW(const Weather& weather, double rpm) const;
};

const std::vector<Machine>& machines();
const Machine* findMachine(const std::string& word);

} // namespace standin
