// SPDX-License-Identifier: GPL-3.0-or-later
// Fuel of a pull from its work, and how many pulls are left in the tank.
#pragma once

#include "core/machine/machine_sheet.h"

#include <algorithm>
#include <cmath>

namespace jr {

/// What an engine burns for a pull and around it where nothing is measured. Common practice, no source.
struct FuelUse {
    double bsfcKgPerJ;         ///< at full load
    double aroundShare = 1.35; ///< roll-on and idling cost about a third of the pull again
    double aroundMl = 0.;      ///< and this much whatever the pull was: starting, warming up, clearing its throat
    double densityKgPerMl = 0.74e-3;
};

/// Four-stroke 330 g/kWh, two-stroke 480 g/kWh. A hand-held engine burns most of its tank between the pulls: one saw
/// tank (0.7 to 0.8 l) is known to last 25 to 30 pulls of 70 cc, which 20 ml a pull beside the pull itself gives.
inline FuelUse usualFuelUse(int strokes, MachineKind machine) {
    constexpr double kPerGramAndKwh = 1. / 3.6e9;
    FuelUse use{(strokes == 2 ? 480. : 330.) * kPerGramAndKwh};
    if (machine == MachineKind::HandHeld)
        use.aroundMl = 20.;
    return use;
}

/// Fuel in ml for work at the wheel: the engine did more than the wheel saw, a tenth was lost on the way.
inline double fuelForPullMl(double workJ, const FuelUse& use) {
    constexpr double kReachesWheel = 0.9;
    return use.aroundShare * workJ / kReachesWheel * use.bsfcKgPerJ / use.densityKgPerMl + use.aroundMl;
}

/// Share of the tank that is not to be counted on: before it is gone a pump or a float draws air and the mixture leans.
inline constexpr double kFuelReserveShare = 0.15;

/// Whole pulls left before the reserve is touched.
inline int pullsLeft(double tankMl, double usedMl, double perPullMl, double reserveShare = kFuelReserveShare) {
    if (!(perPullMl > 0.))
        return 0;
    return static_cast<int>(std::floor(std::max(0., tankMl * (1. - reserveShare) - usedMl) / perPullMl));
}

} // namespace jr
