// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/pull_scatter.h"

#include "core/judge/band.h"
#include "core/judge/fittings.h"
#include "core/judge/sittings.h"
#include "core/linear/products.h"
#include "core/statistics/distributions.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>
#include <limits>
#include <set>

namespace jr {
namespace {

constexpr double kNothing = 1e-9; ///< a weight this small is rounding

bool samePartition(const std::vector<int>& a, const std::vector<int>& b) {
    for (std::size_t i = 0; i < a.size(); ++i)
        for (std::size_t j = i + 1; j < a.size(); ++j)
            if ((a[i] == a[j]) != (b[i] == b[j]))
                return false;
    return true;
}

/// A bend of one between the ends of a full sitting and its middle, of less in a shorter one; one column a sitting.
Eigen::MatrixXd bows(const SittingPlan& plan, const std::vector<int>& sitting, double fullS) {
    const int sittings = 1 + *std::max_element(sitting.begin(), sitting.end());
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(sitting.size()), sittings);
    for (int s = 0; s < sittings; ++s) {
        double first = INFINITY, last = -INFINITY;
        for (std::size_t i = 0; i < sitting.size(); ++i)
            if (sitting[i] == s) {
                first = std::min(first, *plan.startedS[i]);
                last = std::max(last, *plan.startedS[i]);
            }
        for (std::size_t i = 0; i < sitting.size(); ++i)
            if (sitting[i] == s && last > first) {
                const double along = 2. * (*plan.startedS[i] - first) / (last - first) - 1.;
                out(static_cast<Eigen::Index>(i), s) = std::min((last - first) / fullS, 1.) * along * along;
            }
    }
    return out;
}

/// Chance of so unequal mean squares, either way, when both are of one variance.
double chanceOfRatio(double ratio, double freedomAbove, double freedomBelow) {
    const double below = fisherCdf(ratio, freedomAbove, freedomBelow);
    return 2. * std::min(below, 1. - below);
}

struct OwnScatter {
    std::vector<double> meanSquare, freedom; ///< of each setup about the fixed terms
    double pooled = 0., allFreedom = 0.;
};

OwnScatter ownScatterOf(const PullModel& model, const SittingPlan& plan, const Eigen::VectorXd& level) {
    OwnScatter out;
    out.meanSquare.assign(static_cast<std::size_t>(plan.setups), 0.);
    out.freedom = out.meanSquare;
    const Eigen::VectorXd left = product(model.residual, level);
    for (std::size_t i = 0; i < plan.setup.size(); ++i) {
        const auto k = static_cast<Eigen::Index>(i);
        out.meanSquare[static_cast<std::size_t>(plan.setup[i])] += left[k] * left[k];
        out.freedom[static_cast<std::size_t>(plan.setup[i])] += model.residual(k, k);
    }
    for (std::size_t s = 0; s < out.freedom.size(); ++s) {
        out.pooled += out.meanSquare[s];
        out.allFreedom += out.freedom[s];
        out.meanSquare[s] = out.freedom[s] > kNothing ? out.meanSquare[s] / out.freedom[s] : 0.;
    }
    out.pooled = out.allFreedom > kNothing ? out.pooled / out.allFreedom : 0.;
    return out;
}

/// The setup whose scatter is least like that of the others, where chance would not do it, or whose few pulls cannot
/// say how it scatters beside one with many.
std::optional<int> setupOfItsOwn(const OwnScatter& own, const SittingPlan& plan, const PullScatterOptions& options,
                                 bool known) {
    std::vector<int> pulls(own.freedom.size(), 0);
    for (int s : plan.setup)
        ++pulls[static_cast<std::size_t>(s)];
    std::optional<int> out;
    double least = options.unequalChance / static_cast<double>(own.freedom.size() > 2 ? own.freedom.size() : 1);
    for (std::size_t s = 0; s < own.freedom.size(); ++s) {
        const double others = own.allFreedom - own.freedom[s];
        if (own.freedom[s] < 0.7 || others < 0.7)
            continue;
        const double rest = (own.pooled * own.allFreedom - own.meanSquare[s] * own.freedom[s]) / others;
        if (!(rest > 0.) || !(own.meanSquare[s] > 0.))
            continue;
        if (const double chance = chanceOfRatio(own.meanSquare[s] / rest, own.freedom[s], others); chance < least) {
            least = chance;
            out = static_cast<int>(s);
        }
    }
    if (out && own.freedom.size() == 2) // of two either tells the same: the one that scatters more
        out = own.meanSquare[0] > own.meanSquare[1] ? 0 : 1;
    if (!out && !known && pulls.size() == 2) {
        const std::size_t few = pulls[0] < pulls[1] ? 0 : 1;
        if (pulls[few] >= 2 && pulls[few] < options.fewToCompare && pulls[1 - few] >= 2 * pulls[few] &&
            own.freedom[few] > 0.7)
            out = static_cast<int>(few);
    }
    return out;
}

} // namespace

