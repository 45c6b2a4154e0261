// SPDX-License-Identifier: GPL-3.0-or-later
// When to shift: at one road speed the thrust of a gear is power over road speed, so the next gear pulls harder where
// the engine makes more power at the speed it falls to. The best shift is the highest engine speed at which that is not
// yet so, or the limiter. Losses that are a share of power fall out.
//
// Source: any text on vehicle dynamics; a simulated run finds the same (tests/core/test_gears.cpp).
#pragma once

#include "core/figure/gears/power_curve.h"

namespace jr {

struct ShiftInputs {
    double ratioFrom = 0., ratioTo = 0.; ///< turns in for one out; the next gear's is less
    double limiterRpm = 0.;
};

enum class ShiftDecider { Crossing, Limiter };

struct ShiftPoint {
    double shiftRpm = 0., afterRpm = 0.; ///< before and after
    ShiftDecider decidedBy = ShiftDecider::Limiter;
};

/// Linear between points, never past the limiter or the last point. Where the next gear already pulls harder at the
/// first point, that is the answer. Errors: ratios not falling, a limiter below the first point.
Result<ShiftPoint> bestShift(const PowerCurve& curve, const ShiftInputs& inputs);

} // namespace jr
