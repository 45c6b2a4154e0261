// SPDX-License-Identifier: GPL-3.0-or-later
// Length of a four-stroke's exhaust primary: the way a pressure wave runs from the valve to the collector and back,
// once or more times, between the exhaust's opening and the overlap, so that the reflected low comes while both valves
// are open.
//
//     L = D c / (12 n k)    L  valve to the end of the primary at the collector        [m]
//                           D  degrees from exhaust opening to top centre: evo + 180   [degrees of crank]
//                           c  speed of sound in the gas                               [m/s]
//                           n  engine speed                                            [rpm]
//                           k  order: how often the wave has gone there and back       [1]
//
// Why 12: D degrees last D/(6 n) seconds, and the wave runs the length twice an order.
// Limits: one mean gas temperature; says nothing of bores and collectors. The second order is what is usually built:
// with 1700 ft/s it is the handbook's 850 (evo + 180) / n inches before what stands in the head is taken off. Source:
// Smith and Morrison, Scientific Design of Exhaust and Intake Systems (1962), value from memory.
#pragma once

#include "core/figure/ranged.h"
#include "core/result.h"

namespace jr {

struct PrimaryInputs {
    double exhaustOpensDegBbdc = 0.; ///< 0…120
    double engineRpm = 0.;           ///< 500…25000
    Ranged soundSpeedMPerS;          ///< 300…800
    double order = 2.;               ///< 1…5
};

/// Metres, over the range of the sound speed. Errors: an input outside its range, named with its value and bound.
Result<Ranged> primaryLengthM(const PrimaryInputs& inputs);

/// Mean gas in a primary at full load, hotter than an expansion pipe's: 400 to 700 °C. Common practice, no source.
inline constexpr Ranged kUsualPrimaryTempC{550., 400., 700.};

} // namespace jr
