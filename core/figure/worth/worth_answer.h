// SPDX-License-Identifier: GPL-3.0-or-later
// What weight, money and noise come to: net weight, power for the weight that moves, seconds a kilogram is worth, watts
// for money and hours, loudness at a place.
#pragma once

#include "core/figure/gears/run_time.h"
#include "core/figure/ranged.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct WorthAsked {
    double offKg = 0., onKg = 0., machineKg = 0., riderKg = 0.;
    Ranged peakW;
    std::vector<double> levelsDb;
    double backgroundDb = 0., heardAtM = 1., wantedAtM = 7.;
    std::optional<double> limitDb;
};

struct WorthAnswer {
    double netKg = 0., movedKg = 0.; ///< with the rider
    Ranged wattPerKg, wattPerKgBefore;
    /// Of a roll-on of 60 to 100 km/h by that power, handbook's drag; nothing where it cannot hold 100.
    std::optional<Ranged> secondsPerKg;
    std::optional<double> sumDb, sourceDb; ///< all sources; without the background
    std::optional<double> atPlaceDb;
};
Result<WorthAnswer> worthAnswer(const WorthAsked& asked);

/// Seconds of a roll-on from 60 to 100 km/h at a constant share of a peak, in closed steps: m v dv / (P - W v). Nothing
/// for a machine whose power does not carry it there.
std::optional<double> rollOnS(double massKg, double powerW);

/// One setup's buy: what it gave for its money and hours, against what it comes from.
struct Buy {
    std::string setupId;
    double wattGained = 0.;
    std::optional<double> marginW, price, hours;
};

} // namespace jr
