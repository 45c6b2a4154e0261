// SPDX-License-Identifier: GPL-3.0-or-later
// The linear model of a job's pulls: which setup each pull had, how the bench drifted with time where the order can
// tell it from the setups, and what one sitting differs in from the next where setups come back in another. Everything
// the judge says is a weighted sum of pulls; this is where the weights come from.
//
//     y_i = m_setup(i) + b_sitting(i) + d t_i + e_i          y on the logarithm of power, so effects are ratios
//
// Ordinary least squares. Source: any text on linear models; checked against GSL in tests/core/test_pull_model.cpp.
#pragma once

#include <Eigen/Core>

#include <optional>
#include <span>
#include <vector>

namespace jr {

struct SittingPlan {
    std::vector<int> setup;                      ///< setup of each pull, 0 … setups-1, each at least once
    std::vector<std::optional<double>> startedS; ///< seconds; nullopt = unknown
    int setups = 2;
    std::vector<int> fitting{}; ///< of each pull (fittings.h); empty: found from setups and times
};

/// Whether the order of pulls tells drift from setups: every time known, and within a sitting some setup comes back
/// after another was run, or two setups change places from one sitting to another.
bool orderTellsDrift(const SittingPlan& plan);

struct PullModel {
    bool drift = false;       ///< the drift term is in
    int sittings = 1;         ///< above 1: each has a level of its own
    std::vector<int> linked;  ///< part of each setup; setups of different parts never shared a sitting (sittings.h)
    int freedom = 0;          ///< pulls less parameters
    Eigen::MatrixXd fixed;    ///< pulls x parameters: the design itself
    Eigen::MatrixXd weights;  ///< parameters x pulls: estimate = weights * y; rows: setups, drift per hour, sittings
    Eigen::MatrixXd residual; ///< pulls x pulls: residuals = residual * y
    Eigen::MatrixXd bench;    ///< pulls x pulls: what drift and sittings did to each pull = bench * y

    /// Weights of setup `b` minus setup `a`, and their sum of squares (variance of the difference per unit variance).
    Eigen::VectorXd contrast(int a, int b) const { return weights.row(b) - weights.row(a); }
};

/// Time is counted in hours from the mean of the pulls (of each sitting, where sittings have levels), so that setup
/// values stand for the middle of the work. `withDrift` only has an effect where the columns stay independent.
/// The sittings of setups that shared one get levels. Setups that never did (base one evening, change the next) are not
/// told from their days by any fixed term: that is scatter (pull_scatter.h), and time never runs on through a night.
PullModel pullModel(const SittingPlan& plan, bool withDrift);

class MixedModel;
/// The same terms, each pull weighted as the variances found say (generalised least squares).
PullModel weighted(PullModel model, const MixedModel& mixed, int setups);

} // namespace jr
