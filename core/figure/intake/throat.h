// SPDX-License-Identifier: GPL-3.0-or-later
// Air through an intake: how much an engine asks for, how fast it goes through the narrowest place, whether it is
// turbulent, what wind across the mouth does, how large a filter.
//
//     demand     Q = V n (efficiency) / (60 s)           s  turns a charge: 2 for a four-stroke, 1 for a two-stroke
//     speed      v = Q / A
//     Reynolds   Re = rho v d / mu                       mu by Sutherland (White, Viscous Fluid Flow, value from
//     memory) wind head  q = rho w^2 / 2 filter     A[in2] = V[in3] n / 20839               handbook rule for pleated
//     panels
#pragma once

#include "core/result.h"

namespace jr {

/// m3/s. Displacement above 0, speed above 0, `strokes` 2 or 4, efficiency as a share.
double airDemandM3PerS(double displacementM3, double engineRpm, int strokes, double efficiency);

struct ThroatFlow {
    double speedMPerS = 0., reynolds = 0.;
};
/// Mean over the area of one throat. Errors: a diameter outside 2…200 mm, flow below 0, air outside -60…150 °C.
Result<ThroatFlow> throatFlow(double flowM3PerS, double diameterM, double airTempC, double pressurePa = 101325.);

/// Pa s, Sutherland: mu0 (T/T0)^1.5 (T0 + S)/(T + S), mu0 1.716e-5 at 273.15 K, S 110.4 K.
double airViscosityPaS(double airTempC);
/// Head of a wind across or into a mouth, Pa.
double windHeadPa(double windMPerS, double densityKgM3);
/// Loss through `area` of a medium that loses `lossPa` at `speedMPerS` through it: goes with the speed (a mat is
/// laminar inside). Pa.
double filterLossPa(double flowM3PerS, double areaM2, double lossPaAt, double speedMPerSAt);

/// m2 by the handbook rule.
double filterAreaM2(double displacementM3, double engineRpm);

/// Radius of a bell's lip for a bore: a quarter of the bore costs no flow any more, below a tenth it does. Common
/// practice, no source.
inline constexpr double kBellRadiusOfBore = 0.25, kPoorBellRadiusOfBore = 0.1;

} // namespace jr
