// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/gears/thrust.h"

#include "core/units/units.h"

#include <algorithm>

namespace jr {

double Gearing::speedMPerS(std::size_t gear, double engineRpm) const {
    return radPerSFromRpm(engineRpm) * wheelRadiusM / whole(gear);
}

double Gearing::engineRpm(std::size_t gear, double speed) const {
    return rpmFromRadPerS(speed / wheelRadiusM) * whole(gear);
}

double RoadLoad::resistanceN(double speed) const {
    constexpr double kGravity = 9.80665;
    return 0.5 * airKgM3 * dragAreaM2 * speed * speed + massKg * kGravity * (rolling + slope);
}

std::vector<ThrustPoint> thrustBranch(const PowerCurve& curve, const Gearing& gearing, std::size_t gear,
                                      double untilRpm) {
    std::vector<double> speeds = curve.rpm;
    std::erase_if(speeds, [&](double rpm) { return rpm > untilRpm; });
    constexpr double kGuessStepRpm = 50.;
    for (double rpm = curve.rpm.back() + kGuessStepRpm; rpm < untilRpm; rpm += kGuessStepRpm)
        speeds.push_back(rpm);
    if (speeds.empty() || speeds.back() < untilRpm)
        speeds.push_back(untilRpm);
    std::vector<ThrustPoint> out;
    for (double rpm : speeds) {
        const PowerAt power = powerAt(curve, rpm);
        const double v = gearing.speedMPerS(gear, rpm);
        out.push_back({v, power.watt / v, power.lowW / v, power.highW / v, power.guessed});
    }
    return out;
}

double thrustN(const PowerCurve& curve, const Gearing& gearing, std::size_t gear, double speed) {
    return powerAt(curve, gearing.engineRpm(gear, speed)).watt / speed;
}

} // namespace jr
