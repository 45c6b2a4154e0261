// SPDX-License-Identifier: GPL-3.0-or-later
// Finding top centre by a positive stop: near the top the piston hardly moves, so the eye is a poor judge of it. A stop
// is screwed in so that the piston meets it on either side of the top; the wheel is read at both, and top centre lies
// half-way between. Common practice, no source.
#pragma once

namespace jr {

struct TopCentre {
    double readsDeg = 0.;     ///< what the wheel shows at true top centre, 0…360
    double turnWheelDeg = 0.; ///< by how much the pointer must go so that it shows 0 there, -180…180
    double stopDeg = 0.;      ///< how far from the top the stop holds the piston, 0…90
};

/// `oneWayDeg`, `otherWayDeg`: what the wheel shows at the stop turning one way and the other, any angles. The top is
/// in the middle of the shorter of the two arcs between them: a stop that holds the piston further than a quarter turn
/// from the top is a stop in the wrong place.
TopCentre topCentreFrom(double oneWayDeg, double otherWayDeg);

} // namespace jr
