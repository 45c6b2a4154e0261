// SPDX-License-Identifier: GPL-3.0-or-later
// A simulated ride as its receiver would have said it, sentence by sentence, and its truth in words; and the machines
// of the bench taken to the road.
#pragma once

#include "standin/machine.h"
#include "standin/road_ride.h"

#include <string>
#include <vector>

namespace standin {

/// What a receiver knows at one moment.
struct FixNow {
    bool heard = true; ///< the satellites
    double speedMPerS = 0., northM = 0., upM = 0., hdop = 0.8;
    int satellites = 11;
};
std::vector<FixNow> fixesOf(const RoadRide& ride);
/// RMC and GGA of it, so many seconds after ten o'clock; without a fix a void RMC.
std::string sentencesOf(const FixNow& fix, double sinceTenS);

/// RMC and GGA of every sample with a fix, from ten o'clock on; a lost fix is a void sentence.
std::string nmeaOf(const RoadRide& ride);
/// When it began to move and what it truly took to the usual marks, from the first movement and from the first foot.
std::string truthOf(const RoadRide& ride);
/// A machine of the bench with its engine, belt or gears on the road in this weather.
RoadMachine onTheRoad(const Machine& machine, const Weather& weather);

} // namespace standin
