// SPDX-License-Identifier: GPL-3.0-or-later
// What a job's runs are timed over, kept with the job as JSON: docs/archive.md, "Sheets".
#pragma once

#include "core/road/mark_times.h"
#include "core/road/ride_conditions.h"

#include <map>
#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char* road = "road";
inline constexpr const char* roadRound = "road-round"; ///< as the walk-round's (job_sheets.h)
} // namespace sheet_kind

struct RoadSheet {
    std::vector<Mark> marks = usualMarks();
    Rollout rollout = Rollout::None;
    bool restated = false; ///< times as they would have been in the standard's air, by rule; else as run
    std::map<std::string, RideConditions> conditions; ///< said of a run afterwards, by its id; over its header

    bool operator==(const RoadSheet&) const = default;
};
std::string sheetBody(const RoadSheet& sheet);
/// Marks that cannot be read are left out; without any the usual ones.
RoadSheet roadSheetOf(const std::string& body);

} // namespace jr
