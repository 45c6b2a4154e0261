// SPDX-License-Identifier: GPL-3.0-or-later
// A simulated ride as its receiver would have said it, sentence by sentence, and its truth in words; and the machines
// of the bench taken to the road.
#pragma once

#include "standin/machine.h"
#include "standin/road_ride.h"

#include <string>

namespace standin {

/// RMC and GGA of every sample with a fix, from ten o'clock on; a lost fix is a void sentence.
std::string nmeaOf(const RoadRide& ride);
/// When it began to move and what it truly took to the usual marks, from the first movement and from the first foot.
std::string truthOf(const RoadRide& ride);
/// A machine of the bench with its engine, belt or gears on the road in this weather.
RoadMachine onTheRoad(const Machine& machine, const Weather& weather);

} // namespace standin
