// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/ride_conditions.h"

#include <cmath>

namespace jr {

RideConditions conditionsOf(const PullHeader& header) {
    RideConditions out;
    out.riderKg = header.number(header_key::riderKg);
    out.fuelKg = header.number(header_key::fuelKg);
    out.windMPerS = header.number(header_key::windMPerS);
    out.slopePct = header.number(header_key::slopePct);
    out.airTempC = header.airTempC;
    out.airPressurePa = header.airPressurePa;
    out.humidity = header.humidity;
    out.direction = header.text(header_key::direction);
    return out;
}

void layOver(PullHeader& header, const RideConditions& said) {
    const auto number = [&](NumberKey key, const std::optional<double>& value) {
        if (value)
            header.set(key, *value);
    };
    number(header_key::riderKg, said.riderKg);
    number(header_key::fuelKg, said.fuelKg);
    number(header_key::windMPerS, said.windMPerS);
    number(header_key::slopePct, said.slopePct);
    if (said.airTempC)
        header.airTempC = said.airTempC;
    if (said.airPressurePa)
        header.airPressurePa = said.airPressurePa;
    if (said.humidity)
        header.humidity = said.humidity;
    if (!said.direction.empty())
        header.set(header_key::direction, said.direction);
}

bool plausible(const RideConditions& said) {
    const auto within = [](const std::optional<double>& value, double low, double high) {
        return !value || (std::isfinite(*value) && *value >= low && *value <= high);
    };
    return within(said.riderKg, 20., 250.) && within(said.fuelKg, 0., 60.) && within(said.windMPerS, -30., 30.) &&
           within(said.slopePct, -25., 25.) && within(said.airTempC, -40., 55.) &&
           within(said.airPressurePa, 50e3, 110e3) && within(said.humidity, 0., 1.) &&
           (said.direction.empty() || said.direction == "out" || said.direction == "back");
}

} // namespace jr
