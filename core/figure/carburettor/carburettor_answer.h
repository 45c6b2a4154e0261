// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about carburettor and injection shows. The air is the real one, never the one a curve is corrected to.
#pragma once

#include "core/figure/carburettor/circuits.h"
#include "core/figure/carburettor/fuel_amounts.h"
#include "core/figure/carburettor/jets.h"
#include "core/figure/ranged.h"

namespace jr {

struct CarburettorAsked {
    double jet = 0.;
    Ranged fuelExponent = Ranged::exactly(2.);        ///< fuel goes with the jet's number to this power
    double densityThenKgM3 = 0., densityNowKgM3 = 0.; ///< the day it was right, and today
    Ranged afrThen;                                   ///< mixture on the day it was right
    double afrWanted = 0.;
    double premixThen = 0., premixNow = 0.; ///< parts of fuel to one of oil; 0: none
    std::size_t fuelThen = 0, fuelNow = 0;  ///< of kFuels
};

struct CarburettorAnswer {
    JetForAir air;  ///< keeps the mixture as it was
    Ranged afrLeft; ///< with the old jet left in, today's air, premix and fuel
    Ranged jet;     ///< for the mixture wanted today
    double lambdaLeft = 0., lambdaWanted = 0.;
};
Result<CarburettorAnswer> carburettorAnswer(const CarburettorAsked& asked);

struct InjectionAsked {
    double airKgPerCharge = 0., afr = 12.8;
    double engineRpm = 0.;
    int strokes = 4;
    double injectorKgPerS = 0.; ///< at its rated pressure
    double ratedPa = 3e5, railPa = 3e5, deadS = 0.8e-3;
};
struct InjectionAnswer {
    double openS = 0., duty = 0., railForDutyPa = 0.; ///< pressure that would bring the duty to kMostDuty
};
InjectionAnswer injectionAnswer(const InjectionAsked& asked);

} // namespace jr
