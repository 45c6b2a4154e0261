// SPDX-License-Identifier: GPL-3.0-or-later
// Times of the open job's runs on the road as readings: a quantity a mark, a reading a run (or a pair both ways). So a
// claim can be chalked up on seconds, a rule kept in them, and the customer's sheet tells them beside the curves, by
// the same model as everything that is read off.
#pragma once

#include "app/model/job_model.h"
#include "archive/formats/job_readings.h"
#include "core/road/road_answers.h"

namespace jr::app {

/// Of the marks the job's runs are timed over, those that a counting run reached; empty without runs.
std::vector<JobQuantity> runTimes(const JobModel& model);
/// What was put down by hand, then the times of runs.
std::vector<JobQuantity> allReadings(const JobModel& model);
/// A mark as people read it: "1/4 mile", "0–60 mph".
QString markText(const Mark& mark);
/// What Road is asked about the job as it is: its runs with what was said of them, marks, clock and sides.
RoadAsked runsAsked(const JobModel& model);

} // namespace jr::app