Eigen::MatrixXd levelColumns(const std::vector<int>& level) {
    const int levels = level.empty() ? 0 : 1 + *std::max_element(level.begin(), level.end());
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(level.size()), std::max(levels, 0));
    for (std::size_t i = 0; i < level.size(); ++i)
        if (level[i] >= 0)
            out(static_cast<Eigen::Index>(i), level[i]) = 1.;
    return out;
}

std::optional<PullScatter> PullScatter::make(const PullModel& model, const SittingPlan& plan,
                                             const Eigen::VectorXd& level, const BenchKnowledge& given,
                                             const PullScatterOptions& options) {
    const std::size_t n = plan.setup.size();
    BenchKnowledge known = given;
    const OwnScatter own = ownScatterOf(model, plan, level);
    bool differs = false;
    if (known.pull && own.allFreedom > 0.7 && own.pooled > 0.) {
        const double ratio = own.pooled / (known.pull->sd * known.pull->sd);
        differs = chanceOfRatio(ratio, own.allFreedom, known.pull->freedom) < options.knownDiffers;
        // Pulls that scatter more than was known speak for themselves; a few that by chance scatter less do not undo
        // it.
        if (differs && ratio > 1.)
            known.pull->freedom = std::min(known.pull->freedom, options.knownDiffersFreedom);
    }

    const std::vector<int> sitting = sittingsOf(plan.startedS);
    const std::vector<int> fitting =
        plan.fitting.size() == n ? plan.fitting : fittingsOf(plan.setup, sitting, plan.startedS);
    std::vector<RandomPart> parts;
    PartState fittings = PartState::None, days = PartState::None;
    std::optional<std::size_t> fittingPart, dayPart, bowPart, ownPart;
    const auto add = [&](const Eigen::MatrixXd& columns, const std::optional<KnownSpread>& spread, double ratio,
                         double freedom, PartState& state) -> std::optional<std::size_t> {
        const bool told = estimableContrasts(model.fixed, columns) > 0;
        state = told ? PartState::Told : spread ? PartState::Known : PartState::Unknown;
        if (state == PartState::Unknown)
            return std::nullopt;
        // The default fades as more is known.
        parts.push_back({columns, spread, ratio, std::max(freedom - (spread ? spread->freedom : 0.), 0.)});
        return parts.size();
    };
    const std::set<int> sittings(sitting.begin(), sitting.end());
    const std::set<int> linked(model.linked.begin(), model.linked.end());
    const Eigen::MatrixXd dayOf = levelColumns(sitting), fittingOf = levelColumns(fitting);
    if (sittings.size() > 1 && linked.size() > 1)
        dayPart = add(dayOf, known.day, options.dayRatio, options.dayFreedom, days);
    const bool everyPullItsOwn = std::set<int>(fitting.begin(), fitting.end()).size() == n;
    const bool fittingsAreDays = days != PartState::None && samePartition(fitting, sitting);
    // Where every pull is a fitting of its own what is left over holds both; only where nothing is left over, or what
    // is known holds pulls alone, fittings come on top.
    const bool inPulls = everyPullItsOwn && !known.fitting && own.allFreedom > kNothing;
    if (!fitting.empty() && fitting[0] >= 0 && !inPulls && !fittingsAreDays)
        fittingPart = add(fittingOf, known.fitting, options.fittingRatio, options.fittingFreedom, fittings);
    // A drift that is taken out as a line may bend; where it cannot be told at all, that is said instead.
    if (model.drift) {
        parts.push_back({bows(plan, sitting, options.bowFullS), options.bow, 1., 0.});
        bowPart = parts.size();
    }
    const std::optional<int> unequal = setupOfItsOwn(own, plan, options, known.pull.has_value());
    Eigen::VectorXd scale;
    if (unequal) {
        std::vector<int> ownPull(n, -1);
        int next = 0;
        scale = Eigen::VectorXd::Ones(static_cast<Eigen::Index>(n));
        for (std::size_t i = 0; i < n; ++i)
            if (plan.setup[i] == *unequal) {
                ownPull[i] = next++;
                scale[static_cast<Eigen::Index>(i)] = 0.;
            }
        const double unequalFreedom = plan.setups > 2 ? options.unequalFreedomOfMany : options.unequalFreedom;
        parts.push_back({levelColumns(ownPull), known.pull, 1., known.pull ? 0. : unequalFreedom});
        ownPart = parts.size();
    }
    std::optional<MixedModel> mixed = MixedModel::fit(model.fixed, level, parts, known.pull, scale);
    if (!mixed)
        return std::nullopt;
    PullScatter out(std::move(*mixed));
    out.m_known = known;
    out.m_fittings = fittings;
    out.m_days = days;
    out.m_fittingOf = fittingOf;
    out.m_dayOf = dayOf;
    out.m_fittingPart = fittingPart;
    out.m_dayPart = dayPart;
    out.m_bowPart = bowPart;
    out.m_bowFullS = options.bowFullS;
    out.m_ownPart = ownPart;
    out.m_unequal = unequal;
    if (ownPart && out.m_mixed.variance(0) > 0.)
        out.m_unequalRatio = std::sqrt(out.m_mixed.variance(*ownPart) / out.m_mixed.variance(0));
    out.m_knowledgeDiffers = differs;
    out.m_pooledSd = std::sqrt(ownPart ? own.pooled : out.m_mixed.variance(0));
    return out;
}

