// SPDX-License-Identifier: GPL-3.0-or-later
// A scooter on its belt, spun up on a drum: the variator lets the engine climb to its shift speed, holds it there while
// the road speed runs, and lets it climb again at the end. Invented; used by the tests and the demo.
#pragma once

#include "standin/simulated_bench.h"

namespace standin {

struct BeltDrive {
    double rollerInertiaKgM2 = 4.2, rollerRadiusM = 0.19;
    std::array<double, 3> rollerLossNm{2.4, 0.009, 2.1e-5};
    double lowRatio = 14., highRatio = 5.6;  ///< engine per roller, the belt's two ends
    double shiftRpm = 7300., creepRpm = 90.; ///< held so closely through the whole shift
    double peakW = 8600., peakRpm = 7500.;   ///< at the wheel
    bool powerAtRoad = false;                ///< power follows the road alone, whatever the engine turns
    double gain = 0., gainFromMS = 0.;       ///< share more power above this road speed
    double offsetShare = 0.;                 ///< this pull's own ratio to the truth
    double startMS = 6., endMS = 24.;
    double sampleHz = 200.;
    double edgeJitterShare = 0.0008, whiteShare = 0.00015, tachoShare = 0.002;
    double airTempC = 22., airPressureHpa = 1000., humidityPct = 45.;

    double engineRpm(double rollerRadS) const;
    double powerW(double rollerRadS) const; ///< warm, in this air
};

Recording beltPull(const BeltDrive& drive, std::uint64_t seed);

} // namespace standin
