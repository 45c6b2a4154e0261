// SPDX-License-Identifier: GPL-3.0-or-later
// The machine's own book (P31): every visit with its state of tune and what it measured then; what was changed between
// two visits; two visits set against each other; and what the same model usually shows on this bench (P32).
//
// Two visits are two days. Their difference, in shares of the power,
//
//     d +- t(nu) sqrt(s1^2 / n1 + s2^2 / n2 + 2 sd^2)
//
//     s, n  standard deviation of a visit's pulls and their number
//     sd    standard deviation of what days differ in, known from jobs over several days, else kUsualDaySd
//     nu    by Satterthwaite (1946) from the freedoms of the three
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/machine/machine_sheet.h"
#include "core/units/curve_axis.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// A version of the state of tune: what the sheet said from one pull of the job on.
struct TuneVersion {
    int fromPull = 1; ///< number of the first pull made with it
    MachineSheet sheet;
};

/// All versions of a job, oldest first; the last one is what the machine is like now.
struct TuneHistory {
    std::vector<TuneVersion> versions;
    const MachineSheet& now() const;
    /// What pull `number` was made with.
    const MachineSheet& at(int number) const;
};

/// The history after the sheet was changed before pull `nextPull`: a new version when pulls were made with the last
/// one, else the last one as it is now.
TuneHistory withChange(TuneHistory history, const MachineSheet& sheet, int nextPull);

/// A line that says something else: "main jet", from "150" to "155"; empty where nothing is written.
struct SheetChange {
    Message line, from, to;
    bool operator==(const SheetChange&) const = default;
};
/// In the order of the sheet. The kind and the number of cylinders count as lines.
std::vector<SheetChange> sheetChanges(const MachineSheet& before, const MachineSheet& after);

/// What a setup of a visit measured, thinned: enough to set visits against each other years later without their pulls.
struct SetupFigures {
    std::string setup;
    int pulls = 0;
    std::vector<double> place;  ///< on the visit's axis
    std::vector<double> powerW; ///< mean of its pulls, corrected by the visit's standard
    double peakW = 0., peakAt = 0.;
};

struct VisitFigures {
    std::string standard;   ///< id; empty: as measured
    std::string measuredAt; ///< crank, hub, wheel; empty: not known
    std::string bench;
    CurveAxis axis = CurveAxis::EngineSpeed;
    BenchKnowledge scatter;           ///< of its pulls, as they told it
    std::vector<SetupFigures> setups; ///< in the order they were pulled
    /// The setup of that name, else the first, which is where the visit began; null when there is none.
    const SetupFigures* base(const std::string& name = {}) const;
};

struct Visit {
    std::string jobId, job, day; ///< ISO date
    std::optional<double> distanceKm, hoursRun;
    MachineSheet sheet;
    std::optional<VisitFigures> figures;
};

/// Where nothing is known of what days differ in: 1 %, worth four degrees of freedom. Common practice, no source.
inline constexpr KnownSpread kUsualDaySd{0.01, 4.};

struct VisitComparison {
    double pct = 0., lowPct = 0., highPct = 0.; ///< the later over the earlier, mean over what both have
    double from = 0., to = 0.;
    std::string earlierSetup, laterSetup; ///< which were set against each other
    bool dayKnown = false;                ///< what days differ in is known of this bench
    std::vector<Message> doubts;          ///< other standard, place or bench
};
/// The later visit's base against the setup of the same name at the earlier one, else against its base. Nothing when
/// one of them has no figures, they are over different axes, or have less than a quarter of the wider range in common.
std::optional<VisitComparison> compareVisits(const VisitFigures& earlier, const VisitFigures& later,
                                             const std::optional<KnownSpread>& day, double confidence = 0.95);

/// "long stack now against long stack on 2 May: +1.2 % (-0.8 to +3.2 %)", and whether days are known of this bench;
/// `day`: of the earlier visit, as people read it.
std::vector<Message> visitMessages(const VisitComparison& comparison, const std::string& day);

/// What others of the same model showed on the same bench: peaks of their base setups.
struct TypicalFigures {
    int machines = 0;
    double lowW = 0., highW = 0., meanW = 0.;
};
/// One figure a machine (its newest): `peaks`, W. Nothing with fewer than three.
std::optional<TypicalFigures> typicalFigures(const std::vector<double>& peaksW);
/// "low for its kind", with what to look for, "about usual", "high"; low and high: outside the range of the others by
/// more than what days differ in.
/// The maker's claimed figure beside the measured one (P34), with its place and, for a wheel, what the usual loss on
/// the way makes of it at the crank (`crankLowW` … `crankHighW`; equal: not known). Never a verdict. Nothing when
/// nothing is claimed on the sheet.
std::optional<Message> claimedMessage(const MachineSheet& sheet, double peakW, const std::string& measuredAt,
                                      double crankLowW, double crankHighW);
Message typicalMessage(double peakW, const TypicalFigures& typical, const std::optional<KnownSpread>& day);

} // namespace jr
