// SPDX-License-Identifier: GPL-3.0-or-later
// Tuned length of a two-stroke's expansion pipe: the way a pressure wave runs from the exhaust port to the middle of
// the baffle and back while the port stands open.
//
//     L = D c / (12 n)      L  piston face to the mean reflection point      [m]
//                           D  exhaust duration, opening to closing          [degrees of crank]
//                           c  speed of sound in the pipe's gas              [m/s]
//                           n  engine speed                                  [rpm]
//
// Why 12: D/360 of a turn lasts D/(6 n) seconds, and the wave runs the length twice.
// Limits: one mean gas temperature for the whole pipe; good to some 5 %. Source: Jennings, Two-Stroke Tuner's Handbook
// (1973), value from memory.
#pragma once

#include "core/figure/ranged.h"
#include "core/result.h"

#include <optional>

namespace jr {

struct TunedLengthInputs {
    double exhaustDurationDeg = 0.; ///< 90…250
    double engineRpm = 0.;          ///< 500…25000
    double soundSpeedMPerS = 0.;    ///< 300…800
};

/// Metres. Errors: an input outside its range, named with its value and bound.
Result<double> tunedLengthM(const TunedLengthInputs& inputs);
/// The engine speed a length is tuned to, and the wave speed a length and a speed tell.
double tunedSpeedRpm(double exhaustDurationDeg, double lengthM, double soundSpeedMPerS);
double waveSpeedMPerS(double exhaustDurationDeg, double lengthM, double engineRpm);

/// Ideal gas: c = sqrt(g R T) at `gasTempC` (above -273).
struct PipeGas {
    double heatRatio = 1.4, gasConstant = 287.05; ///< of dry air
};
double soundSpeedMPerS(double gasTempC, const PipeGas& gas = {});
/// Burnt gas is nearer 1.33 and 290 J/(kg K) than air: the two are the ends, half-way between them is most likely.
/// Source: gas tables; values from memory.
Ranged exhaustSoundSpeedMPerS(const Ranged& gasTempC);

/// The mean gas temperature along a pipe, when a probe near the port shows `probeC`: the pipe loses a third to a half
/// of what the port has above the air. Common practice, no source.
Ranged meanPipeTempC(double probeC);
/// Without a probe: mean of a pipe at full load, 300 to 500 °C. Common practice, no source.
inline constexpr Ranged kUsualPipeTempC{400., 300., 500.};

/// Engine speeds between which the returned wave does good, by its timing alone: it is early enough to push back what
/// the transfers are still sending out above the speed at which the middle of the baffle answers as the transfers
/// close, and too late once even the baffle's mouth answers after the exhaust has closed.
struct PullRange {
    double fromRpm = 0., tunedRpm = 0., toRpm = 0.;
};
PullRange pullRange(double exhaustDurationDeg, double transferDurationDeg, double baffleMouthM, double tunedM,
                    double soundSpeedMPerS);

} // namespace jr
