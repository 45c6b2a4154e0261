// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/ports/top_centre.h"

#include <cmath>

namespace jr {

TopCentre topCentreFrom(double oneWayDeg, double otherWayDeg) {
    const double between = std::remainder(otherWayDeg - oneWayDeg, 360.); // -180…180: the shorter way round
    const double middle = oneWayDeg + 0.5 * between;
    TopCentre out;
    out.readsDeg = std::fmod(std::fmod(middle, 360.) + 360., 360.);
    out.turnWheelDeg = -std::remainder(middle, 360.);
    out.stopDeg = 0.5 * std::abs(between);
    return out;
}

} // namespace jr
