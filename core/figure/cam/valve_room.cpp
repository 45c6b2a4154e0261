// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cam/valve_room.h"

#include "core/units/units.h"

#include <cmath>

namespace jr {

LeastRoom leastRoom(const Crank& crank, const LiftCurve& lift, double offsetM, double valveDeg) {
    constexpr double kReachDeg = 60., kStepDeg = 0.5;
    const double along = std::cos(valveDeg * kPi / 180.);
    LeastRoom least{1e9, 0.};
    for (double deg = -kReachDeg; deg <= kReachDeg; deg += kStepDeg)
        if (const double room = offsetM + pistonDownM(crank, deg) * along - lift.liftM(deg); room < least.roomM)
            least = {room, deg};
    return least;
}

double offsetOfMeasured(const Crank& crank, const LiftCurve& lift, double measuredM, double valveDeg) {
    return measuredM - leastRoom(crank, lift, 0., valveDeg).roomM;
}

} // namespace jr
