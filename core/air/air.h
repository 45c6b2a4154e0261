// SPDX-License-Identifier: GPL-3.0-or-later
// The air an engine breathes: vapour, density, density altitude, and whether a pressure can be a station pressure.
#pragma once

#include <optional>

namespace jr {

/// Air at the intake. Pressure is the station pressure, not reduced to sea level.
struct Air {
    double tempC = 0.;
    double pressurePa = 0.;
    double humidity = 0.; ///< relative, 0…1
};

/// Saturation vapour pressure over water in Pa at `tempC`.
/// Buck (1996): e = 6.1121 exp((18.678 - t/234.5) t/(257.14 + t)) hPa. Value from memory of the published source.
/// Good from about -40 to 50 degC.
double saturationVapourPressurePa(double tempC);

double vapourPressurePa(const Air& air);
double dryPressurePa(const Air& air);

/// Density of moist air in kg/m3, ideal mixture with gas constants 287.05 (dry) and 461.5 J/(kg K) (vapour).
double densityKgM3(const Air& air);

/// Water carried, in grains per pound of dry air (7000 grains a pound).
double waterGrainsPerLb(const Air& air);

/// ISO 2533 standard atmosphere up to 11 km: pressure in Pa and density in kg/m3 at an altitude in m.
double standardPressurePa(double altitudeM);
double standardDensityKgM3(double altitudeM);

/// Altitude in the ISO 2533 standard atmosphere with the same density, in m (negative in dense air).
double densityAltitudeM(const Air& air);

/// Turns a weather report's sea-level pressure into station pressure at an altitude, both Pa.
double stationFromSeaLevelPa(double seaLevelPa, double altitudeM);

/// What a typed pressure looks like when the altitude of the bench is known.
enum class PressureVerdict { Plausible, LooksReducedToSeaLevel, Implausible };

/// A station pressure further than 50 hPa from the standard atmosphere at that altitude is implausible (common
/// practice, no source: weather moves it by about 40); one that fits sea level but not the altitude looks reduced to
/// sea level.
PressureVerdict checkPressure(double pressurePa, double altitudeM);

} // namespace jr
