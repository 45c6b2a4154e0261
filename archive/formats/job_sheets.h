// SPDX-License-Identifier: GPL-3.0-or-later
// The sheets of a job as JSON text, for the archive and job.json: docs/archive.md. Reading takes whatever is there and
// of the right kind; the rest keeps its defaults, so that a sheet edited by hand cannot do harm.
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/judge/working_band.h"
#include "core/live/guards.h"
#include "core/live/pull_watch.h"
#include "core/machine/machine_sheet.h"
#include "core/mixture/mixture_finding.h"
#include "core/plan/day_plan.h"
#include "core/plan/fault_hunt.h"
#include "core/ready/put_back.h"
#include "core/ready/walk_round.h"

#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char *machine = "machine", *walkRound = "walk-round", *sitting = "sitting",
                            *faultHunt = "fault-hunt", *putBack = "put-back", *plan = "plan",
                            *repeatability = "repeatability", *judging = "judging", *readings = "readings";
}

/// How this sitting is run: the procedure and what is written down beside it (gear, tyre_pressure_kpa, straps, fans,
/// operator), as the header keys of its pulls.
struct SittingSheet {
    std::optional<Procedure> procedure; ///< nothing: as the bench says
    std::vector<std::pair<std::string, std::string>> keys;
    /// What a person set the guards to, by name (lean_afr, exhaust_c, coolant_c, overspeed_rpm, roller_rad_s); the rest
    /// is as bench and machine say. 0: not watched.
    std::vector<std::pair<std::string, double>> limits;
};

/// The limits a person can set, and their names in the sheet.
struct NamedLimit {
    const char* name;
    double GuardLimits::*limit;
};
const std::vector<NamedLimit>& namedLimits();

std::string sheetBody(const MachineSheet& sheet);
/// With the rounds of earlier days behind it.
std::string sheetBody(const WalkRound& round, const std::vector<WalkRound>& earlier = {});
std::string sheetBody(const SittingSheet& sheet);
std::string sheetBody(const FaultHunt& hunt);
std::string sheetBody(const std::vector<PutBackStep>& steps);
std::string sheetBody(const DayPlan& plan);

/// What was chosen on Judge beside the comparison itself.
struct JudgingSheet {
    std::optional<MixtureTarget> target; ///< nothing: as is usual for the kind of engine
    std::optional<UseKind> use;          ///< a preset; nothing: as drawn, or the first preset when nothing is drawn
    UseWeights drawn;                    ///< by hand or from a ride…
    CurveAxis drawnOver = CurveAxis::EngineSpeed; ///< …over this
    std::string ride;                             ///< the log it was taken from
    std::optional<double> repeatabilityPct;       ///< of the bench, typed; counts before its history
    bool withoutHistory = false;                  ///< earlier jobs are left out of the margin
    std::string reference; ///< id of the setup put back between the sides to tell drift by; empty: none
};
std::string sheetBody(const JudgingSheet& sheet);
JudgingSheet judgingSheetOf(const std::string& body);

/// How the pulls of a job repeated, kept for the plans and the margins of later jobs on the same bench.
struct RepeatabilityNote {
    std::string bench, machine;
    std::string kind; ///< how it was run and what: "roller, 4-stroke"
    BenchKnowledge told;
    int pulls = 0;
    std::string last; ///< when its last pull began, ISO 8601; empty when unknown
};
std::string sheetBody(const RepeatabilityNote& note);
RepeatabilityNote repeatabilityNoteOf(const std::string& body);

MachineSheet machineSheetOf(const std::string& body);
WalkRound walkRoundOf(const std::string& body);
/// Oldest first.
std::vector<WalkRound> earlierRoundsOf(const std::string& body);
SittingSheet sittingSheetOf(const std::string& body);
FaultHunt faultHuntOf(const std::string& body);
std::vector<PutBackStep> putBackOf(const std::string& body);
DayPlan dayPlanOf(const std::string& body);

} // namespace jr
