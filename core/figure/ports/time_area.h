// SPDX-License-Identifier: GPL-3.0-or-later
// How much opening a port offers for how long, for each litre of cylinder: what tells whether a duration is enough at a
// speed.
//
//     angle-area = integral of A(a) da             A  open area of the port at crank angle a   [m2]
//     time-area  = angle-area / (6 n V)            n  engine speed                             [rpm]
//                                                  V  swept volume of the cylinder             [m3]
//
// A port is taken as a rectangle of its width along the wall, uncovered by the piston's edge; rounded corners take some
// per cent off. Source: Blair, Design and Simulation of Two-Stroke Engines (1996), chapter 6, value from memory.
#pragma once

#include "core/figure/ports/port_timing.h"

namespace jr {

struct PortWidths {
    double exhaustM = 0.;    ///< along the wall, all windows together
    double transferM = 0.;   ///< all transfers together
    double intakeM = 0.;     ///< of a piston port; 0: none
    double intakeHighM = 0.; ///< height of its window
};

/// Angle-areas, m2 degrees of crank.
struct AngleAreas {
    double blowdownM2Deg = 0.; ///< exhaust, from its opening to the transfers'
    double exhaustM2Deg = 0.;
    double transferM2Deg = 0.;
    double intakeM2Deg = 0.; ///< 0 without a piston port
};
AngleAreas angleAreas(const Crank& crank, const PortTiming& timing, const PortWidths& widths);

/// s/m: seconds times m2 for each m3 swept. Engine speed above 0.
double timeAreaSPerM(double angleAreaM2Deg, double engineRpm, double sweptM3);

} // namespace jr
