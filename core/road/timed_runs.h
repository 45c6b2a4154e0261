// SPDX-License-Identifier: GPL-3.0-or-later
// Runs of setups, timed and judged by the same model as pulls: fittings, days, drift in the order of the runs, and a
// margin from what the runs themselves differ in. The mean decides; the best is shown beside it.
//
// Runs both ways are paired: an out and the next back of one setup are one observation, their mean, in which slope and
// steady wind along the road all but cancel.
#pragma once

#include "core/judge/readings.h"
#include "core/road/mark_times.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// A run as it goes into a set. Its marks are of the set's marks.
struct TimedRun {
    std::string name;  ///< as people call it: a file, a number
    std::string setup; ///< name of its setup
    RoadRun run;
    std::vector<MarkTime> marks;
    double airFactor = 1.; ///< its times are told as in other air, by this factor (restated_air.h)

    const MarkTime* at(std::size_t mark) const;
};

/// Times a run; one that reaches no mark at all is left out for that.
TimedRun timedRun(std::string name, RoadRun run, const std::vector<Mark>& marks, Rollout rollout);

/// Setups with a used run that reached the mark, in the order they were first run.
std::vector<std::string> setupsRunTo(const std::vector<TimedRun>& runs, std::size_t mark);
/// Times of these setups at a mark, seconds, in the order of time; `group` is the setup's place among them. Where all
/// of them were run both ways, pairs.
std::vector<Observation> observationsAt(const std::vector<TimedRun>& runs, const std::vector<std::string>& setups,
                                        std::size_t mark);

/// One setup at one mark.
struct MarkOfSetup {
    std::size_t mark = 0;
    std::string setup;
    int runs = 0;
    double meanS = 0., bestS = 0.;
    std::optional<double> sdS;         ///< of one run; nothing below two
    std::optional<double> lowS, highS; ///< of the mean
};
/// Of the runs that are used, in the order of marks and of setups as first met.
std::vector<MarkOfSetup> marksOfSetups(const std::vector<TimedRun>& runs, const std::vector<Mark>& marks,
                                       double confidence = 0.95);

struct RoadCompared {
    std::string base, with;
    std::vector<std::pair<std::size_t, ValueComparison>> marks; ///< of marks both sides have; seconds, lower is better
    std::vector<Caution> cautions;                              ///< of all of them together
};

/// Runs that are left out count on neither side. Errors: a side without a used run; no mark in common; speeds of a dial
/// against a receiver's.
Result<RoadCompared> compareRuns(const std::vector<TimedRun>& base, const std::vector<TimedRun>& with,
                                 const std::vector<Mark>& marks, const ValueOptions& options);

/// The result at one mark in a sentence.
Message roadVerdict(const RoadCompared& compared, const Mark& mark, const ValueComparison& at);

} // namespace jr
