// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/band.h"

#include <Eigen/Cholesky>

#include <boost/math/distributions/normal.hpp>
#include <boost/math/distributions/students_t.hpp>
#include <boost/random/chi_squared_distribution.hpp>
#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

double quantileOf(std::vector<double>& values, double q) {
    const auto place = static_cast<std::size_t>(
        std::min(q * static_cast<double>(values.size()), static_cast<double>(values.size() - 1)));
    std::nth_element(values.begin(), values.begin() + static_cast<long>(place), values.end());
    return values[place];
}

/// Gaussian-weighted mean along the range.
std::vector<double> smoothedAlong(const std::vector<double>& rpm, const std::vector<double>& value, double widthRpm) {
    std::vector<double> out(value.size());
    for (std::size_t i = 0; i < value.size(); ++i) {
        double sum = 0., weight = 0.;
        for (std::size_t j = 0; j < value.size(); ++j) {
            const double z = (rpm[j] - rpm[i]) / widthRpm;
            if (std::abs(z) > 3.5)
                continue;
            const double w = std::exp(-0.5 * z * z);
            sum += w * value[j];
            weight += w;
        }
        out[i] = sum / weight;
    }
    return out;
}

/// root * paths, where `root` is the lower factor of a correlation that dies away: far from the diagonal it is nothing
/// to within a billionth, and what is nothing is not multiplied.
Eigen::MatrixXd correlated(const Eigen::MatrixXd& root, const Eigen::MatrixXd& paths) {
    constexpr Eigen::Index kStrip = 16; // rows worked on together
    Eigen::MatrixXd out(paths.rows(), paths.cols());
    for (Eigen::Index from = 0; from < root.rows(); from += kStrip) {
        const Eigen::Index high = std::min(kStrip, root.rows() - from), end = from + high;
        Eigen::Index first = 0;
        while (first < from && root.block(from, first, high, 1).cwiseAbs().maxCoeff() < 1e-9)
            ++first;
        out.middleRows(from, high).noalias() =
            root.block(from, first, high, end - first) * paths.middleRows(first, end - first);
    }
    return out;
}

} // namespace

double studentQuantile(double confidence, double freedom) {
    const double p = 0.5 + 0.5 * confidence;
    if (!std::isfinite(freedom) || freedom > 1e6)
        return boost::math::quantile(boost::math::normal(), p);
    return boost::math::quantile(boost::math::students_t(freedom), p);
}

Scatter scatterOf(const DenseMatrix& residuals, const std::vector<double>& rpm, int freedom, double detail) {
    const Eigen::Index n = residuals.rows(), g = residuals.cols();
    Scatter out;
    const Eigen::VectorXd means = residuals.rowwise().mean();
    out.whole = std::sqrt(means.squaredNorm() / freedom);
    out.wholeFreedom = freedom;
    const Eigen::MatrixXd shape = residuals.colwise() - means;
    std::vector<double> variance(static_cast<std::size_t>(g));
    for (Eigen::Index j = 0; j < g; ++j)
        variance[static_cast<std::size_t>(j)] = shape.col(j).squaredNorm() / freedom;

    // Variogram of the shape errors: how unlike they are a lag apart. Unlike a correlation it does not mind that each
    // pull's own mean was taken out.
    const double step = g > 1 ? (rpm.back() - rpm.front()) / static_cast<double>(g - 1) : 1.;
    double total = 0.;
    for (double v : variance)
        total += v / static_cast<double>(g);
    const auto unlike = [&](Eigen::Index lag) {
        if (lag >= g || total <= 0.)
            return 1.;
        double sum = 0.;
        for (Eigen::Index i = 0; i < n; ++i)
            sum += (shape.row(i).tail(g - lag) - shape.row(i).head(g - lag)).squaredNorm();
        return sum / (2. * freedom * static_cast<double>(g - lag) * total);
    };
    // Close lag: decides how many independent chances there are to stray.
    const Eigen::Index close =
        std::max<Eigen::Index>(1, static_cast<Eigen::Index>(std::lround(0.35 * detail / step)));
    const double likeness = std::clamp(1. - unlike(close), 0.05, 0.9999);
    out.correlationLength = static_cast<double>(close) * step / std::sqrt(-2. * std::log(likeness));
    out.correlationLength = std::max(out.correlationLength, 0.25 * detail);
    // Far lag, where they are half unlike: decides how well the size of the errors is known.
    double longLength = out.correlationLength;
    for (Eigen::Index lag = close; lag < g / 2; ++lag)
        if (unlike(lag) >= 0.5) {
            longLength = std::max(longLength, static_cast<double>(lag) * step / 1.177);
            break;
        } else {
            longLength = std::max(longLength, static_cast<double>(lag) * step / 1.177);
        }
    const double range = std::max(rpm.back() - rpm.front(), step);
    const double width = std::min(std::max(3. * longLength, 0.12 * range), range);
    const std::vector<double> smooth = smoothedAlong(rpm, variance, width);
    out.shape.resize(smooth.size());
    for (std::size_t j = 0; j < smooth.size(); ++j)
        out.shape[j] = std::sqrt(std::max(smooth[j], 1e-16));
    // Independent stretches under the smoothing window (2 sqrt(pi) width) at a correlation of that length (sqrt(pi)
    // length).
    const double cells = std::max(1., std::min(2. * width, range) / longLength);
    out.shapeFreedom = freedom * cells;
    return out;
}

