// SPDX-License-Identifier: GPL-3.0-or-later
// What Road's pages show: the answers about the job's runs with the names and marks of its setups. Read only.
#pragma once

#include "app/model/display_units.h"
#include "app/model/run_times.h"
#include "core/road/bench_and_track.h"
#include "core/road/expected_line.h"
#include "core/road/run_plan.h"
#include "core/road/steps_by_time.h"
#include "core/road/thrust_answers.h"

#include <QString>

#include <map>
#include <memory>

namespace jr::app {

struct RoadView {
    RoadAnswers answers;
    ThrustAnswers thrust;                 ///< of base and changed
    std::map<std::string, QString> names; ///< of setups, by id
    std::map<std::string, int> marks;     ///< their shapes and colours
    std::string baseSetup, withSetup;
    Rollout rollout = Rollout::None;
    std::optional<EngineBand> band;
    QString bandFrom; ///< whose pulls told it
    double confidence = 0.95;
    std::vector<std::optional<double>> grams; ///< of each setup on the map, its flyweights
    WeightExponent exponent;                  ///< of weights, by what was run
    std::optional<StepsByTime> steps;         ///< of all setups, at one mark…
    std::optional<Error> noSteps;             ///< …or why not
    std::optional<PlannedRuns> plan;          ///< to see a tenth there
    std::vector<BenchAndTrack> parts;         ///< by bench and by track…
    Mark partsMark;                           ///< …at this mark

    QString name(const std::string& setupId) const {
        const auto found = names.find(setupId);
        return found == names.end() ? QString() : found->second;
    }
    int mark(const std::string& setupId) const {
        const auto found = marks.find(setupId);
        return found == marks.end() ? 0 : found->second;
    }
    const ValueComparison* at(std::size_t mark) const {
        if (answers.compared)
            for (const auto& [m, compared] : answers.compared->marks)
                if (m == mark)
                    return &compared;
        return nullptr;
    }
};
/// Distances read in feet where speeds read in miles an hour.
inline bool readsFeet(const DisplayUnits& units) {
    return units.road.symbol == "mph";
}
inline constexpr double kMetresPerFoot = 0.3048;

using RoadViewPtr = std::shared_ptr<const RoadView>;

} // namespace jr::app
