// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cylinder/cylinder_answer.h"

#include "core/figure/cylinder/piston_motion.h"

namespace jr {

Result<CylinderAnswer> cylinderAnswer(const CylinderAsked& a) {
    const Result<Crank> crank = checkedCrank(a.strokeM, a.rodM);
    if (!crank)
        return crank.error();
    const double face = sweptM3(a.boreM, 1.); // area of the bore
    const auto chamber = [&](double burette) {
        ChamberParts parts = a.parts;
        parts.boreM = a.boreM;
        parts.buretteM3 = burette - face * a.skimM;
        return chamberM3(parts);
    };
    CylinderAnswer out;
    out.chamberM3 = rangeThrough(chamber, a.buretteM3);
    const Result<Compression> checked = compressionOf(a.boreM, a.strokeM, out.chamberM3.low, a.exhaustDownM);
    if (!checked)
        return checked.error();
    out.sweptM3 = checked->sweptM3;
    const auto ratio = [&](double v) { return (out.sweptM3 + v) / v; };
    out.ratio = rangeThrough(ratio, out.chamberM3);
    if (a.exhaustDownM) {
        const double kept = sweptM3(a.boreM, *a.exhaustDownM);
        out.trapped = rangeThrough([&](double v) { return (kept + v) / v; }, out.chamberM3);
    }
    constexpr double kTenthMm = 1e-4;
    out.ratioPerTenthMm = ratio(out.chamberM3.value - face * kTenthMm) - out.ratio.value;
    out.pistonSpeedMPerS = meanPistonSpeedMPerS(a.strokeM, a.engineRpm);
    out.forceN = peakInertiaForceN(*crank, a.engineRpm, a.pistonKg);
    if (a.torqueNm)
        out.meanPressurePa = meanPressurePa(*a.torqueNm, out.sweptM3 * a.cylinders, a.strokes);
    return out;
}

FuelMargin usualFuelMargin(double octane, bool twoStroke) {
    // RON 91 to 100 on pump fuel, a little above half a ratio for every three numbers.
    constexpr double kReferenceOctane = 95., kRatioPerOctane = 0.17;
    const double shift = kRatioPerOctane * (octane - kReferenceOctane);
    return twoStroke ? FuelMargin{6.6 + 0.5 * shift, 7.8 + 0.5 * shift} : FuelMargin{10.5 + shift, 12.2 + shift};
}

} // namespace jr
