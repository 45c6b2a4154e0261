// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/header_keys.h"

#include <array>

namespace jr {
namespace {

using namespace header_key;

constexpr std::array kKeys{
    HeaderKey{gear.key, "", "gear", "Ready, the sitting", true},
    HeaderKey{tyrePressureKpa.key, "kPa", "tyre pressure, cold", "Ready, the sitting", true},
    HeaderKey{straps.key, "", "straps", "Ready, the sitting", true},
    HeaderKey{bench.key, "", "bench", "the bench's own words", true},
    HeaderKey{procedure.key, "", "procedure of the sitting", "Ready, the sitting", false},
    HeaderKey{brakeTask.key, "", "what the brake was asked for", "Pull", false},
    HeaderKey{warmUp.key, "", "whether it was a warm-up", "Pull", false},
    HeaderKey{restS.key, "s", "rest since the pull before", "Pull", false},
    HeaderKey{fuelMl.key, "ml", "fuel it burnt", "Pull", false},
    HeaderKey{pullsSinceFuel.key, "1", "pulls since the tank was filled", "Pull", false},
    HeaderKey{displacementCm3.key, "cm3", "displacement", "the bench's own words", false},
    HeaderKey{cylinders.key, "1", "cylinders", "the bench's own words", false},
    HeaderKey{altitudeM.key, "m", "height of the bench above the sea", "Import; Ready, the sitting", false},
    HeaderKey{afrDelayS.key, "s", "delay of the mixture probes", "Import; the bench's own words", false},
    HeaderKey{fans.key, "", "fans", "Ready, the sitting", true},
    HeaderKey{soundPlace.key, "", "place of the microphone", "Ready, the sitting", false},
    HeaderKey{operatorName.key, "", "operator", "Ready, the sitting", true},
    HeaderKey{belongsBecause.key, "", "why it belongs here though it is of another machine or bench", "Pull", false},
    HeaderKey{cutShort.key, "", "why it was kept though it broke off", "the bench's line", false},
    HeaderKey{fitting.key, "1", "which time the setup was put on", "Pull", false},
    HeaderKey{riderKg.key, "kg", "rider with all that is worn", "Road", true},
    HeaderKey{machineKg.key, "kg", "machine, tank empty", "Road", false},
    HeaderKey{fuelKg.key, "kg", "fuel in the tank", "Road", false},
    HeaderKey{slopePct.key, "%", "slope of the road, uphill positive", "Road", false},
    HeaderKey{windMPerS.key, "m/s", "wind along the road, towards the rider positive", "Road", false},
    HeaderKey{direction.key, "", "which way the run went", "Road", false},
    HeaderKey{rollout.key, "", "whether the first foot is timed", "Road", true},
    HeaderKey{speedFrom.key, "", "what the speed was read from", "Road", true},
};

} // namespace

std::span<const HeaderKey> headerKeys() {
    return kKeys;
}

} // namespace jr
