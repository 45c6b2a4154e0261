// SPDX-License-Identifier: GPL-3.0-or-later
// A set of pulls with the settings in force and the family tree of their setups: one immutable value that answers every
// question about them. Pages, day strip, card, sheet and command line only read it, so that the same pull reads the
// same everywhere.
//
// * One standard for all pulls that count, or none at all (standardForAll).
// * One band mean a pull: its mean power over the grid all counting pulls have in common inside the working band, with
//   flagged stretches filled by what its own setup and its own level make likely there (range_model.h). Nothing flagged
//   is counted, and nothing is averaged over another stretch than its neighbours.
// * One detail for all.
//
// Answers are worked out on demand and kept, and live as long as the study (keep its pointer beside a reference); they
// may be asked for from any thread. `abandon` makes long work end
// early: every answer after it is an error or empty, and nobody is to be shown it.
#pragma once

#include "core/judge/claim.h"
#include "core/judge/comparison.h"
#include "core/judge/ladder.h"
#include "core/judge/run_chart.h"
#include "core/judge/value.h"
#include "core/judge/working_band.h"
#include "core/mixture/gauge_account.h"
#include "core/mixture/mixture_finding.h"
#include "core/plan/fault_hunt.h"
#include "core/plan/outlook.h"
#include "core/plan/setup_tree.h"
#include "core/pull/many_curves.h"
#include "core/ready/setup_rules.h"
#include "core/study/design.h"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace jr {

struct BestAtSpeed;
struct EffectsAlongRange;
struct Sweep;
enum class HarmSide;

struct StudyPull {
    std::string id;
    int number = 0; ///< as people call it
    std::string setupId;
    bool counts = true;                 ///< not set aside, and picked
    std::shared_ptr<const PullFit> fit; ///< null when it cannot become a curve
    std::shared_ptr<const Trace> trace; ///< for mixture, sound and what a probe read; may be null
};

struct StudySettings {
    const Standard* standard = findStandard("sae-j1349");
    std::optional<CurveAxis> axis; ///< nothing: road speed on a belt, else engine speed
    double gridStep = 0.;          ///< 0: usual for the axis
    double detail = 0.;            ///< 0: what the counting pulls make likely
    std::optional<double> from, to;
    double worthPct = 1.;
    double confidence = 0.95;
    BenchKnowledge known;             ///< of the bench, beside what the pulls tell
    std::string baseSetup, withSetup; ///< the two sides looked at
    std::string reference;            ///< a setup put back between them to tell drift by; empty: none
    GaugeFacts gaugeFacts{};          ///< of the machine's sheet
    std::vector<Caution> besides{};   ///< what is known of these pulls from elsewhere, said with each comparison
    RulesInForce rules{};

    bool operator==(const StudySettings&) const = default;
};

/// One setup against each of the rules, in their order.
struct RulesOfSetup {
    std::string setupId;
    std::vector<RuleCheck> checks;
};

/// Values of the pulls of some setups, grouped in the setups' order, and which pull each is.
struct PullValues {
    std::vector<Observation> observations;
    std::vector<std::size_t> pulls;
};

struct LadderAnswer {
    std::vector<std::string> setupIds;
    Ladder ladder;
    std::vector<Caution> cautions;
};

struct CrossAnswer {
    FoundCross found;
    Factorial factorial;
    std::vector<Caution> cautions;
    std::shared_ptr<const EffectsAlongRange> along; ///< null where the cells have no range in common
};

struct SweepAnswer {
    FoundSweep found;
    std::shared_ptr<const Sweep> sweep;
    std::vector<BestAtSpeed> along;
    std::vector<Caution> cautions;
};

struct RankingAnswer {
    std::vector<std::string> setupIds; ///< in the order first pulled, as the mean curves
    std::vector<double> place;
    std::vector<std::vector<double>> meanW; ///< of each setup, drift taken out
    UseWeights weights;
    std::optional<Error> problem; ///< why there is no ranking, though there are curves
    Ranking ranking;
    std::vector<Caution> cautions;
};

struct ScatterAnswer {
    RunChart chart;
    std::vector<RunPull> pulls;
    std::vector<std::size_t> which; ///< pull of the study that each of them is
};

struct MixtureAnswer {
    bool recorded = false;                            ///< by any pull at all
    std::vector<std::optional<MixtureFinding>> found; ///< of each pull of the study that counts
    std::optional<MixtureWhatIf> whatIf;              ///< what went along with wander inside setups
    std::optional<Error> whatIfProblem;
    /// Where the mixture was stepped on purpose (jets as setups): the best of it, as a sweep over the setups' mixtures.
    std::shared_ptr<const Sweep> best;
    std::string bestPart; ///< the part that stepped it
};

/// What was measured beside the power, both sides (core/mixture/gauges.h).
struct GaugesAnswer {
    CurveAxis axis = CurveAxis::EngineSpeed;
    std::vector<double> place;
    double gridStep = 0.;
    std::vector<GaugeCompared> gauges;
    std::vector<Message> account; ///< of the cylinders
    std::vector<Message> hold;    ///< of holding full throttle with the changed setup
    std::vector<Message> missing; ///< what would be needed to say more
};

