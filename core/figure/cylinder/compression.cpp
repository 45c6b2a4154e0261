// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cylinder/compression.h"

#include "core/figure/domain.h"
#include "core/units/units.h"

namespace jr {
namespace {

double discM2(double diameterM) {
    return 0.25 * kPi * diameterM * diameterM;
}

} // namespace

double sweptM3(double boreM, double strokeM) {
    return discM2(boreM) * strokeM;
}

double chamberM3(const ChamberParts& p) {
    return p.buretteM3 + discM2(p.gasketBoreM) * p.gasketM + discM2(p.boreM) * p.deckM - p.domeM3;
}

Result<Compression> compressionOf(double boreM, double strokeM, double chamber, std::optional<double> exhaustDownM) {
    constexpr double kMm = 1e3, kCm3 = 1e6;
    if (auto error = outOfDomain({{"bore_mm", boreM * kMm, 10., 200.},
                                  {"stroke_mm", strokeM * kMm, 10., 200.},
                                  {"chamber_cm3", chamber * kCm3, 0.3, 2000.}}))
        return *error;
    Compression out;
    out.sweptM3 = sweptM3(boreM, strokeM);
    out.ratio = (out.sweptM3 + chamber) / chamber;
    if (exhaustDownM) {
        if (auto error = outOfDomain({{"exhaust_height_mm", *exhaustDownM * kMm, 1., strokeM * kMm}}))
            return *error;
        out.trappedRatio = (sweptM3(boreM, *exhaustDownM) + chamber) / chamber;
    }
    return out;
}

double chamberForRatioM3(double swept, double ratio) {
    return swept / (ratio - 1.);
}

double skimForM(double chamberNowM3, double chamberWantedM3, double faceAreaM2) {
    return (chamberNowM3 - chamberWantedM3) / faceAreaM2;
}

double meanPressurePa(double torqueNm, double displacementM3, int strokes) {
    const double turnsACharge = 0.5 * strokes;
    return 2. * kPi * turnsACharge * torqueNm / displacementM3;
}

} // namespace jr
