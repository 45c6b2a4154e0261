// SPDX-License-Identifier: GPL-3.0-or-later
// The Quill 125 on the simulated road, as tests ride it: 8.6 kW at the wheel at 7500 rpm, weights of so many grams.
#pragma once

#include "standin/road_ride.h"

#include <cmath>

namespace testsupport {

inline standin::RoadMachine quillOnTheRoad(double grams = 16.) {
    standin::RoadMachine m;
    m.shiftRpm = 6900. * std::sqrt(16. / grams);
    m.engageRpm = 5200.; // the clutch slips until the belt has hold
    m.powerW = [](double rpm) {
        const double off = (rpm - 7500.) / 2600.;
        return 8600. * std::exp(-off * off);
    };
    return m;
}

/// A 400 with gears, strong enough to be let out by its clutch.
inline standin::RoadMachine gearedOnTheRoad() {
    standin::RoadMachine m;
    m.machineKg = 150.;
    m.wheelRadiusM = 0.305;
    m.gears = {22., 15.6, 12.1, 10., 8.8};
    m.engageRpm = 4500.;
    m.powerW = [](double rpm) {
        const double off = (rpm - 8200.) / 4200.;
        return 26000. * std::exp(-off * off);
    };
    return m;
}

} // namespace testsupport