/// What a sweep's advice has to mind.
struct SweepCare {
    bool onlyShorter = false;       ///< a cut cannot be undone
    std::optional<HarmSide> harm{}; ///< where a step further can hurt; nothing: as is usual for the part

    auto operator<=>(const SweepCare&) const = default;
};

struct VisitFigures;

class Study {
public:
    /// What `before` has worked out of the same pulls under the same standard, grid and detail is taken over.
    static std::shared_ptr<const Study> make(std::vector<StudyPull> pulls, std::vector<SetupNode> tree,
                                             StudySettings settings, const Study* before = nullptr);
    ~Study();
    void abandon() const;
    bool abandoned() const;

    const std::vector<StudyPull>& pulls() const;
    const std::vector<SetupNode>& tree() const;
    const StudySettings& settings() const;
    /// In force for every pull.
    const Standard& standard() const;
    /// What the pulls are judged over, all alike, and the step and detail along it.
    CurveAxis axis() const;
    double gridStep() const;
    const Detail& detail() const;
    /// Why figures are not corrected though a standard was asked for: the pulls whose air is not known.
    std::vector<std::size_t> withoutAir() const;

    /// Setups with a counting pull that has a curve, in the order they were first pulled, and those pulls.
    std::vector<std::string> pulledSetups() const;
    std::vector<std::size_t> countingPulls(const std::string& setupId) const;

    /// Fitting of each pull of the job, set aside or not: another setup between two pulls of one ends its fitting;
    /// below 0 where that is not known.
    const std::vector<int>& fittings() const;
    /// Null when the pull has none.
    std::shared_ptr<const PullCurve> curve(std::size_t pull) const;
    /// W, per pull; NaN where a pull has no curve or nothing in common with the others. A pull that does not count is
    /// read against the same grid.
    const std::vector<double>& bandMeansW() const;
    /// The grid of the band means; empty when the counting pulls have no range in common.
    const std::vector<double>& commonPlaces() const;

    /// The two sides looked at, over what these two have in common. Errors in words for people: no second setup yet, a
    /// side without a pull that counts.
    const Result<Comparison>& comparison() const;
    /// Any two, over a band of their own.
    const Result<Comparison>& comparisonOf(const std::string& base, const std::string& with, std::optional<double> from,
                                           std::optional<double> to) const;
    /// Every other pulled setup against the base looked at, held together.
    const Result<std::vector<Comparison>>& everySetup() const;

    /// One value a pull of these setups. Errors name the pull that has none.
    Result<PullValues> values(const std::vector<std::string>& setupIds, const Metric& metric) const;
    const Result<LadderAnswer>& ladder(const Metric& metric) const;
    std::optional<FoundCross> foundCross() const;
    const Result<CrossAnswer>& cross(const Metric& metric) const;
    const std::vector<FoundSweep>& foundSweeps() const;
    /// Errors: no such sweep, or as `sweep`.
    const Result<SweepAnswer>& sweep(const std::string& part, const Metric& metric, const SweepCare& care) const;
    /// Without weights of one's own: those usual for `use`, about the first setup's peak.
    const Result<RankingAnswer>& ranking(UseKind use, const std::optional<UseWeights>& own) const;
    const Result<ScatterAnswer>& scatter() const;
    /// Stop or go on, by the band means of the two sides looked at, in order of time; `plannedPulls` of both, 0: as
    /// usual. How long a pull and a swap take is what this job's own pauses say.
    Outlook outlook(int plannedPulls) const;
    /// What the counting pulls tell of the bench by themselves, for the jobs after this one (bench_history.h).
    const BenchKnowledge& told() const;
    /// What this visit of the machine leaves in its book: its setups' mean curves, thinned.
    VisitFigures figures() const;
    const MixtureAnswer& mixture(const MixtureTarget& target) const;
    /// Over the comparison's places. Errors: as comparison.
    const Result<GaugesAnswer>& gauges() const;
    const Result<GaugesAnswer>& gaugesBetween(const std::string& base, const std::string& with) const;
    /// What the pulls say of a claim about two setups, over a band of its own. Errors: as comparisonOf.
    Result<Judgement> judge(const Claim& claim, const std::string& base, const std::string& with,
                            std::optional<double> from, std::optional<double> to) const;
    /// What its pulls say of each swap of a fault hunt: by their mean over what all of them have, and by how far they
    /// rev.
    std::vector<HuntVerdict> hunt(const FaultHunt& hunt) const;
    /// Mean peak of a setup's counting pulls with its margin, W (NaN ends: not known); nothing without a pull.
    const std::optional<Estimate>& setupPeak(const std::string& setupId) const;
    /// Every setup of the tree against the rules in force.
    const std::vector<RulesOfSetup>& rules() const;
    /// What a customer must read of them: one sentence a rule and side looked at, a rule both keep said once.
    std::vector<Caution> ruleCautions() const;
    /// Of one pull, at its curve's places; none without a curve.
    struct PullGauge {
        Gauge gauge;
        std::vector<double> along;
    };
    std::vector<PullGauge> gaugesOfPull(std::size_t pull) const;

private:
    struct Answers;
    explicit Study(std::unique_ptr<Answers> answers);
    std::unique_ptr<Answers> m;
};

} // namespace jr
