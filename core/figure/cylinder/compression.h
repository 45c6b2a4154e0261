// SPDX-License-Identifier: GPL-3.0-or-later
// Volumes of a cylinder and what they make of compression.
//
//     R = (Vs + Vc) / Vc           Vs  swept volume, pi/4 B^2 S                                   [m3]
//     trapped: Vs above the exhaust port alone                                                    [m3]
//     Vc = burette + pi/4 G^2 g + pi/4 B^2 deck - dome                                            [m3]
//          G, g  bore and pressed thickness of the gasket; deck: piston's edge under the barrel's top (negative: above)
//
// Source: any text on engines. Mean pressures, Heywood (1988), section 2.7.
#pragma once

#include "core/result.h"

#include <optional>

namespace jr {

/// Bore 10…200 mm and stroke 10…200 mm in m.
double sweptM3(double boreM, double strokeM);

struct ChamberParts {
    double buretteM3 = 0.;                 ///< poured into the head, plug in
    double gasketBoreM = 0., gasketM = 0.; ///< pressed
    double boreM = 0., deckM = 0.;
    double domeM3 = 0.; ///< of the crown above its edge; negative for a dish
};
double chamberM3(const ChamberParts& parts);

struct Compression {
    double sweptM3 = 0., ratio = 0.;
    std::optional<double> trappedRatio; ///< above an exhaust port
};
/// Bore and stroke 10…200 mm, chamber 0.3…2000 cm3, exhaust roof 1 mm … stroke below top centre. Errors: outside.
Result<Compression> compressionOf(double boreM, double strokeM, double chamberM3, std::optional<double> exhaustDownM);
/// The chamber a ratio wants, and how much has to come off a flat face of `faceAreaM2` to get there from `chamberM3`.
double chamberForRatioM3(double sweptM3, double ratio);
double skimForM(double chamberNowM3, double chamberWantedM3, double faceAreaM2);

/// Brake mean effective pressure, Pa: 2 pi s T / Vd, s turns a charge (2 for a four-stroke, 1 for a two-stroke).
double meanPressurePa(double torqueNm, double displacementM3, int strokes);

} // namespace jr