std::vector<double> bandHalfWidth(const Scatter& scatter, const std::vector<double>& rpm, const BandOptions& options) {
    const std::size_t g = rpm.size();
    const double t = studentQuantile(options.confidence, scatter.wholeFreedom);
    // The simulation runs on a coarser grid: a third of the correlation length apart is as good as continuous.
    const double step = std::max(scatter.correlationLength / 2.5, (rpm.back() - rpm.front()) / 120.);
    std::vector<double> coarse{rpm.front()};
    while (coarse.back() + step < rpm.back())
        coarse.push_back(coarse.back() + step);
    if (g > 1)
        coarse.push_back(rpm.back());
    const auto m = static_cast<Eigen::Index>(coarse.size());
    Eigen::MatrixXd correlation(m, m);
    for (Eigen::Index i = 0; i < m; ++i)
        for (Eigen::Index j = 0; j < m; ++j) {
            const double z = (coarse[static_cast<std::size_t>(i)] - coarse[static_cast<std::size_t>(j)]) /
                             std::max(scatter.correlationLength, 1e-9);
            correlation(i, j) = std::exp(-0.5 * z * z) + (i == j ? 1e-6 : 0.);
        }
    const Eigen::MatrixXd root = correlation.llt().matrixL();

    boost::random::mt19937 dice(options.seed);
    boost::random::normal_distribution<double> normal;
    const auto spread = [&](double freedom) {
        if (!std::isfinite(freedom) || freedom > 1e5)
            return 1.;
        boost::random::chi_squared_distribution<double> chi(freedom);
        return std::sqrt(chi(dice) / freedom);
    };
    std::vector<double> wholes, wholeSpreads, shapeSpreads, largest;
    Eigen::MatrixXd paths(m, options.draws);
    for (int d = 0; d < options.draws; ++d) {
        for (Eigen::Index i = 0; i < m; ++i)
            paths(i, d) = normal(dice);
        wholes.push_back(normal(dice));
        wholeSpreads.push_back(spread(scatter.wholeFreedom));
        shapeSpreads.push_back(spread(scatter.shapeFreedom));
    }
    paths = correlated(root, paths);
    for (int d = 0; d < options.draws; ++d)
        largest.push_back(paths.col(d).cwiseAbs().maxCoeff() / shapeSpreads[static_cast<std::size_t>(d)]);
    const double q = quantileOf(largest, options.confidence);

    // k: how much the two parts together need beyond the root of their squares, at their found proportion.
    Eigen::VectorXd shapeAt(m);
    for (Eigen::Index i = 0; i < m; ++i) {
        const auto at =
            std::lower_bound(rpm.begin(), rpm.end(), coarse[static_cast<std::size_t>(i)] - 1e-6) - rpm.begin();
        shapeAt[i] =
            scatter.shape[static_cast<std::size_t>(std::min<std::ptrdiff_t>(at, static_cast<std::ptrdiff_t>(g) - 1))];
    }
    std::vector<double> pivots;
    for (int d = 0; d < options.draws; ++d) {
        const auto k = static_cast<std::size_t>(d);
        double worst = 0.;
        for (Eigen::Index i = 0; i < m; ++i) {
            const double error = scatter.whole * wholes[k] + shapeAt[i] * paths(i, d);
            const double a = t * scatter.whole * wholeSpreads[k], b = q * shapeAt[i] * shapeSpreads[k];
            worst = std::max(worst, std::abs(error) / std::sqrt(a * a + b * b + 1e-300));
        }
        pivots.push_back(worst);
    }
    // With one spare pull the proportion of the two parts is itself hardly known, and taking it as found covers a
    // little too little; this share was set on simulated benches (docs/judging.md, "ABBA once").
    const double fewPulls = scatter.wholeFreedom < 1.5 ? 1.12 : 1.;
    const double k = fewPulls * quantileOf(pivots, options.confidence);
    std::vector<double> out(g);
    for (std::size_t j = 0; j < g; ++j)
        out[j] = k * std::hypot(t * scatter.whole, q * scatter.shape[j]);
    return out;
}

} // namespace jr
