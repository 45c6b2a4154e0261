// SPDX-License-Identifier: GPL-3.0-or-later
// A linear mixed model with a few variance components, small enough to be solved exactly:
//
//     y = X b + sum_k Z_k u_k + e        u_k ~ N(0, s_k^2 I),  e ~ N(0, s_0^2 D),  D diagonal
//
// The variances by restricted maximum likelihood (Patterson and Thompson 1971): of N'y, where N spans what X cannot
// reach, so that M = N'VN holds all that is known of them. What is known from elsewhere counts as if it were a sample
// of its own with so many degrees of freedom (scaled inverse chi-square: nu log s^2 + nu s_known^2 / s^2 is added to
// the deviance). The freedom of a weighted sum of pulls is Satterthwaite's (1946) from the inverse of the expected
// information, less where few pulls stand beside what is known (spreadOf). Checked against reference fits in
// tests/core/test_mixed_model.cpp.
#pragma once

#include "core/judge/bench_knowledge.h"

#include <Eigen/Core>

#include <optional>
#include <vector>

namespace jr {

struct RandomPart {
    Eigen::MatrixXd columns;          ///< Z_k: pulls x levels
    std::optional<KnownSpread> known; ///< from elsewhere, in the unit of y
    /// A weak default for s_k^2 / s_0^2 where nothing is known: a variance from one or two degrees of freedom alone may
    /// come out as nothing by chance, and would then be believed. `defaultFreedom` 0: none.
    double defaultRatio = 1., defaultFreedom = 0.;
};

/// Standard deviation of a weighted sum of observations, and its freedom.
struct Spread {
    double sd = 0., freedom = 0.;
};

class MixedModel {
public:
    /// `scale`: the diagonal of D; empty for ones. `known` is of s_0. Nothing when the variances cannot be told: no
    /// spare observation and nothing known. Precondition: rows of all agree, at least one column of X.
    static std::optional<MixedModel> fit(const Eigen::MatrixXd& fixed, const Eigen::VectorXd& observed,
                                         const std::vector<RandomPart>& parts, const std::optional<KnownSpread>& known,
                                         const Eigen::VectorXd& scale = {});

    double variance(std::size_t part) const { return m_variance[part]; } ///< 0: of e; k + 1: of part k
    const Eigen::MatrixXd& covariance() const { return m_covariance; }   ///< V, observations x observations
    /// Generalised least squares: b = weights * y.
    const Eigen::MatrixXd& weights() const { return m_weights; }
    double deviance() const { return m_deviance; } ///< at the optimum, up to a constant

    Spread spreadOf(const Eigen::VectorXd& weights) const;
    /// What a part adds to the variance of such a sum: s_k^2 |Z_k' w|^2 (0: of e).
    double shareOf(const Eigen::VectorXd& weights, std::size_t part) const;

private:
    std::vector<double> m_variance;
    std::vector<Eigen::MatrixXd> m_parts; ///< Z_k Z_k'; 0: D
    std::vector<bool> m_known;            ///< something is known of it from elsewhere
    Eigen::MatrixXd m_covariance, m_weights;
    Eigen::MatrixXd m_varianceCovariance; ///< of the variances
    double m_deviance = 0.;
};

/// Rank of [X Z] less that of X: how many of a part's contrasts the design can tell.
int estimableContrasts(const Eigen::MatrixXd& fixed, const Eigen::MatrixXd& columns);

} // namespace jr
