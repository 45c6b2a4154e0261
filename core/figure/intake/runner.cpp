// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/intake/runner.h"

#include "core/figure/domain.h"
#include "core/figure/pipe/tuned_length.h"
#include "core/units/units.h"

#include <cmath>

namespace jr {
namespace {

constexpr double kFastestPistonDeg = 90.;
constexpr double kDegreesOfBothWays = 12.; // 6 degrees a second for each rpm, and the length there and back

double cylinderVolumeM3(const ResonatorInputs& in) {
    return 0.5 * in.sweptM3 * (in.compression + 1.) / (in.compression - 1.);
}

double areaM2(double boreM) {
    return 0.25 * kPi * boreM * boreM;
}

/// 60 c / (2 pi K)
double humSpeed(const ResonatorInputs& in) {
    return 60. * soundSpeedMPerS(in.airTempC) / (2. * kPi * in.hums);
}

} // namespace

Result<double> waveRunnerM(const WaveRunnerInputs& in) {
    if (auto error = outOfDomain({{"rpm", in.engineRpm, 500., 25000.},
                                  {"air_temp_c", in.airTempC, -40., 120.},
                                  {"ivc_deg_abdc", in.intakeClosesDeg, 0., 120.},
                                  {"order", in.order, 1., 6.}}))
        return *error;
    return (kFastestPistonDeg + in.intakeClosesDeg) * soundSpeedMPerS(in.airTempC) /
           (kDegreesOfBothWays * in.engineRpm * in.order);
}

double waveRunnerRpm(double lengthM, double airTempC, double intakeClosesDeg, double order) {
    return (kFastestPistonDeg + intakeClosesDeg) * soundSpeedMPerS(airTempC) / (kDegreesOfBothWays * lengthM * order);
}

Result<double> resonatorRunnerM(const ResonatorInputs& in) {
    if (auto error = outOfDomain({{"rpm", in.engineRpm, 500., 25000.},
                                  {"air_temp_c", in.airTempC, -40., 120.},
                                  {"bore_mm", in.boreM * 1e3, 5., 120.},
                                  {"displacement_cm3", in.sweptM3 * 1e6, 5., 3000.},
                                  {"compression", in.compression, 4., 20.}}))
        return *error;
    const double perTurn = humSpeed(in) / in.engineRpm;
    return perTurn * perTurn * areaM2(in.boreM) / cylinderVolumeM3(in);
}

double resonatorRunnerRpm(double lengthM, const ResonatorInputs& in) {
    return humSpeed(in) * std::sqrt(areaM2(in.boreM) / (lengthM * cylinderVolumeM3(in)));
}

} // namespace jr
