// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/pipe/tuned_length.h"

#include "core/figure/domain.h"

#include <cmath>

namespace jr {
namespace {

constexpr double kDegSecondsPerTurnBothWays = 12.; // 6 degrees a second for each rpm, and the length there and back
constexpr double kKelvinAtZero = 273.15;
constexpr PipeGas kBurnt{1.33, 290.};

} // namespace

Result<double> tunedLengthM(const TunedLengthInputs& in) {
    if (auto error = outOfDomain({{"exhaust_duration_deg", in.exhaustDurationDeg, 90., 250.},
                                  {"rpm", in.engineRpm, 500., 25000.},
                                  {"wave_speed_m_s", in.soundSpeedMPerS, 300., 800.}}))
        return *error;
    return in.exhaustDurationDeg * in.soundSpeedMPerS / (kDegSecondsPerTurnBothWays * in.engineRpm);
}

double tunedSpeedRpm(double exhaustDurationDeg, double lengthM, double soundSpeed) {
    return exhaustDurationDeg * soundSpeed / (kDegSecondsPerTurnBothWays * lengthM);
}

double waveSpeedMPerS(double exhaustDurationDeg, double lengthM, double engineRpm) {
    return kDegSecondsPerTurnBothWays * engineRpm * lengthM / exhaustDurationDeg;
}

double soundSpeedMPerS(double gasTempC, const PipeGas& gas) {
    return std::sqrt(gas.heatRatio * gas.gasConstant * (gasTempC + kKelvinAtZero));
}

Ranged exhaustSoundSpeedMPerS(const Ranged& gasTempC) {
    const double asAir = soundSpeedMPerS(gasTempC.value), asBurnt = soundSpeedMPerS(gasTempC.value, kBurnt);
    return {0.5 * (asAir + asBurnt), soundSpeedMPerS(gasTempC.low, kBurnt), soundSpeedMPerS(gasTempC.high)};
}

Ranged meanPipeTempC(double probeC) {
    constexpr double kAirC = 20., kLeastKept = 0.5, kMostKept = 0.67;
    const auto kept = [&](double share) { return kAirC + share * (probeC - kAirC); };
    return {kept(0.5 * (kLeastKept + kMostKept)), kept(kLeastKept), kept(kMostKept)};
}

PullRange pullRange(double exhaustDurationDeg, double transferDurationDeg, double baffleMouthM, double tunedM,
                    double soundSpeed) {
    // From exhaust opening to transfers closing: blowdown, and the transfers' own duration.
    const double untilTransfersClose = 0.5 * (exhaustDurationDeg + transferDurationDeg);
    return {tunedSpeedRpm(untilTransfersClose, tunedM, soundSpeed),
            tunedSpeedRpm(exhaustDurationDeg, tunedM, soundSpeed),
            tunedSpeedRpm(exhaustDurationDeg, baffleMouthM, soundSpeed)};
}

} // namespace jr
