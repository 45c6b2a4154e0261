// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about the cylinder shows: volumes, compression full and trapped, what a gasket or a skim changes, mean
// pressure, piston speed and force, and how near the fuel's usual limit it is.
#pragma once

#include "core/figure/cylinder/compression.h"
#include "core/figure/ranged.h"

#include <optional>

namespace jr {

struct CylinderAsked {
    double boreM = 0., strokeM = 0., rodM = 0.;
    ChamberParts parts; ///< its bore is `boreM`
    double skimM = 0.;  ///< off the head's face
    Ranged buretteM3;   ///< as poured, with what the pouring may be out by
    std::optional<double> exhaustDownM;
    double engineRpm = 0., pistonKg = 0.;
    std::optional<double> torqueNm;
    int cylinders = 1, strokes = 4;
};

struct CylinderAnswer {
    Ranged chamberM3, ratio;
    std::optional<Ranged> trapped;
    double sweptM3 = 0.;
    double pistonSpeedMPerS = 0., forceN = 0.;
    std::optional<double> meanPressurePa;
    double ratioPerTenthMm = 0.; ///< what 0.1 mm less of gasket or head does
};
Result<CylinderAnswer> cylinderAnswer(const CylinderAsked& asked);

/// Full compressions that a fuel is usually run at before it detonates, in a four-stroke: common practice, no source.
/// Chamber, advance, heat and load decide; a two-stroke is judged by its trapped figure, 6 to 8.
struct FuelMargin {
    double easyRatio, edgeRatio;
};
FuelMargin usualFuelMargin(double octane, bool twoStroke);

} // namespace jr
