// SPDX-License-Identifier: GPL-3.0-or-later
// The squish band: how fast the closing gap throws the charge inwards, and how the crankcase breathes.
//
//     v / u = D / (4 z) [(B/D)^2 - 1] Vb / (A z + Vb)     v  speed through the edge of the bowl    [m/s]
//                                                         u  speed of the piston at that moment    [m/s]
//                                                         z  gap: squish clearance plus piston's way [m]
//                                                         B, D  bore and diameter of the bowl       [m]
//                                                         Vb volume of the bowl                     [m3]
//                                                         A  area of the bore                       [m2]
//
// Limits: one pressure everywhere, no leak, a flat band. Source: Heywood, Internal Combustion Engine Fundamentals
// (1988), section 8.4, value from memory.
#pragma once

#include "core/figure/ports/slider_crank.h"

namespace jr {

struct SquishHead {
    double boreM = 0.;
    double clearanceM = 0.; ///< at top centre, as the solder shows it
    double bandShare = 0.;  ///< area of the band for the area of the bore, 0…0.8
    double bowlM3 = 0.;     ///< chamber inside the band, above the gap
};

struct SquishSpeed {
    double speedMPerS = 0.;
    double beforeTopDeg = 0.; ///< where it is highest
};

/// Speed at one angle before top centre.
double squishSpeedMPerS(const Crank& crank, const SquishHead& head, double engineRpm, double beforeTopDeg);
/// The highest, searched over the last 60 degrees.
SquishSpeed highestSquishSpeed(const Crank& crank, const SquishHead& head, double engineRpm);

/// Crankcase compression: (case at bottom centre + swept) / case at bottom centre.
double crankcaseRatio(double caseAtBottomM3, double sweptM3);

/// A straight chord across a window, as a share of the bore, and the way along the wall it takes; `chordM` below the
/// bore. arc = B asin(chord / B).
double arcOfChordM(double chordM, double boreM);
double chordOfArcM(double arcM, double boreM);

} // namespace jr
