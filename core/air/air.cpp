// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/air/air.h"

#include <cmath>

namespace jr {
namespace {

constexpr double kDryGas = 287.05;
constexpr double kVapourGas = 461.5;

// ISO 2533: sea level, lapse rate, gravity and the gas constant of its air.
constexpr double kSeaLevelPa = 101325.;
constexpr double kSeaLevelK = 288.15;
constexpr double kLapseKPerM = 0.0065;
constexpr double kIsoGas = 287.05287;
constexpr double kGravity = 9.80665;

} // namespace

double saturationVapourPressurePa(double t) {
    return 611.21 * std::exp((18.678 - t / 234.5) * t / (257.14 + t));
}

double vapourPressurePa(const Air& air) {
    return air.humidity * saturationVapourPressurePa(air.tempC);
}

double dryPressurePa(const Air& air) {
    return air.pressurePa - vapourPressurePa(air);
}

double densityKgM3(const Air& air) {
    const double kelvin = air.tempC + 273.15;
    return dryPressurePa(air) / (kDryGas * kelvin) + vapourPressurePa(air) / (kVapourGas * kelvin);
}

double waterGrainsPerLb(const Air& air) {
    // Mixing ratio by mass from the two gas constants.
    return 7000. * (kDryGas / kVapourGas) * vapourPressurePa(air) / dryPressurePa(air);
}

double standardPressurePa(double altitudeM) {
    return kSeaLevelPa * std::pow(1. - kLapseKPerM * altitudeM / kSeaLevelK, kGravity / (kIsoGas * kLapseKPerM));
}

double standardDensityKgM3(double altitudeM) {
    return standardPressurePa(altitudeM) / (kIsoGas * (kSeaLevelK - kLapseKPerM * altitudeM));
}

double densityAltitudeM(const Air& air) {
    // rho/rho0 = (1 - L h / T0)^(g/(R L) - 1), solved for h.
    const double ratio = densityKgM3(air) / standardDensityKgM3(0.);
    const double exponent = kGravity / (kIsoGas * kLapseKPerM) - 1.;
    return kSeaLevelK / kLapseKPerM * (1. - std::pow(ratio, 1. / exponent));
}

double stationFromSeaLevelPa(double seaLevelPa, double altitudeM) {
    return seaLevelPa * standardPressurePa(altitudeM) / kSeaLevelPa;
}

PressureVerdict checkPressure(double pressurePa, double altitudeM) {
    constexpr double kWeatherPa = 5000.;
    if (std::abs(pressurePa - standardPressurePa(altitudeM)) <= kWeatherPa)
        return PressureVerdict::Plausible;
    if (std::abs(pressurePa - kSeaLevelPa) <= kWeatherPa)
        return PressureVerdict::LooksReducedToSeaLevel;
    return PressureVerdict::Implausible;
}

} // namespace jr
