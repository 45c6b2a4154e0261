// What the pages of Judge ask of the open job: setups in their order, their pulls, one number a pull, and what the tree
// of setups says could be a ladder, a cross or a sweep.
#pragma once

#include "app/model/job_model.h"
#include "core/judge/factorial.h"
#include "core/judge/value.h"

#include <string>
#include <vector>

namespace jr::app {

/// Ids of setups with at least one pull that counts and has a curve, in the order they were first pulled.
std::vector<std::string> pulledSetups(const JobModel& model);
/// The counting pulls of a setup.
std::vector<int> countingPulls(const JobModel& model, const std::string& setupId);
std::vector<std::vector<const PullFit*>> setsOf(const JobModel& model, const std::vector<std::string>& setupIds);
CompareOptions compareOptionsOf(const JobModel& model);

/// One value a pull (W, corrected), grouped by setup in the order of `setupIds`. Errors name what is wrong.
Result<std::vector<Observation>> observationsOf(const JobModel& model, const std::vector<std::string>& setupIds,
                                                const Metric& metric);

/// A cross that can be read out of the tree: parts with two levels each.
struct FoundCross {
    std::vector<std::string> factors;
    std::vector<Cell> cells;
    std::vector<std::string> setupIds; ///< of each cell
};
std::optional<FoundCross> findCross(const JobModel& model);

/// A sweep: setups that differ from one another in one part only, with a number in it.
struct FoundSweep {
    std::string part, unit;
    std::vector<double> points;        ///< rising
    std::vector<std::string> setupIds; ///< of each point
};
std::vector<FoundSweep> findSweeps(const JobModel& model);

} // namespace jr::app
