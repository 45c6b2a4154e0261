// SPDX-License-Identifier: GPL-3.0-or-later
// Power at the tyre from runs on the road: what gathered speed, and what held against it.
//
//     P = v [ (m + mt) a + W(v + w) + m g s ]
//
// m machine, rider and fuel [kg], mt what wheels and engine add as a mass at the tyre, a acceleration, W resistance
// (resistance.h) in the air that goes past, w wind towards the rider, s slope. It can stand in for a bench for someone
// who has none; what that costs stands beside it: the margin is made of what the runs differ in and of what mass,
// resistance, slope and wind are not known to, each named. The second part is the same for every setup, so it hardly
// touches a comparison of two.
// Limits: no slip of the tyre; while a clutch slips power is more than this; a shift is left out.
#pragma once

#include "core/road/resistance.h"
#include "core/road/timed_runs.h"

#include <vector>

namespace jr {

struct RoadLoadKnown {
    Ranged massKg{};               ///< machine, rider and fuel
    Ranged turningKg{8., 4., 14.}; ///< common practice, no source
    RoadResistance resistance;
    double slopeSd = 0.003, windSdMPerS = 1.; ///< as not known on a road that looks level, on a day that feels calm
};

struct RoadPower {
    std::vector<double> mPerS;
    std::vector<double> powerW;   ///< mean of the runs
    std::vector<double> scatterW; ///< half of the interval from what the runs differ in; NaN with one run
    std::vector<double> doubtW;   ///< half of the interval from what is not known of the load
    std::vector<double> rpm;      ///< engine speed there, mean; NaN where not recorded
    int runs = 0;
    bool bothWays = false;
    // Mean shares of the power along it, half of a 95 % interval each: what the doubt is made of.
    double massPct = 0., resistancePct = 0., slopePct = 0., windPct = 0.;

    double halfW(std::size_t i) const; ///< of the whole
};

struct RoadPowerOptions {
    double confidence = 0.95;
    double stepMPerS = 1.;
    double fromMPerS = 6.;    ///< below it clutches slip
    double shareOfTop = 0.97; ///< beyond it hardly anything is gathered any more
};

/// Of one setup's used runs over the speeds all of them have. Errors: no run, no mass, fewer than three places.
Result<RoadPower> roadPower(const std::vector<const RoadRun*>& runs, const RoadLoadKnown& known,
                            const RoadPowerOptions& options = {});

/// What the machine's sheet says.
struct SheetWeights {
    std::optional<double> readyKg; ///< machine ready to run, with its fuel
    std::optional<double> riderKg;
};
/// Of what moved: the header's machine (tank empty), fuel and rider go before the sheet's. Nothing where machine or
/// rider is said by neither. A machine without its fuel and no fuel said: 0 to 6 kg of it.
std::optional<Ranged> massOf(const PullHeader& header, const SheetWeights& sheet);

} // namespace jr
