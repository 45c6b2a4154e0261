// SPDX-License-Identifier: GPL-3.0-or-later
// What a receiver cannot know of a run and a person can say: who rode with how much fuel, the wind along the road, how
// much it climbs, the air of the day, which way it went.
#pragma once

#include "core/pull/trace.h"

#include <optional>
#include <string>

namespace jr {

struct RideConditions {
    std::optional<double> riderKg, fuelKg;
    std::optional<double> windMPerS; ///< towards the rider positive
    std::optional<double> slopePct;  ///< uphill positive; heights that show a slope go before it
    std::optional<double> airTempC, airPressurePa, humidity;
    std::string direction; ///< out, back; empty: nobody said

    bool operator==(const RideConditions&) const = default;
    bool empty() const { return *this == RideConditions{}; }
};

RideConditions conditionsOf(const PullHeader& header);
/// Lays what is said over what the header says; what is not said stays.
void layOver(PullHeader& header, const RideConditions& said);

/// Whether each lies where a person could mean it: rider 20 to 250 kg, fuel 0 to 60 kg, wind within 30 m/s, slope
/// within 25 %, air -40 to 55 °C, 50 to 110 kPa, 0 to 1. Common practice, no source.
bool plausible(const RideConditions& said);

} // namespace jr
