// SPDX-License-Identifier: GPL-3.0-or-later
// How fast a piston goes and what it pulls at the rod.
//
//     mean speed         2 S n
//     peak acceleration  r w^2 (1 + r/l), at top centre
//     peak force         m times that                       m  piston, pin, rings and the rod's upper end
//
// Source: Heywood (1988), section 2.2; the force, any text on the dynamics of engines.
#pragma once

#include "core/figure/ports/slider_crank.h"

namespace jr {

double meanPistonSpeedMPerS(double strokeM, double engineRpm);
double peakAccelerationMPerS2(const Crank& crank, double engineRpm);
double peakInertiaForceN(const Crank& crank, double engineRpm, double massKg);

/// Mean speeds engines of a kind are run at: above 20 m/s asks for the maker's word, above 25 few live long. Common
/// practice, no source.
inline constexpr double kHighPistonSpeed = 20., kExtremePistonSpeed = 25.;

} // namespace jr
