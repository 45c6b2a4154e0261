// SPDX-License-Identifier: GPL-3.0-or-later
// All that is shown of thrust on the road: power at the tyre of the setups looked at, what holds against it, the ratio
// to the bench, and which part of a run the bench's power does not explain.
#pragma once

#include "core/road/road_and_bench.h"
#include "core/road/road_answers.h"

namespace jr {

struct PowerOfSetup {
    std::string setup; ///< id
    RoadPower power;
    std::optional<BenchCurve> bench;
    std::optional<BenchRatio> ratio;
    std::optional<Error> noRatio;
    std::vector<RunPart> parts;
};

struct ThrustAnswers {
    RoadResistance resistance;
    Ranged massKg{};
    double airKgM3 = 0.;
    bool airKnown = false; ///< of every run; else the bench's power is set against it as corrected
    std::vector<PowerOfSetup> setups;
    std::optional<Error> problem; ///< why there is none
};

struct ThrustAsked {
    std::vector<std::string> setups; ///< ids, in the order to be shown
    SheetWeights sheet;
    Rollout rollout = Rollout::None;
};
/// Of the runs that are used; coast-downs among them tell the resistance, else it is what is usual.
ThrustAnswers thrustAnswers(const Study& study, const RoadAnswers& road, const ThrustAsked& asked);

} // namespace jr
