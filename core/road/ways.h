// SPDX-License-Identifier: GPL-3.0-or-later
// Which way a run went, told from its places: runs both ways are paired, and nobody should have to write it down.
#pragma once

#include "core/road/road_run.h"

#include <optional>
#include <vector>

namespace jr {

/// Heading from where it stood to its highest speed, radians east of north; nothing without places, or over less than
/// 40 m, where a receiver's places are not good enough to tell one.
std::optional<double> headingRad(const RoadRun& run);

/// Writes `direction` (out, back) into the headers that do not say it, where some of the runs went one way and some the
/// other (within 45° of each other's opposite); out is the way of the first, or of one that says so. Runs that went
/// quite another way stay unnamed; where all went one way nothing is written.
void nameWays(const std::vector<RoadRun*>& runs);

} // namespace jr
