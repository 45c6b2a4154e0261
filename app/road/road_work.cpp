// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/road_work.h"

#include "app/model/run_times.h"
#include "archive/formats/job_sheets.h"
#include "core/plan/part_number.h"
#include "core/road/engine_band.h"

#include <QCoreApplication>

#include <algorithm>

namespace jr::app {
namespace {

/// The band of the setup looked at, else of the first that was pulled on a bench; of a belt that of all its weights.
void tellBand(RoadView& view, const Study& study) {
    std::vector<std::string> order{view.withSetup, view.baseSetup};
    for (const std::string& id : study.pulledSetups())
        order.push_back(id);
    std::vector<SetupFacts> all;
    for (const std::string& id : order)
        if (!study.countingPulls(id).empty()) {
            all.push_back(setupFacts(study, id));
            if (!view.band && (view.band = bestBand(all.back())))
                view.bandFrom = view.name(id);
        }
    if (!view.band && (view.band = bestBandOfBelt(all)))
        view.bandFrom = QCoreApplication::translate("RoadStation", "all weights");
}

/// The longest distance that was timed: there all of a part has had its say.
std::optional<std::size_t> longestOf(const std::vector<Mark>& marks) {
    std::optional<std::size_t> longest;
    for (std::size_t m = 0; m < marks.size(); ++m)
        if (marks[m].isDistance() && (!longest || marks[m].metres > marks[*longest].metres))
            longest = m;
    return longest;
}

/// Steps and plan at one mark, as far as the runs go.
void tellSteps(RoadView& view, const Study& study, std::size_t mark) {
    constexpr double kTenthS = 0.1;
    Result<StepsByTime> steps = stepsByTime(view.answers.runs, view.answers.marks, mark, study.tree(), view.confidence);
    if (steps)
        view.steps = std::move(steps).value();
    else
        view.noSteps = steps.error();
    if (const Result<PlannedRuns> plan = planRuns(view.answers.setups, mark, kTenthS, view.confidence))
        view.plan = *plan;
}

} // namespace

RoadWork gatherRoadWork(const JobModel& model, const RoadSheet& sheet) {
    RoadWork out;
    out.asked = runsAsked(model);
    const auto& picked = model.picked();
    for (RoadJobRun& run : out.asked.runs)
        run.counts = run.counts && (picked.empty() || picked.contains(model.indexOf(run.id)));
    out.thrust.rollout = out.asked.rollout;
    out.restate = sheet.restated;
    for (const std::string& side : {out.asked.baseSetup, out.asked.withSetup})
        if (!side.empty() && (out.thrust.setups.empty() || side != out.thrust.setups.front()))
            out.thrust.setups.push_back(side);
    const MachineSheet machine = machineSheetOf(model.sheet(sheet_kind::machine));
    out.thrust.sheet = {sheetNumber(machine, "weight_kg"), sheetNumber(machine, "rider_kg")};
    return out;
}

void workOut(RoadView& view, const Study& study, RoadWork work) {
    work.asked.confidence = view.confidence = study.settings().confidence;
    if (work.restate)
        work.asked.restateIn = study.settings().standard;
    tellBand(view, study);
    work.asked.band = view.band;
    view.answers = roadAnswers(work.asked);
    for (const SetupOnMap& map : view.answers.map)
        view.grams.push_back(partNumber(study.tree(), map.setup, {"weight"}));
    view.exponent = exponentFromMap(view.answers.map, view.grams);
    view.thrust = thrustAnswers(study, view.answers, work.thrust);
    const auto& marks = view.answers.marks;
    const auto longest = longestOf(marks);
    if (longest) {
        view.partsMark = marks[*longest];
        view.parts = benchAndTrack(study, view.answers.runs, marks, *longest);
    }
    const auto wanted =
        std::find_if(marks.begin(), marks.end(), [&](const Mark& m) { return m.text == work.stepsMark; });
    if (wanted != marks.end())
        tellSteps(view, study, static_cast<std::size_t>(wanted - marks.begin()));
    else if (longest)
        tellSteps(view, study, *longest);
}

} // namespace jr::app
