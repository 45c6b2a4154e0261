// SPDX-License-Identifier: GPL-3.0-or-later
// What a study keeps of its answers, and the few things they are all made of. Only for the files of core/study.
#pragma once

#include "core/judge/along_range.h"
#include "core/judge/range_model.h"
#include "core/judge/sweep.h"
#include "core/study/kept.h"
#include "core/study/study.h"

#include <atomic>
#include <map>
#include <memory>
#include <mutex>
#include <tuple>
#include <utility>

namespace jr {

using MetricKey = std::tuple<int, double>;
MetricKey keyOf(const Metric& metric);

using BandKey = std::pair<std::optional<double>, std::optional<double>>;
using CurvedSets = std::vector<std::vector<CurvedPull>>;

/// Curves worked out for another study, with what they were worked out under.
struct OldCurves {
    const Standard* standard = nullptr;
    CurveAxis axis = CurveAxis::EngineSpeed;
    double gridStep = 0.;
    Detail detail;
    std::vector<std::pair<std::shared_ptr<const PullFit>, std::shared_ptr<const PullCurve>>> curves;
};

/// What mixtures were found to be: the same under every band and standard, so it is handed on from study to study.
/// Keyed by the pull itself, which it keeps alive, and the target.
class MixtureFindings {
public:
    MixtureFinding get(const StudyPull& pull, const MixtureTarget& target);

private:
    using Key = std::tuple<std::shared_ptr<const PullFit>, double, double>;
    std::mutex m_mutex;
    std::map<Key, MixtureFinding> m_known;
};

struct Study::Answers {
    std::vector<StudyPull> pulls;
    std::vector<SetupNode> tree;
    StudySettings settings;
    const Standard* standard = nullptr;      ///< in force
    CurveAxis axis = CurveAxis::EngineSpeed; ///< in force
    double gridStep = 0.;
    OldCurves old;
    std::optional<Detail> oldDetail; ///< likely for the very same pulls
    std::atomic<bool> abandoned = false;
    std::shared_ptr<MixtureFindings> findings;

    KeptOne<std::vector<int>> fittingsKept;
    KeptOne<Detail> detail;
    KeptOne<std::vector<CurveResult>> curves, curvesWithNoise;
    KeptOne<Result<RangeModel>> field; ///< all counting pulls, setup by setup, over the working band
    KeptOne<std::vector<double>> bandMeans;
    Kept<std::tuple<std::string, std::string, BandKey>, Result<Comparison>> comparisons;
    KeptOne<Result<std::vector<Comparison>>> every;
    Kept<MetricKey, Result<LadderAnswer>> ladders;
    Kept<MetricKey, Result<CrossAnswer>> crosses;
    KeptOne<std::vector<FoundSweep>> foundSweeps;
    Kept<std::tuple<std::string, MetricKey, SweepCare>, Result<SweepAnswer>> sweeps;
    Kept<std::pair<int, std::vector<std::pair<double, double>>>, Result<RankingAnswer>> rankings;
    KeptOne<Result<ScatterAnswer>> scatter;
    KeptOne<BenchKnowledge> ownScatter;
    Kept<std::pair<double, double>, MixtureAnswer> mixtures;
    Kept<std::pair<std::string, std::string>, Result<GaugesAnswer>> gauges; ///< by base and changed setup
    KeptOne<std::vector<RulesOfSetup>> rules;
    Kept<std::string, std::optional<Estimate>> peaks; ///< by setup

    std::vector<const PullFit*> fits(bool onlyCounting) const;
    std::vector<std::string> pulledSetups() const;
    std::vector<std::size_t> countingPulls(const std::string& setupId) const;
    std::string setupName(const std::string& id) const;
    /// Fitting of each pull of the job, set aside or not: another setup between two pulls of one ends its fitting.
    const std::vector<int>& fittings() const;
    const Detail& likelyOrAskedDetail() const;
    /// As curves are made.
    CurveOptions curveOptions(bool noise) const;
    const std::vector<CurveResult>& allCurves() const;
    CompareOptions options(std::optional<double> from, std::optional<double> to) const;
    /// The counting pulls of these setups with their curves. Errors: a pull without a curve, one measurement twice.
    Result<CurvedSets> curvedSets(const std::vector<std::string>& setupIds, int* repeated = nullptr) const;
    const Result<RangeModel>& wholeField() const;
};

} // namespace jr
