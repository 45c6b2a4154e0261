// All pulls of a test on one grid of engine speed, the linear model over them, and their scatter: what every judgement
// along the rev range is a weighted sum of. Two setups or twelve, it is one model: drift and scatter are pooled.
#pragma once

#include "core/judge/band.h"
#include "core/judge/comparison.h"
#include "core/judge/pull_model.h"

#include <vector>

namespace jr {

struct RangeModel {
    const Standard* standard = nullptr; ///< in force for all (none when some pull has no air)
    double detailRpm = 0.;
    std::vector<const PullFit*> pulls;     ///< set after set
    std::vector<PullCurve> curves;         ///< of each pull
    std::vector<std::size_t> sizes;        ///< pulls of each set
    std::vector<std::vector<double>> bend; ///< of each pull on `rpm`: what smoothing alone does to it, as a share
    std::vector<double> rpm;               ///< the grid all have in common
    Eigen::MatrixXd logPower;              ///< pulls x grid; gaps filled with what the model expects
    Eigen::MatrixXd present;               ///< sets x grid: pulls of the set that really count there
    PullModel model;
    DriftFinding drift;
    std::optional<Scatter> scatter; ///< nothing when it is not known
    bool ownScatter = false;        ///< seen in these pulls, not borrowed

    std::size_t firstOf(std::size_t set) const;
    /// Mean curve of a set, W, drift taken out.
    std::vector<double> meanW(std::size_t set) const;
    /// Weights of the pulls in a weighted sum of sets, and the sum itself along the range (log power).
    Eigen::VectorXd weightsOf(const Eigen::VectorXd& sets) const;
    /// By how much the variance of such a sum grows at a grid point for the pulls missing there.
    double growth(const Eigen::VectorXd& sets, std::size_t gridPoint) const;
};

/// Errors: an empty set, no range common to all, no positive power.
Result<RangeModel> rangeModel(const std::vector<std::vector<const PullFit*>>& sets, const CompareOptions& options);

} // namespace jr
