// SPDX-License-Identifier: GPL-3.0-or-later
// A standing quarter mile from weight and power, by the common rule: t = 5.825 (W/P)^(1/3) s, v = 234 (P/W)^(1/3) mph,
// W in pounds and P in mechanical horsepower. A rule of thumb for a good launch on good tyres; common practice, no
// source.
#pragma once

#include "core/result.h"

namespace jr {

struct QuarterMile {
    double timeS = 0., speedMPerS = 0.;
};
/// Mass 20…5000 kg with the rider, power 500 W…1 MW. Errors: outside.
Result<QuarterMile> quarterMile(double massKg, double powerW);

} // namespace jr
