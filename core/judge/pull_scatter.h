// SPDX-License-Identifier: GPL-3.0-or-later
// How pulls scatter about their linear model (pull_model.h), each as one number: from pull to pull, from fitting to
// fitting, from day to day, and by a drift that bends. Each is a variance of its own (mixed_model.h); what a design
// cannot tell comes from what is known of the bench, or is left out and said.
//
//     y_i = fixed + a_day(i) + f_fitting(i) + bow(t_i) + e_i
//
// Days are random only across setups that never shared one; where setups come back on another day each day has a level
// of its own among the fixed terms. Fittings are told where some setup was put on more often than the fixed terms use
// up. docs/judging.md, "What repeats".
#pragma once

#include "core/judge/mixed_model.h"
#include "core/judge/pull_model.h"

#include <optional>
#include <vector>

namespace jr {

/// Common practice, no source, unless a line says otherwise; the two defaults were set on simulated days
/// (docs/judging.md, "Real days").
struct PullScatterOptions {
    double fittingRatio = 0.7, fittingFreedom = 2.; ///< weak default: variance of fittings by that of pulls
    double dayRatio = 4., dayFreedom = 1.;          ///< days differ by more than pulls do
    /// A drift bends by about so much between its ends and its middle over a sitting this long (warm-up, a tank running
    /// low), and in proportion over a shorter one.
    KnownSpread bow{0.004, 6.};
    double bowFullS = 72. * 60.;
    double unequalChance = 0.1;      ///< scatter of one setup is taken as its own when equal ones differ so seldom
    /// …drawn towards that of the others by so much: of two it is the one that scatters more; of several it may be one
    /// whose few pulls came out alike by chance.
    double unequalFreedom = 0.02, unequalFreedomOfMany = 0.1;
    int fewToCompare = 3;            ///< a side of fewer pulls, set against one twice its size, keeps its own scatter
    double knownDiffers = 0.15;      ///< pulls and knowledge disagree when agreeing ones do so this seldom…
    double knownDiffersFreedom = 2.; ///< …and then the knowledge is worth no more than this
};

enum class PartState {
    None,    ///< the design does not meet it: every pull its own fitting, one day
    Told,    ///< by these pulls, with a weak default or knowledge beside
    Known,   ///< by knowledge alone
    Unknown, ///< neither: left out, and to be said
};

/// One column a level, 1 where a pull is of it; nothing where the level is below 0.
Eigen::MatrixXd levelColumns(const std::vector<int>& level);

class PullScatter {
public:
    /// `level`: each pull as one number, log power. Nothing when its scatter is not known at all.
    static std::optional<PullScatter> make(const PullModel& model, const SittingPlan& plan,
                                           const Eigen::VectorXd& level, const BenchKnowledge& known,
                                           const PullScatterOptions& options = {});

    const MixedModel& mixed() const { return m_mixed; }
    PartState fittings() const { return m_fittings; }
    PartState days() const { return m_days; }
    double pullSd() const; ///< pooled, where setups differ
    double fittingSd() const;
    double daySd() const;
    Spread spreadOf(const Eigen::VectorXd& weights) const { return m_mixed.spreadOf(weights); }
    /// Covariance that the pulls of another plan of the same setups would have, by the variances found here.
    Eigen::MatrixXd covarianceOf(const SittingPlan& plan) const;
    /// Whether such a sum of pulls stands on fittings, or days, that nothing is known of.
    bool fittedOnce(const Eigen::VectorXd& weights) const;
    bool daysUnknown(const Eigen::VectorXd& weights) const;
    /// The confidence to hold each of these sums at, so that all hold together (multivariate t; band.h).
    double jointly(const std::vector<Eigen::VectorXd>& sums, double confidence) const;
    /// Share of the sum's variance that a bent drift could make.
    double bowShare(const Eigen::VectorXd& weights) const;
    /// The setup whose scatter was taken as its own, if any, and how it stands to the others' (standard deviations).
    std::optional<int> unequalSetup() const { return m_unequal; }
    double unequalRatio() const { return m_unequalRatio; }
    bool knowledgeDiffers() const { return m_knowledgeDiffers; }
    const BenchKnowledge& knowledge() const { return m_known; } ///< as it was used

private:
    explicit PullScatter(MixedModel mixed) : m_mixed(std::move(mixed)) {}

    MixedModel m_mixed;
    BenchKnowledge m_known;
    PartState m_fittings = PartState::None, m_days = PartState::None;
    Eigen::MatrixXd m_fittingOf, m_dayOf; ///< pulls x levels, also where unknown
    std::optional<std::size_t> m_fittingPart, m_dayPart, m_bowPart, m_ownPart;
    std::optional<int> m_unequal;
    double m_unequalRatio = 1.;
    double m_bowFullS = 1.;
    double m_pooledSd = 0.;
    bool m_knowledgeDiffers = false;
};

} // namespace jr