Eigen::MatrixXd PullScatter::covarianceOf(const SittingPlan& plan) const {
    const auto n = static_cast<Eigen::Index>(plan.setup.size());
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(n, n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const bool own = m_ownPart && m_unequal == plan.setup[static_cast<std::size_t>(i)];
        out(i, i) = m_mixed.variance(own ? *m_ownPart : 0);
    }
    const std::vector<int> sitting = sittingsOf(plan.startedS);
    const std::vector<int> fitting =
        plan.fitting.size() == plan.setup.size() ? plan.fitting : fittingsOf(plan.setup, sitting, plan.startedS);
    const auto add = [&](const std::optional<std::size_t>& part, const Eigen::MatrixXd& columns) {
        if (part)
            out += m_mixed.variance(*part) * columns * columns.transpose();
    };
    if (!fitting.empty() && fitting[0] >= 0)
        add(m_fittingPart, levelColumns(fitting));
    add(m_dayPart, levelColumns(sitting));
    if (m_bowPart)
        add(m_bowPart, bows(plan, sitting, m_bowFullS));
    return out;
}

double PullScatter::pullSd() const {
    return m_pooledSd;
}

double PullScatter::fittingSd() const {
    return m_fittingPart ? std::sqrt(m_mixed.variance(*m_fittingPart)) : 0.;
}

double PullScatter::daySd() const {
    return m_dayPart ? std::sqrt(m_mixed.variance(*m_dayPart)) : 0.;
}

bool PullScatter::fittedOnce(const Eigen::VectorXd& weights) const {
    return m_fittings == PartState::Unknown && crossProduct(m_fittingOf, weights).norm() > kNothing;
}

bool PullScatter::daysUnknown(const Eigen::VectorXd& weights) const {
    return m_days == PartState::Unknown && crossProduct(m_dayOf, weights).norm() > kNothing;
}

double PullScatter::jointly(const std::vector<Eigen::VectorXd>& sums, double confidence) const {
    const auto n = static_cast<Eigen::Index>(sums.size());
    if (n < 2)
        return confidence;
    const Eigen::MatrixXd& v = m_mixed.covariance();
    std::vector<Spread> own;
    double freedom = std::numeric_limits<double>::infinity();
    for (const Eigen::VectorXd& w : sums) {
        own.push_back(spreadOf(w));
        freedom = std::min(freedom, own.back().freedom);
    }
    Eigen::MatrixXd correlation = Eigen::MatrixXd::Identity(n, n);
    for (Eigen::Index i = 0; i < n; ++i)
        for (Eigen::Index j = 0; j < i; ++j) {
            const auto a = static_cast<std::size_t>(i), b = static_cast<std::size_t>(j);
            const double size = own[a].sd * own[b].sd;
            correlation(i, j) = correlation(j, i) = size > 0. ? sums[a].dot(product(v, sums[b])) / size : 0.;
        }
    return jointConfidence(correlation, freedom, confidence);
}

double PullScatter::bowShare(const Eigen::VectorXd& weights) const {
    const double all = weights.dot(product(m_mixed.covariance(), weights));
    return m_bowPart && all > 0. ? m_mixed.shareOf(weights, *m_bowPart) / all : 0.;
}

} // namespace jr
