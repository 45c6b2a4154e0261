// SPDX-License-Identifier: GPL-3.0-or-later
// Oil in the fuel, fuel for a pull, and injection.
//
//     oil      = fuel / ratio
//     fuel     = P t b / density                       b  brake specific consumption
//     duty     = open time / time of a cycle           cycle = 120 / n for a four-stroke, 60 / n for a two-stroke
//     flow     goes with the root of the fuel pressure over the manifold's
#pragma once

#include "core/result.h"

namespace jr {

/// ml; ratio 10…200 parts of fuel to one of oil, litres 0…1000.
Result<double> premixOilMl(double ratio, double fuelL);
/// Oil takes the place of fuel in the jet: mixture with another premix over the mixture now, same jet and air. More oil
/// is leaner. Volumes add.
double afrAfterPremix(double afr, double ratioFrom, double ratioTo);

/// ml for a power held for a time. bsfc in kg/J, density kg/m3, all above 0.
double fuelMl(double powerW, double seconds, double bsfcKgPerJ, double densityKgM3);

/// Share of the cycle the injector is open; above 0.85 there is nothing left for hot days (common practice, no source).
double injectorDuty(double openS, double engineRpm, int strokes);
inline constexpr double kMostDuty = 0.85;
/// Open time for a fuel mass a charge through an injector of `flowKgPerS`, with what it needs to open.
double injectorOpenS(double fuelKgPerCharge, double flowKgPerS, double deadS);
/// Flow at another pressure across the injector.
double injectorFlowKgPerS(double flowKgPerS, double pressureFromPa, double pressureToPa);

} // namespace jr
