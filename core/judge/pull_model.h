// The linear model of a sitting: which setup each pull had, and, where the order can tell it from the setups, how the
// bench drifted with time. Everything the judge says is a weighted sum of pulls; this is where the weights come from.
//
//     y_i = m_setup(i) + d t_i + e_i          y on the logarithm of power, so effects are ratios
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
};

/// Whether the order of pulls tells drift from setups: every time known, and some setup comes back after another was
/// run.
bool orderTellsDrift(const SittingPlan& plan);

struct PullModel {
    bool drift = false;       ///< the drift term is in
    int freedom = 0;          ///< pulls less parameters
    Eigen::MatrixXd weights;  ///< parameters x pulls: estimate = weights * y; rows: setups, then drift per hour
    Eigen::MatrixXd residual; ///< pulls x pulls: residuals = residual * y

    /// Weights of setup `b` minus setup `a`, and their sum of squares (variance of the difference per unit variance).
    Eigen::VectorXd contrast(int a, int b) const { return weights.row(b) - weights.row(a); }
};

/// Time is counted in hours from the mean of the pulls, so that setup values stand for the middle of the sitting.
/// `withDrift` only has an effect where the columns stay independent.
PullModel pullModel(const SittingPlan& plan, bool withDrift);

} // namespace jr
