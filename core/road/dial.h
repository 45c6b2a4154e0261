// SPDX-License-Identifier: GPL-3.0-or-later
// A dial set right by a receiver over other runs of the same machine. A dial and a receiver never ride together here;
// what both know is how many turns the engine makes for the road: in a gear, or at an end of a belt's drive, that is
// the same on every run. What the dial makes of it, against what the receiver does, is the dial's error.
//
//     k = (turns a metre by the dial) / (turns a metre by the receiver)        true speed = k x dial
//
// Limits: the same tyre and final drive; a tyre that has worn or grows is in it. Common practice, no source.
#pragma once

#include "core/road/road_run.h"

#include <optional>
#include <vector>

namespace jr {

/// Engine turns for the road, rpm a metre a second, that a run kept to for 0.6 s or longer, rising: its
/// gears, or the ends of its drive. Empty without an engine speed.
std::vector<double> steadyRatios(const RoadRun& run);

struct DialFactor {
    double factor = 1.; ///< true speed = factor x dial
    double spread = 0.; ///< half of what the matched ratios differ in, as a share
    int receiverRuns = 0;
};
/// Nothing where no run with a receiver shares a ratio with it, or where more than one match could be meant (0.8 to
/// 1.12 is looked at; dials read high).
std::optional<DialFactor> dialFactor(const RoadRun& dial, const std::vector<const RoadRun*>& receiver);

/// Dials among these runs set right by the receivers among them, where that can be told; `dialFactor` of the run says
/// so.
void setDialsRight(const std::vector<RoadRun*>& runs);

} // namespace jr
