// SPDX-License-Identifier: GPL-3.0-or-later
// The room between a valve and the piston: measured at one setting of the cam, told for another.
//
//     room(a) = offset + [way of the piston from top at a] cos b - lift(a)      b  angle between valve and cylinder
//
// The offset is what makes the least room come out as measured. Limits: a flat crown under the valve (a pocket moves
// with the piston and is in the measured figure), the drawn lift curve. So the answer is a range; the last word has
// clay or a light spring.
#pragma once

#include "core/figure/cam/lift_curve.h"
#include "core/figure/ports/slider_crank.h"

namespace jr {

struct LeastRoom {
    double roomM = 0.;
    double crankDeg = 0.; ///< after top centre; negative: before it
};

/// Over 60 degrees to either side of top centre. `lift` in degrees after top centre, `valveDeg` 0…45.
LeastRoom leastRoom(const Crank& crank, const LiftCurve& lift, double offsetM, double valveDeg);
/// The offset at which the least room is `measuredM` with `lift` as it was then.
double offsetOfMeasured(const Crank& crank, const LiftCurve& lift, double measuredM, double valveDeg);

/// Least rooms people build to: intake 1.0 mm, exhaust 1.5 mm and up. Common practice, no source.
inline constexpr double kLeastIntakeRoomM = 1.0e-3, kLeastExhaustRoomM = 1.5e-3;

} // namespace jr
