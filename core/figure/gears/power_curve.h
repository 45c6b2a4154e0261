// SPDX-License-Identifier: GPL-3.0-or-later
// Power over engine speed as the calculators of gears need it: points with their margins, straight between them. Past
// the last point nothing was measured: what stands there is a guess, and says so.
#pragma once

#include "core/result.h"

#include <vector>

namespace jr {

struct PowerCurve {
    std::vector<double> rpm;         ///< rising
    std::vector<double> powerW;      ///< at the wheel, or wherever it was measured
    std::vector<double> lowW, highW; ///< of the margin; empty: not known
};

/// At least two points, rising speeds, finite powers. Errors name what is wrong.
Result<PowerCurve> checkedPowerCurve(PowerCurve curve);

struct PowerAt {
    double watt = 0., lowW = 0., highW = 0.;
    bool guessed = false; ///< beyond the first or last point
};
/// Past the last point the curve goes on along its last quarter's slope, and the margin opens by as much as it has gone
/// on by; below the first point power goes with speed (constant torque).
PowerAt powerAt(const PowerCurve& curve, double rpm);

} // namespace jr
