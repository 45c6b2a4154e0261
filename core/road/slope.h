// SPDX-License-Identifier: GPL-3.0-or-later
// How much the road climbs under a run: a straight line through the heights along the way (least squares), believed
// where it stands three standard errors off level; else what was said of the road.
#pragma once

#include "core/road/road_run.h"

namespace jr {

/// Sets `slopePct`, uphill positive, and the flag where it is more than `mostPct` either way. May be asked again after
/// the header has learnt a slope: flag and figure are found anew.
void findSlope(RoadRun& run, double mostPct = RoadOptions{}.slopePct);

} // namespace jr
