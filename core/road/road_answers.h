// SPDX-License-Identifier: GPL-3.0-or-later
// All that is shown of a job's runs, worked out at once from the runs and what was chosen: a value that pages read.
#pragma once

#include "core/air/standards.h"
#include "core/road/along_road.h"
#include "core/road/ride_conditions.h"
#include "core/road/speed_map.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// A run of a job, as it goes in. Its setup goes by its id, so that two of one name stay two.
struct RoadJobRun {
    std::string id, setupId;
    int number = 0;
    bool counts = true; ///< not set aside, and picked
    std::shared_ptr<const RoadRun> run;
    RideConditions said{}; ///< over its header
};

struct RoadAsked {
    std::vector<RoadJobRun> runs;
    std::vector<Mark> marks = usualMarks();
    Rollout rollout = Rollout::None;
    std::string baseSetup, withSetup; ///< ids
    double worthPct = 1., confidence = 0.95;
    const Standard* restateIn = nullptr; ///< null: times as run
    std::optional<EngineBand> band;      ///< the engine's best, from the pulls of the same machine
};

struct RoadAnswers {
    std::vector<TimedRun> runs;         ///< in the order asked; `setup` is the setup's id
    std::optional<Message> restated;    ///< what was done to the times; nothing: they stand as run…
    std::optional<Message> notRestated; ///< …and why, though it was asked for
    std::vector<Mark> marks;            ///< that some used run reached
    std::vector<MarkOfSetup> setups;
    std::optional<RoadCompared> compared;
    std::optional<Error> problem; ///< why it is not compared
    std::optional<AlongRoad> along;
    std::vector<SetupOnMap> map;
};
RoadAnswers roadAnswers(const RoadAsked& asked);
/// The runs and the marks of them alone: no setup's mean, no comparison, no map.
RoadAnswers timeRuns(const RoadAsked& asked);

} // namespace jr
