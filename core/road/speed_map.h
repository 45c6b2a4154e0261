// SPDX-License-Identifier: GPL-3.0-or-later
// Engine speed against road speed over a full-throttle run: the picture of a belt drive, and the rays of a geared one.
// Where the clutch takes hold, over which speeds the belt holds the engine, where it runs over its end, and how much of
// the run the engine spent in its best band.
#pragma once

#include "core/road/timed_runs.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct EngineBand {
    double fromRpm = 0., toRpm = 0.;
};

/// One run's way over the map, from where the clock starts to its highest speed.
struct SpeedThread {
    std::vector<double> mPerS, rpm;
    std::optional<double> timeShare, distanceShare; ///< inside the band, 0…1
};

struct SetupOnMap {
    std::string setup;
    std::vector<SpeedThread> threads; ///< of its runs that are used and know their engine speed
    std::vector<double> mPerS, rpm;   ///< mean over speed, where all of them were
    std::optional<double> timeShare, distanceShare;
    std::optional<double> takesHoldRpm; ///< engine speed while the clutch slips at the start
    std::optional<double> heldRpm, heldFromMPerS,
        heldToMPerS;                              ///< where the belt holds the engine; nothing when it does not
    std::optional<double> endRpm;                 ///< at the highest speed
    double mostPerMPerS = 0., leastPerMPerS = 0.; ///< rpm a m/s: the ends between which the drive shifts
};

/// Of each setup in the order first met; setups whose runs have no engine speed are left out.
std::vector<SetupOnMap> speedMap(const std::vector<TimedRun>& runs, const std::optional<EngineBand>& band);

/// Where its belt held the engine, mean of the runs with what they differ in (95 %; NaN ends with one run). Needs
/// `heldRpm`.
Estimate heldOnRoad(const SetupOnMap& map);

} // namespace jr
