// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/ports/squish.h"

#include "core/units/units.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace jr {

double squishSpeedMPerS(const Crank& crank, const SquishHead& head, double engineRpm, double beforeTopDeg) {
    assert(head.clearanceM > 0. && head.bandShare >= 0. && head.bandShare < 1.);
    const double boreArea = 0.25 * kPi * head.boreM * head.boreM;
    const double bowlDiameter = head.boreM * std::sqrt(1. - head.bandShare);
    const double gap = head.clearanceM + pistonDownM(crank, beforeTopDeg);
    const double piston = std::abs(pistonRateMPerRad(crank, beforeTopDeg)) * radPerSFromRpm(engineRpm);
    const double spread = head.boreM * head.boreM / (bowlDiameter * bowlDiameter) - 1.;
    return piston * bowlDiameter / (4. * gap) * spread * head.bowlM3 / (boreArea * gap + head.bowlM3);
}

SquishSpeed highestSquishSpeed(const Crank& crank, const SquishHead& head, double engineRpm) {
    constexpr double kStepDeg = 0.25, kLastDeg = 60.;
    SquishSpeed best;
    for (double deg = kStepDeg; deg <= kLastDeg; deg += kStepDeg)
        if (const double speed = squishSpeedMPerS(crank, head, engineRpm, deg); speed > best.speedMPerS)
            best = {speed, deg};
    return best;
}

double crankcaseRatio(double caseAtBottomM3, double sweptM3) {
    assert(caseAtBottomM3 > 0.);
    return (caseAtBottomM3 + sweptM3) / caseAtBottomM3;
}

double arcOfChordM(double chordM, double boreM) {
    return boreM * std::asin(std::clamp(chordM / boreM, -1., 1.));
}

double chordOfArcM(double arcM, double boreM) {
    return boreM * std::sin(arcM / boreM);
}

} // namespace jr
