// SPDX-License-Identifier: GPL-3.0-or-later
// Where the piston stands at an angle of the crank, and back.
//
//     x = r (1 - cos a) + l - sqrt(l^2 - r^2 sin^2 a)      x  way of the piston from top centre      [m]
//                                                          r  half the stroke                        [m]
//                                                          l  rod, between centres                   [m]
//                                                          a  crank angle after top centre           [degrees]
//
// Limits: no offset of the pin or the cylinder, a stiff rod, no play. Source: any text on engines (Heywood, Internal
// Combustion Engine Fundamentals, 1988, section 2.2).
#pragma once

#include "core/result.h"

namespace jr {

/// Stroke and rod. The rod must be longer than half the stroke, or the crank cannot go round.
struct Crank {
    double strokeM = 0., rodM = 0.;

    double throwM() const { return 0.5 * strokeM; }
};

/// Stroke 15…130 mm and rod 20…300 mm as people have them; errors name what is outside, or a rod that is too short.
Result<Crank> checkedCrank(double strokeM, double rodM);

/// m below top centre, 0…stroke.
double pistonDownM(const Crank& crank, double crankDeg);
/// dx/da, metres per radian of crank; times the crank's speed in rad/s it is the piston's speed.
double pistonRateMPerRad(const Crank& crank, double crankDeg);
/// d2x/da2, metres per radian squared; times the square of the crank's speed it is the piston's acceleration.
double pistonBendMPerRad2(const Crank& crank, double crankDeg);

/// Degrees after top centre, 0…180, at which the piston is `downM` below it. Closed form: the triangle of throw, rod
/// and their distance. `downM` 0…stroke.
double crankDegAtDown(const Crank& crank, double downM);

} // namespace jr
