// SPDX-License-Identifier: GPL-3.0-or-later
// Fuel of a pull from its work, and how many pulls are left in the tank.
#pragma once

#include <algorithm>
#include <cmath>

namespace jr {

/// Full-load consumption where none is measured, kg/J. Four-stroke 330 g/kWh, two-stroke 480 g/kWh: common practice, no
/// source.
inline double usualBsfcKgPerJ(int strokes) {
    return (strokes == 2 ? 480. : 330.) / 3.6e9;
}

/// Fuel in ml for work at the wheel: the engine did more than the wheel saw (a tenth lost on the way), and the roll-on
/// and the idling between pulls cost about as much again as a third of the pull. Common practice, no source; density
/// 0.74 kg/l.
inline double fuelForPullMl(double workJ, double bsfcKgPerJ, double densityKgPerMl = 0.74e-3) {
    return 1.35 * workJ / 0.9 * bsfcKgPerJ / densityKgPerMl;
}

/// Whole pulls left before the reserve is touched.
inline int pullsLeft(double tankMl, double usedMl, double perPullMl, double reserveShare = 0.15) {
    if (!(perPullMl > 0.))
        return 0;
    return static_cast<int>(std::floor(std::max(0., tankMl * (1. - reserveShare) - usedMl) / perPullMl));
}

} // namespace jr
