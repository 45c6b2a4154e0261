// SPDX-License-Identifier: GPL-3.0-or-later
// Thrust at the road in each gear, and what holds against it.
//
//     v = 2 pi n R / (60 i)          R  rolling radius of the tyre [m], i  turns of the engine for one of the wheel
//     F = P / v                      P  power at the wheel [W]
//     W = rho cA v^2 / 2 + m g (f + s)
//
// cA drag area [m2], f rolling coefficient, s slope as a share, rho density of the air that is there.
// Source: any text on vehicle dynamics. A rider upright on a bike is near 0.6 m2, lying down 0.35; f near 0.015 to
// 0.025 (common practice, no source).
#pragma once

#include "core/figure/gears/power_curve.h"
#include "core/figure/ranged.h"

#include <vector>

namespace jr {

struct Gearing {
    double primary = 1., final = 1.; ///< turns in for one out
    std::vector<double> gears;       ///< ratios, first gear first
    double wheelRadiusM = 0.;        ///< rolling

    double whole(std::size_t gear) const { return primary * final * gears[gear]; }
    double speedMPerS(std::size_t gear, double engineRpm) const;
    double engineRpm(std::size_t gear, double speedMPerS) const;
};

struct RoadLoad {
    double massKg = 0.;    ///< machine, rider and what is carried
    double turningKg = 0.; ///< what wheels and engine add, as a mass at the tyre; 5 to 15 kg in the upper gears
    double dragAreaM2 = 0.45;
    double rolling = 0.02;
    double airKgM3 = 1.2;
    double slope = 0.;

    double resistanceN(double speedMPerS) const;
};
inline constexpr Ranged kUsualDragAreaM2{0.45, 0.35, 0.6}, kUsualRolling{0.02, 0.015, 0.025};

struct ThrustPoint {
    double speedMPerS = 0., thrustN = 0., lowN = 0., highN = 0.;
    bool guessed = false;
};
/// One gear's branch of the fan, over the curve's speeds and on to `untilRpm`.
std::vector<ThrustPoint> thrustBranch(const PowerCurve& curve, const Gearing& gearing, std::size_t gear,
                                      double untilRpm);
double thrustN(const PowerCurve& curve, const Gearing& gearing, std::size_t gear, double speedMPerS);

} // namespace jr
