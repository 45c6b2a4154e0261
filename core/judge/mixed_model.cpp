// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/mixed_model.h"

#include "core/judge/band.h"
#include "core/linear/factors.h"
#include "core/linear/products.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <limits>
#include <utility>

namespace jr {
namespace {

// A component is looked for between these shares of the pulls' own variance, and so closely on a logarithm.
constexpr double kLeastLogRatio = -9., kMostLogRatio = 9.;
constexpr double kLogRatioTolerance = 0.1; ///< of the first look; Newton's method does the rest
constexpr int kSweeps = 2;                 ///< of the first look, over the components one after the other
constexpr double kGolden = 0.6180339887498949;

/// The restricted likelihood, with everything about it that does not change with the ratios. V is never written down:
/// what scatters pull by pull is diagonal (d); one part whose levels share no pull (fittings) makes blocks of rank one
/// on it, A = d + r ZZ'; the few columns S of the other parts and the fixed terms X border that,
///
///     log|N'VN| = log|A| + log|B|,   B = ( X'A^-1X  X'A^-1S ; S'A^-1X  I + S'A^-1S ),   X orthonormal,
///
/// and y'Py likewise (Henderson's equations; Searle, Casella and McCulloch 1992, chapter 7, value from memory).
class Restricted {
public:
    /// `basis`: orthonormal columns that span X.
    Restricted(const Eigen::MatrixXd& basis, const Eigen::VectorXd& observed, const std::vector<RandomPart>& parts,
               const std::optional<KnownSpread>& known, Eigen::ArrayXd scale)
        : m_parts(parts), m_known(known), m_scale(std::move(scale)), m_fixed(basis.cols()) {
        const auto levelsAPull = [&](std::size_t k) { return (parts[k].columns.array() != 0.).rowwise().count(); };
        const auto pullsALevel = [&](std::size_t k) { return (parts[k].columns.array() != 0.).colwise().count(); };
        Eigen::Index few = 0;
        for (std::size_t k = 0; k < parts.size(); ++k) {
            const Eigen::MatrixXd& z = parts[k].columns;
            if (pullsALevel(k).maxCoeff() <= 1) {
                m_single.emplace_back(k, z.rowwise().squaredNorm().array());
                continue;
            }
            few += z.cols();
            if (levelsAPull(k).maxCoeff() <= 1 && (!m_grouped || z.cols() > parts[*m_grouped].columns.cols()))
                m_grouped = k;
        }
        if (m_grouped) {
            const Eigen::MatrixXd& z = parts[*m_grouped].columns;
            few -= z.cols();
            for (Eigen::Index i = 0; i < z.rows(); ++i)
                for (Eigen::Index j = 0; j < z.cols(); ++j)
                    if (z(i, j) != 0.)
                        m_met.push_back({i, j, z(i, j)});
        }
        const Eigen::Index n = observed.size();
        m_border.resize(n, m_fixed + few + 1);
        m_border.leftCols(m_fixed) = basis;
        const auto isSingle = [&](std::size_t k) {
            return std::any_of(m_single.begin(), m_single.end(), [&](const auto& one) { return one.first == k; });
        };
        for (std::size_t k = 0; k < parts.size(); ++k)
            for (Eigen::Index j = 0; k != m_grouped && !isSingle(k) && j < parts[k].columns.cols(); ++j) {
                m_border.col(m_fixed + static_cast<Eigen::Index>(m_partOfFew.size())) = parts[k].columns.col(j);
                m_partOfFew.push_back(k);
            }
        // P sees nothing of what X reaches; without it nothing is lost by cancelling.
        m_border.rightCols(1) = observed - product(basis, crossProduct(basis, observed));
    }

