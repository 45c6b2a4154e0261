// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cylinder/piston_motion.h"

#include "core/units/units.h"

namespace jr {

double meanPistonSpeedMPerS(double strokeM, double engineRpm) {
    return 2. * strokeM * engineRpm / 60.;
}

double peakAccelerationMPerS2(const Crank& crank, double engineRpm) {
    const double w = radPerSFromRpm(engineRpm), r = crank.throwM();
    return r * w * w * (1. + r / crank.rodM);
}

double peakInertiaForceN(const Crank& crank, double engineRpm, double massKg) {
    return massKg * peakAccelerationMPerS2(crank, engineRpm);
}

} // namespace jr
