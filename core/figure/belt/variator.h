// SPDX-License-Identifier: GPL-3.0-or-later
// The sheaves of a variator: a belt of a width sits at the radius where the gap is as wide.
//
//     radius moves by dw / (2 tan h)       dw  width of belt or gap                       [m]
//                                          h   angle of one face to the plane of rotation [degrees], near 14
//
// A worn belt sits deeper in the drive pulley, fully shifted as at rest: less top speed. A shim on the drive's boss
// keeps its faces further apart at rest, so that the belt starts deeper: a lower first ratio. Source: geometry; the
// face angle, common practice, no source.
#pragma once

#include "core/figure/ranged.h"

namespace jr {

inline constexpr Ranged kFaceDeg{14., 13., 15.};

/// m by which the belt sits further out (negative: deeper) when belt less gap grows by `widthM`.
double radiusMovedM(double widthM, double faceDeg);

struct VariatorEnds {
    double driveLowM = 0., driveHighM = 0.; ///< radius in the drive pulley at rest and fully shifted
    double beltM = 0.;                      ///< length of the belt along its middle
    double centresM = 0.;                   ///< between the shafts
};
/// Radius of the driven pulley for one of the drive: the belt's length is given. Open belt over two pulleys:
/// L = 2 C cos t + r1 (pi + 2 t) + r2 (pi - 2 t), sin t = (r1 - r2)/C; solved by bisection. m.
double drivenRadiusM(const VariatorEnds& ends, double driveRadiusM);
/// Ratio at a radius of the drive: driven over drive.
double beltRatio(const VariatorEnds& ends, double driveRadiusM);
/// Ends after the belt has worn by `wornM` of its width and a shim of `shimM` was added to the boss (taken off when
/// negative).
VariatorEnds wornAndShimmed(const VariatorEnds& ends, double wornM, double shimM, double faceDeg);

} // namespace jr
