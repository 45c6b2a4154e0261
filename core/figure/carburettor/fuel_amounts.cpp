// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/carburettor/fuel_amounts.h"

#include "core/figure/domain.h"

#include <cmath>

namespace jr {

Result<double> premixOilMl(double ratio, double fuelL) {
    if (auto error = outOfDomain({{"ratio", ratio, 10., 200.}, {"fuel_l", fuelL, 0., 1000.}}))
        return *error;
    constexpr double kMlPerL = 1000.;
    return fuelL * kMlPerL / ratio;
}

double afrAfterPremix(double afr, double ratioFrom, double ratioTo) {
    const auto fuelShare = [](double ratio) { return ratio / (ratio + 1.); };
    return afr * fuelShare(ratioFrom) / fuelShare(ratioTo);
}

double fuelMl(double powerW, double seconds, double bsfcKgPerJ, double densityKgM3) {
    constexpr double kMlPerM3 = 1e6;
    return powerW * seconds * bsfcKgPerJ / densityKgM3 * kMlPerM3;
}

double injectorDuty(double openS, double engineRpm, int strokes) {
    const double cycleS = 60. / engineRpm * 0.5 * strokes;
    return openS / cycleS;
}

double injectorOpenS(double fuelKgPerCharge, double flowKgPerS, double deadS) {
    return fuelKgPerCharge / flowKgPerS + deadS;
}

double injectorFlowKgPerS(double flowKgPerS, double pressureFromPa, double pressureToPa) {
    return flowKgPerS * std::sqrt(pressureToPa / pressureFromPa);
}

} // namespace jr
