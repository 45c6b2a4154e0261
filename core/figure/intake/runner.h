// SPDX-License-Identifier: GPL-3.0-or-later
// How long an intake runner should be for a speed. Two schools that look at different things and differ.
//
// Reflected wave. The falling piston is fastest near 90 degrees after top centre and sends a wave of suction out; it
// comes back from the open end as pressure, and should arrive as the valve closes, on its `k`th way there and back:
//
//     L = (90 + IVC) c / (12 n k)        L    valve to mouth                                [m]
//                                        IVC  intake closes after bottom centre             [degrees of crank]
//                                        c    speed of sound in the intake's air            [m/s]
//                                        n    engine speed                                  [rpm]
//                                        k    order: how often the wave has run by then, 1…6
//
// Volume resonator (Engelman). Runner and cylinder hum like a bottle; it fills best when it hums 2.1 times a turn:
//
//     n = 60 c / (2 pi K) sqrt(A / (L V)),  V = Vd/2 (R + 1)/(R - 1),  K = 2.1
//                                        A    area of the runner [m2], Vd swept volume, R compression
//
// Sources: wave, any text on engine breathing (value from memory); resonator, Engelman, Design of a Tuned Intake
// Manifold, ASME 73-WA/DGP-2 (1973), value from memory. Limits: one temperature, one bore, no plenum.
#pragma once

#include "core/figure/ranged.h"
#include "core/result.h"

namespace jr {

struct WaveRunnerInputs {
    double engineRpm = 0.;       ///< 500…25000
    double airTempC = 0.;        ///< -40…120
    double intakeClosesDeg = 0.; ///< 0…120 after bottom centre
    double order = 0.;           ///< 1…6
};
Result<double> waveRunnerM(const WaveRunnerInputs& inputs);
/// The speed a length suits on an order.
double waveRunnerRpm(double lengthM, double airTempC, double intakeClosesDeg, double order);

struct ResonatorInputs {
    double engineRpm = 0., airTempC = 0.;
    double boreM = 0.;       ///< of the runner, 5…120 mm
    double sweptM3 = 0.;     ///< of one cylinder
    double compression = 0.; ///< 4…20
    double hums = 2.1;       ///< a turn
};
Result<double> resonatorRunnerM(const ResonatorInputs& inputs);
double resonatorRunnerRpm(double lengthM, const ResonatorInputs& inputs);
/// The hum that is best is not the same on every engine: 2.0 to 2.5 turns have been found. Value from memory.
inline constexpr Ranged kHumsATurn{2.1, 2.0, 2.5};

} // namespace jr
