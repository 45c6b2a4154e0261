// SPDX-License-Identifier: GPL-3.0-or-later
// All pulls of a test on one grid of engine or road speed, the linear model over them, and their scatter: what every
// judgement along the rev range is a weighted sum of. Two setups or twelve, it is one model: drift and scatter are
// pooled.
#pragma once

#include "core/judge/band.h"
#include "core/judge/comparison.h"
#include "core/judge/pull_model.h"
#include "core/judge/pull_scatter.h"
#include "core/judge/working_band.h"
#include "core/pull/many_curves.h"

#include <Eigen/Core>

#include <vector>

namespace jr {

struct RangeModel {
    const Standard* standard = nullptr; ///< in force for all (none when some pull has no air)
    CurveAxis axis = CurveAxis::EngineSpeed;
    Detail detail;
    double gridStep = 0.;
    std::vector<CurvedPull> pulls;  ///< set after set
    std::vector<std::size_t> sizes; ///< pulls of each set
    std::vector<double> place;      ///< the grid all have in common; it may have holes
    Eigen::MatrixXd logPower;       ///< pulls x grid; gaps filled with what the model expects
    Eigen::MatrixXd smoothedAway;   ///< pulls x grid: what smoothing takes from each, as a share
    Eigen::MatrixXd present;        ///< sets x grid: pulls of the set that really count there
    SittingPlan plan;               ///< when, as what and in which fitting each pull was made
    PullModel model;                ///< each pull weighted as its variances say
    PullModel plain;                ///< the same with all alike (ordinary least squares)
    DriftFinding drift;
    std::optional<PullScatter> scatter; ///< of the pulls as wholes; nothing when it is not known
    bool ownScatter = false;            ///< seen in these pulls, not known from elsewhere alone
    /// Scatter along the range of one pull, of all or of those that scatter alike.
    struct Along {
        Eigen::VectorXd pulls; ///< 1 where it is this pull's
        Scatter scatter;
    };
    std::vector<Along> along;

    std::size_t firstOf(std::size_t set) const;
    /// Mean curve of a set, W, drift taken out.
    std::vector<double> meanW(std::size_t set) const;
    /// Weights of the pulls in a weighted sum of sets, and the sum itself along the range (log power).
    Eigen::VectorXd weightsOf(const Eigen::VectorXd& sets) const;
    /// Scatter of such a weighted sum of pulls along the range. Only where `scatter` is known.
    Scatter scatterOf(const Eigen::VectorXd& weights) const;
    /// What smoothing may have done to such a sum, as a share at each grid point: carried whole by its margin.
    std::vector<double> smoothingBias(const Eigen::VectorXd& weights) const;
    /// By how much the variance of such a sum grows at a grid point for the pulls missing there.
    double growth(const Eigen::VectorXd& sets, std::size_t gridPoint) const;
};

/// All curves over one axis and grid; `options.standard` and `options.detail` are what they were made under. Errors: an
/// empty set, no range common to all, no positive power.
Result<RangeModel> rangeModel(const std::vector<std::vector<CurvedPull>>& sets, const CompareOptions& options);
/// The same from bare pulls: curves under one standard for all or none, at the detail asked for or a likely one.
Result<RangeModel> rangeModel(const std::vector<std::vector<const PullFit*>>& sets, const CompareOptions& options);

/// What both stand on: the curves of sets of pulls; `options` is brought to the standard and axis in force, and the
/// step and detail found.
Result<std::vector<std::vector<CurvedPull>>> curvedSets(const std::vector<std::vector<const PullFit*>>& sets,
                                                        CompareOptions& options);

/// The band mean of each pull of the model, W: over its grid, flagged stretches filled with what the pull's own set and
/// own level make likely.
std::vector<double> pullMeansW(const RangeModel& model);
/// The same of a pull that is not in the model, against the set it would belong to; NaN where too little of it is
/// known.
double outsiderMeanW(const RangeModel& model, const PullCurve& curve, std::optional<std::size_t> set);
/// Mean power of a pull of the model under the weights, W. Errors: no use, or the common range does not reach over nine
/// tenths of it.
Result<double> weightedMeanW(const RangeModel& model, std::size_t pull, const UseWeights& weights);

} // namespace jr
