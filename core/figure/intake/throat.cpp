// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/intake/throat.h"

#include "core/figure/domain.h"
#include "core/units/units.h"

#include <cassert>
#include <cmath>

namespace jr {
namespace {

constexpr double kAirGas = 287.05, kZeroK = 273.15;
constexpr double kMetresPerInch = 0.0254;

} // namespace

double airDemandM3PerS(double displacementM3, double engineRpm, int strokes, double efficiency) {
    assert(strokes == 2 || strokes == 4);
    const double turnsACharge = 0.5 * strokes;
    return displacementM3 * engineRpm * efficiency / (60. * turnsACharge);
}

double airViscosityPaS(double airTempC) {
    constexpr double kAtZero = 1.716e-5, kSutherland = 110.4;
    const double kelvin = airTempC + kZeroK;
    return kAtZero * std::pow(kelvin / kZeroK, 1.5) * (kZeroK + kSutherland) / (kelvin + kSutherland);
}

Result<ThroatFlow> throatFlow(double flowM3PerS, double diameterM, double airTempC, double pressurePa) {
    if (auto error = outOfDomain({{"flow_m3_h", flowM3PerS * 3600., 0., 1e5},
                                  {"diameter_mm", diameterM * 1e3, 2., 200.},
                                  {"air_temp_c", airTempC, -60., 150.}}))
        return *error;
    ThroatFlow out;
    out.speedMPerS = flowM3PerS / (0.25 * kPi * diameterM * diameterM);
    const double density = pressurePa / (kAirGas * (airTempC + kZeroK));
    out.reynolds = density * out.speedMPerS * diameterM / airViscosityPaS(airTempC);
    return out;
}

double windHeadPa(double windMPerS, double densityKgM3) {
    return 0.5 * densityKgM3 * windMPerS * windMPerS;
}

double filterLossPa(double flowM3PerS, double areaM2, double lossPaAt, double speedMPerSAt) {
    return lossPaAt * (flowM3PerS / areaM2) / speedMPerSAt;
}

double filterAreaM2(double displacementM3, double engineRpm) {
    constexpr double kPanelRule = 20839.; // in3 rpm for each in2
    const double cubicInches = displacementM3 / std::pow(kMetresPerInch, 3);
    return cubicInches * engineRpm / kPanelRule * kMetresPerInch * kMetresPerInch;
}

} // namespace jr
