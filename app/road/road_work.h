// SPDX-License-Identifier: GPL-3.0-or-later
// All that Road asks of the study and the core at once, worked out beside the window: what goes in is gathered from the
// job, what comes out is the view its pages read.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "archive/formats/road_sheet.h"

namespace jr::app {

struct RoadWork {
    RoadAsked asked;
    ThrustAsked thrust;
    bool restate = false;
    std::string stepsMark; ///< empty: the longest distance
};

/// From the job as it is, in the window's thread.
RoadWork gatherRoadWork(const JobModel& model, const RoadSheet& sheet);
/// `view` has its names and sides already. In any thread.
void workOut(RoadView& view, const Study& study, RoadWork work);

} // namespace jr::app