    /// s_0^2 at given ratios, which has a closed form, and the deviance there.
    struct At {
        double ownVariance, deviance;
    };
    At at(const std::vector<double>& ratio) const {
        Eigen::ArrayXd d = m_scale;
        for (const auto& [k, squares] : m_single)
            d += ratio[k] * squares;
        Eigen::MatrixXd border = m_border;
        for (std::size_t j = 0; j < m_partOfFew.size(); ++j)
            border.col(m_fixed + static_cast<Eigen::Index>(j)) *= std::sqrt(ratio[m_partOfFew[j]]);
        const Eigen::MatrixXd weighed = border.array().colwise() / d;
        Eigen::MatrixXd all = crossProduct(border, weighed);
        double deviance = d.log().sum();
        if (m_grouped) {
            const Eigen::Index levels = m_parts[*m_grouped].columns.cols();
            Eigen::ArrayXd grown = Eigen::ArrayXd::Ones(levels);
            Eigen::MatrixXd level = Eigen::MatrixXd::Zero(border.cols(), levels); // (Z' d^-1 [X S y])'
            for (const Met& met : m_met) {
                grown[met.level] += ratio[*m_grouped] * met.size * met.size / d[met.pull];
                level.col(met.level) += met.size * weighed.row(met.pull).transpose();
            }
            level.array().rowwise() *= (ratio[*m_grouped] / grown).sqrt().transpose();
            all -= outerProduct(level, level);
            deviance += grown.log().sum();
        }
        const Eigen::Index terms = border.cols() - 1;
        for (Eigen::Index j = m_fixed; j < terms; ++j)
            all(j, j) += 1.;
        const Cholesky factor(all.topLeftCorner(terms, terms));
        const Eigen::VectorXd seen = all.col(terms).head(terms);
        double squares = std::max(all(terms, terms) - seen.dot(factor.solve(seen)), 0.);
        deviance += factor.logDeterminant();
        auto freedom = static_cast<double>(m_border.rows() - m_fixed);
        if (m_known) {
            squares += m_known->freedom * m_known->sd * m_known->sd;
            freedom += m_known->freedom;
        }
        for (std::size_t k = 0; k < ratio.size(); ++k) {
            const RandomPart& part = m_parts[k];
            if (part.known) {
                squares += part.known->freedom * part.known->sd * part.known->sd / ratio[k];
                freedom += part.known->freedom;
                deviance += part.known->freedom * std::log(ratio[k]);
            }
            if (part.defaultFreedom > 0.)
                deviance += part.defaultFreedom * (std::log(ratio[k]) + part.defaultRatio / ratio[k]);
        }
        const double variance = std::max(squares / freedom, 1e-18);
        return {variance, deviance + freedom * std::log(variance)};
    }

private:
    const std::vector<RandomPart>& m_parts;
    const std::optional<KnownSpread>& m_known;
    Eigen::ArrayXd m_scale;                                       ///< D
    std::vector<std::pair<std::size_t, Eigen::ArrayXd>> m_single; ///< parts of one pull a level, and Z_k Z_k' of them
    std::optional<std::size_t> m_grouped;                         ///< the part that makes blocks
    struct Met {
        Eigen::Index pull, level;
        double size;
    };
    std::vector<Met> m_met;               ///< its columns where they are not nothing
    Eigen::Index m_fixed;                 ///< columns of X
    Eigen::MatrixXd m_border;             ///< X, S, and what X does not reach of y
    std::vector<std::size_t> m_partOfFew; ///< part of each column of S
};

/// Lowest deviance over one ratio by golden section on its logarithm.
void settle(const Restricted& model, std::vector<double>& ratio, std::size_t k) {
    const auto deviance = [&](double logRatio) {
        std::vector<double> tried = ratio;
        tried[k] = std::exp(logRatio);
        return model.at(tried).deviance;
    };
    // A coarse look first: the deviance may have two valleys where little is known.
    double best = 0., bestDeviance = std::numeric_limits<double>::infinity();
    for (double x = kLeastLogRatio; x <= kMostLogRatio; x += 1.5)
        if (const double d = deviance(x); d < bestDeviance) {
            bestDeviance = d;
            best = x;
        }
    double low = best - 1.5, high = best + 1.5;
    double a = high - kGolden * (high - low), b = low + kGolden * (high - low);
    double da = deviance(a), db = deviance(b);
    while (high - low > kLogRatioTolerance) {
        if (da < db) {
            high = b;
            b = a;
            db = da;
            a = high - kGolden * (high - low);
            da = deviance(a);
        } else {
            low = a;
            a = b;
            da = db;
            b = low + kGolden * (high - low);
            db = deviance(b);
        }
    }
    ratio[k] = std::exp(0.5 * (low + high));
}

/// The same to rounding from wherever one looked: Newton's method on the logarithms of all ratios, slopes by central
/// differences.
void polish(const Restricted& model, std::vector<double>& ratio) {
    constexpr double kStep = 1e-3, kEnd = 1e-9, kFarthest = 0.5;
    constexpr int kMost = 8;
    const auto n = static_cast<Eigen::Index>(ratio.size());
    const auto deviance = [&](const Eigen::VectorXd& logs) {
        std::vector<double> tried(ratio.size());
        for (std::size_t k = 0; k < tried.size(); ++k)
            tried[k] = std::exp(logs[static_cast<Eigen::Index>(k)]);
        return model.at(tried).deviance;
    };
    Eigen::VectorXd at(n);
    for (Eigen::Index k = 0; k < n; ++k)
        at[k] = std::log(ratio[static_cast<std::size_t>(k)]);
    for (int i = 0; i < kMost; ++i) {
        const double here = deviance(at);
        Eigen::VectorXd slope(n);
        Eigen::MatrixXd bend(n, n);
        const Eigen::MatrixXd step = kStep * Eigen::MatrixXd::Identity(n, n);
        for (Eigen::Index k = 0; k < n; ++k) {
            const double up = deviance(at + step.col(k)), down = deviance(at - step.col(k));
            slope[k] = (up - down) / (2. * kStep);
            bend(k, k) = (up - 2. * here + down) / (kStep * kStep);
            for (Eigen::Index l = 0; l < k; ++l) {
                const double both = deviance(at + step.col(k) + step.col(l)) -
                                    deviance(at + step.col(k) - step.col(l)) -
                                    deviance(at - step.col(k) + step.col(l)) + deviance(at - step.col(k) - step.col(l));
                bend(k, l) = bend(l, k) = both / (4. * kStep * kStep);
            }
        }
        const Cholesky factor(bend);
        if (!factor.positive())
            break; // flat at an end: nothing is known there, and any ratio does
        Eigen::VectorXd move = -factor.solve(slope);
        if (const double far = move.cwiseAbs().maxCoeff(); far > kFarthest)
            move *= kFarthest / far;
        at = (at + move).cwiseMax(kLeastLogRatio).cwiseMin(kMostLogRatio);
        if (move.cwiseAbs().maxCoeff() < kEnd)
            break;
    }
    for (Eigen::Index k = 0; k < n; ++k)
        ratio[static_cast<std::size_t>(k)] = std::exp(at[k]);
}

} // namespace

int estimableContrasts(const Eigen::MatrixXd& fixed, const Eigen::MatrixXd& columns) {
    Eigen::MatrixXd both(fixed.rows(), fixed.cols() + columns.cols());
    both << fixed, columns;
    return PivotedQr(both).rank() - PivotedQr(fixed).rank();
}

std::optional<MixedModel> MixedModel::fit(const Eigen::MatrixXd& fixed, const Eigen::VectorXd& observed,
                                          const std::vector<RandomPart>& parts, const std::optional<KnownSpread>& known,
                                          const Eigen::VectorXd& scale) {
    const Eigen::Index n = fixed.rows();
    assert(observed.size() == n && fixed.cols() > 0 && (scale.size() == 0 || scale.size() == n));
    const PivotedQr qr(fixed);
    const Eigen::MatrixXd all = qr.orthogonal();
    const Eigen::MatrixXd beyond = all.rightCols(n - qr.rank());
    if (beyond.cols() == 0 && !known)
        return std::nullopt;

    MixedModel out;
    out.m_parts.push_back(scale.size() ? Eigen::MatrixXd(scale.asDiagonal())
                                       : Eigen::MatrixXd(Eigen::MatrixXd::Identity(n, n)));
    out.m_known.push_back(known.has_value());
    for (const RandomPart& part : parts) {
        out.m_parts.emplace_back(outerProduct(part.columns, part.columns));
        out.m_known.push_back(part.known.has_value());
    }
    const Restricted restricted(all.leftCols(qr.rank()), observed, parts, known, out.m_parts[0].diagonal().array());

    std::vector<double> ratio(parts.size(), 1.);
    for (int sweep = 0; sweep < (parts.size() > 1 ? kSweeps : 1); ++sweep)
        for (std::size_t k = 0; k < ratio.size(); ++k)
            settle(restricted, ratio, k);
    if (!ratio.empty())
        polish(restricted, ratio);
    const Restricted::At best = restricted.at(ratio);
    out.m_deviance = best.deviance;
    out.m_variance.push_back(best.ownVariance);
    for (double r : ratio)
        out.m_variance.push_back(r * best.ownVariance);

    out.m_covariance = Eigen::MatrixXd::Zero(n, n);
    for (std::size_t k = 0; k < out.m_parts.size(); ++k)
        out.m_covariance += out.m_variance[k] * out.m_parts[k];
    // Generalised least squares as ordinary least squares of what is whitened.
    const Eigen::MatrixXd root = Cholesky(out.m_covariance).lower();
    out.m_weights = PivotedQr(lowerSolve(root, fixed)).solve(lowerSolve(root, Eigen::MatrixXd::Identity(n, n)));

    // Expected information of the variances: 1/2 tr(M^-1 M_j M^-1 M_k), and what is known besides.
    const auto count = static_cast<Eigen::Index>(out.m_parts.size());
    Eigen::MatrixXd information = Eigen::MatrixXd::Zero(count, count);
    const auto own = out.m_variance[0];
    if (beyond.cols() > 0) {
        std::vector<Eigen::MatrixXd> components; // N'DN, then N'Z_k Z_k'N
        Eigen::MatrixXd m = Eigen::MatrixXd::Zero(beyond.cols(), beyond.cols());
        for (std::size_t k = 0; k < out.m_parts.size(); ++k)
            m += out.m_variance[k] * components.emplace_back(product(crossProduct(beyond, out.m_parts[k]), beyond));
        const Cholesky factor(m);
        std::vector<Eigen::MatrixXd> seen;
        for (const Eigen::MatrixXd& component : components)
            seen.emplace_back(factor.solve(component));
        for (Eigen::Index j = 0; j < count; ++j)
            for (Eigen::Index k = 0; k <= j; ++k)
                information(j, k) = information(k, j) =
                    0.5 *
                    seen[static_cast<std::size_t>(j)].cwiseProduct(seen[static_cast<std::size_t>(k)].transpose()).sum();
    }
    if (known)
        information(0, 0) += 0.5 * known->freedom / (own * own);
    for (std::size_t k = 0; k < parts.size(); ++k) {
        const auto i = static_cast<Eigen::Index>(k + 1);
        const double v = out.m_variance[k + 1];
        if (parts[k].known)
            information(i, i) += 0.5 * parts[k].known->freedom / (v * v);
        if (parts[k].defaultFreedom > 0.) { // of the ratio: both ends move
            const double half = 0.5 * parts[k].defaultFreedom;
            information(i, i) += half / (v * v);
            information(0, 0) += half / (own * own);
            information(i, 0) -= half / (v * own);
            information(0, i) -= half / (v * own);
        }
    }
    out.m_varianceCovariance = inverse(information);
    return out;
}

Spread MixedModel::spreadOf(const Eigen::VectorXd& weights) const {
    Eigen::VectorXd slope(static_cast<Eigen::Index>(m_parts.size()));
    double variance = 0.;
    for (std::size_t k = 0; k < m_parts.size(); ++k) {
        const auto i = static_cast<Eigen::Index>(k);
        slope[i] = weights.dot(product(m_parts[k], weights));
        variance += m_variance[k] * slope[i];
    }
    constexpr double kManyFreedom = 1e6;
    const auto satterthwaite = [&](const Eigen::VectorXd& of, double sum) {
        const double doubt = of.dot(product(m_varianceCovariance, of));
        return std::clamp(doubt > 0. ? 2. * sum * sum / doubt : kManyFreedom, 1., kManyFreedom);
    };
    Spread out{std::sqrt(std::max(variance, 0.)), satterthwaite(slope, variance)};
    constexpr double kFewFreedom = 4.;
    if (out.freedom > kFewFreedom || m_known[0] || !(variance > 0.))
        return out;
    // Where a variance from hardly any spare pulls stands beside one known from elsewhere, that freedom is too many: by
    // chance the first comes out as nothing and the second is believed alone. Each keeps its own quantile then; their
    // sum covers at least as often as is promised.
    Eigen::VectorXd found = slope, known = slope;
    double foundVariance = 0.;
    for (std::size_t k = 0; k < m_parts.size(); ++k) {
        const auto i = static_cast<Eigen::Index>(k);
        (m_known[k] ? found : known)[i] = 0.;
        if (!m_known[k])
            foundVariance += m_variance[k] * slope[i];
    }
    const double knownVariance = variance - foundVariance;
    constexpr double kConfidence = 0.95; // the one whose quantile the freedom stands for
    double wanted = foundVariance * std::pow(studentQuantile(kConfidence, satterthwaite(found, foundVariance)), 2);
    if (knownVariance > 0.)
        wanted += knownVariance * std::pow(studentQuantile(kConfidence, satterthwaite(known, knownVariance)), 2);
    double low = 1., high = out.freedom;
    constexpr int kHalvings = 30;
    for (int i = 0; i < kHalvings; ++i) {
        const double middle = 0.5 * (low + high);
        (variance * std::pow(studentQuantile(kConfidence, middle), 2) > wanted ? low : high) = middle;
    }
    out.freedom = std::min(out.freedom, high);
    return out;
}

double MixedModel::shareOf(const Eigen::VectorXd& weights, std::size_t part) const {
    return m_variance[part] * weights.dot(m_parts[part] * weights);
}

} // namespace jr
