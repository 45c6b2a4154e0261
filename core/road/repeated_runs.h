// SPDX-License-Identifier: GPL-3.0-or-later
// A run that is named twice is one run, by the rule of core/judge/repeats.h.
#pragma once

#include "core/judge/repeats.h"
#include "core/road/road_run.h"

namespace jr {

/// Same: one id, or the same rows. Contradicts: one id on other rows.
Sameness sameRun(const RoadRun& a, const RoadRun& b);

/// Of runs that are one all but the first are left out, and say so. Errors: one id on different runs.
Result<Done> leaveRepeatsOut(const std::vector<RoadRun*>& runs);

} // namespace jr
