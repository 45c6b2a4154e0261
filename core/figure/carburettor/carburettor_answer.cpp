// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/carburettor/carburettor_answer.h"

#include <algorithm>
#include <cmath>

namespace jr {

Result<CarburettorAnswer> carburettorAnswer(const CarburettorAsked& a) {
    const Result<JetForAir> air = jetForAir(a.jet, a.densityThenKgM3, a.densityNowKgM3, a.fuelExponent.value);
    if (!air)
        return air.error();
    CarburettorAnswer out;
    out.air = *air;
    const FuelKind &then = kFuels[a.fuelThen], &now = kFuels[a.fuelNow];
    const double thinner = std::sqrt(a.densityNowKgM3 / a.densityThenKgM3);
    // A heavier fuel gives more of itself through the same jet.
    const double heavier = std::sqrt(then.densityKgPerL / now.densityKgPerL);
    const auto left = [&](double afr) {
        const double oiled =
            a.premixThen > 0. && a.premixNow > 0. ? afrAfterPremix(afr, a.premixThen, a.premixNow) : afr;
        return oiled * thinner * heavier;
    };
    out.afrLeft = rangeThrough(left, a.afrThen);
    out.jet =
        rangeThrough([&](double afr, double exponent) { return jetForFuel(a.jet, left(afr) / a.afrWanted, exponent); },
                     a.afrThen, a.fuelExponent);
    out.lambdaLeft = out.afrLeft.value / now.stoich;
    out.lambdaWanted = a.afrWanted / now.stoich;
    return out;
}

InjectionAnswer injectionAnswer(const InjectionAsked& a) {
    InjectionAnswer out;
    const double flow = injectorFlowKgPerS(a.injectorKgPerS, a.ratedPa, a.railPa);
    const double fuel = a.airKgPerCharge / a.afr;
    out.openS = injectorOpenS(fuel, flow, a.deadS);
    out.duty = injectorDuty(out.openS, a.engineRpm, a.strokes);
    const double cycleS = out.openS / out.duty, room = kMostDuty * cycleS - a.deadS;
    const double flowNeeded = room > 0. ? fuel / room : 0.;
    out.railForDutyPa = room > 0. ? a.ratedPa * std::pow(flowNeeded / a.injectorKgPerS, 2) : 0.;
    return out;
}

} // namespace jr
