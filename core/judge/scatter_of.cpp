// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/band.h"
#include "core/linear/products.h"
#include "core/statistics/distributions.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kManyFreedom = 1000.; ///< sizes that differ by no more than chance are one size

/// Gaussian-weighted mean along the range.
std::vector<double> smoothedAlong(const std::vector<double>& place, const std::vector<double>& value, double width) {
    constexpr double kFar = 3.5;
    std::vector<double> out(value.size());
    for (std::size_t i = 0; i < value.size(); ++i) {
        double sum = 0., weight = 0.;
        for (std::size_t j = 0; j < value.size(); ++j) {
            const double z = (place[j] - place[i]) / width;
            if (std::abs(z) > kFar)
                continue;
            const double w = std::exp(-0.5 * z * z);
            sum += w * value[j];
            weight += w;
        }
        out[i] = sum / weight;
    }
    return out;
}

/// A mode of mean square 1, free of those before; empty when nothing of it is left.
Eigen::VectorXd modeOf(Eigen::VectorXd wanted, const std::vector<Eigen::VectorXd>& before) {
    const auto g = static_cast<double>(wanted.size());
    wanted.array() -= wanted.mean();
    for (const Eigen::VectorXd& m : before)
        wanted -= wanted.dot(m) / g * m;
    const double size = std::sqrt(wanted.squaredNorm() / g);
    return size > 1e-12 ? Eigen::VectorXd(wanted / size) : Eigen::VectorXd{};
}

/// How unlike shape errors are a lag apart, 0 alike to 1 strangers. Unlike a correlation it does not mind that each
/// pull's own mean was taken out. Semivariogram over the variance.
double unlikeAt(const Eigen::MatrixXd& shape, Eigen::Index lag, double freedom, double meanVariance) {
    const Eigen::Index g = shape.cols();
    if (lag >= g || meanVariance <= 0.)
        return 1.;
    const double sum = (shape.rightCols(g - lag) - shape.leftCols(g - lag)).squaredNorm();
    return sum / (2. * freedom * static_cast<double>(g - lag) * meanVariance);
}

/// trigamma(x) = wanted, by Newton's method on 1/trigamma (Smyth 2004, appendix).
double trigammaInverse(double wanted) {
    double x = 0.5 + 1. / wanted;
    for (int i = 0; i < 50; ++i) {
        const double t = trigamma(x);
        const double slope = (trigamma(x * 1.0001) - t) / (0.0001 * x);
        const double step = t * (1. - t / wanted) / slope;
        x = std::max(x + step, 1e-3);
        if (std::abs(step) < 1e-8 * x)
            break;
    }
    return x;
}

/// Degrees of freedom that the mean size is worth beside each local one: the spread of their logarithms beyond what
/// `freedom` leaves to chance.
double freedomOfMean(const std::vector<double>& variances, double freedom) {
    constexpr std::size_t kFewest = 4;
    if (variances.size() < kFewest)
        return kManyFreedom;
    double mean = 0., squares = 0.;
    for (double v : variances)
        mean += std::log(std::max(v, 1e-18)) / static_cast<double>(variances.size());
    for (double v : variances)
        squares += std::pow(std::log(std::max(v, 1e-18)) - mean, 2);
    const double beyond = squares / static_cast<double>(variances.size() - 1) - trigamma(0.5 * freedom);
    return beyond > 2. / kManyFreedom ? std::min(2. * trigammaInverse(beyond), kManyFreedom) : kManyFreedom;
}

} // namespace

std::vector<double> tiltAlong(const std::vector<double>& place) {
    const Eigen::VectorXd tilt =
        modeOf(Eigen::Map<const Eigen::VectorXd>(place.data(), static_cast<Eigen::Index>(place.size())), {});
    return {tilt.data(), tilt.data() + tilt.size()};
}

Scatter Scatter::times(double squaredWeights, double levelSd, double levelFreedom) const {
    Scatter out = *this;
    const double c = std::sqrt(squaredWeights);
    out.whole = levelSd;
    out.wholeFreedom = levelFreedom;
    for (ScatterMode& mode : out.modes)
        mode.sd *= c;
    for (double& s : out.shape)
        s *= c;
    return out;
}

Scatter scatterOf(const DenseMatrix& residuals, const std::vector<double>& place, double freedom, double detail,
                  const std::vector<double>& slope, const std::vector<double>& present, const ScatterOptions& options) {
    const Eigen::Index g = residuals.cols();
    const auto points = static_cast<double>(g);
    Scatter out;
    const Eigen::VectorXd means = residuals.rowwise().mean();
    out.whole = std::sqrt(means.squaredNorm() / freedom);
    out.wholeFreedom = freedom;
    Eigen::MatrixXd shape = residuals.colwise() - means;

    const double step = g > 1 ? (place.back() - place.front()) / (points - 1.) : 1.;
    const double range = std::max(place.back() - place.front(), step);
    std::vector<Eigen::VectorXd> modes;
    constexpr Eigen::Index kEnoughForModes = 12;
    if (g >= kEnoughForModes) {
        if (Eigen::VectorXd tilt = modeOf(Eigen::Map<const Eigen::VectorXd>(place.data(), g), {}); tilt.size())
            modes.push_back(std::move(tilt));
        if (static_cast<Eigen::Index>(slope.size()) == g)
            if (Eigen::VectorXd rise = modeOf(Eigen::Map<const Eigen::VectorXd>(slope.data(), g), modes);
                rise.size() && rise.cwiseAbs().maxCoeff() > options.steep)
                modes.push_back(std::move(rise));
    }
    std::vector<Eigen::VectorXd> amounts;
    for (const Eigen::VectorXd& mode : modes) {
        amounts.emplace_back(product(shape, mode) / points);
        shape -= amounts.back() * mode.transpose();
    }

    double total = 0.;
    std::vector<double> variance(static_cast<std::size_t>(g));
    for (Eigen::Index j = 0; j < g; ++j) {
        const auto k = static_cast<std::size_t>(j);
        // What was filled in errs by nothing, and is no evidence.
        const double real = present.empty() ? 1. : std::max(present[k], 0.1);
        variance[k] = shape.col(j).squaredNorm() / (freedom * real);
        total += variance[k] / points;
    }
    // At a close lag: decides how many independent chances there are to stray.
    constexpr double kCloseShare = 0.35; // of a detail
    const Eigen::Index close =
        std::max<Eigen::Index>(1, static_cast<Eigen::Index>(std::lround(kCloseShare * detail / step)));
    const double likeness = std::clamp(1. - unlikeAt(shape, close, freedom, total), 0.05, 0.9999);
    constexpr double kShortestShare = 0.25; // of a detail
    out.correlationLength =
        std::max(static_cast<double>(close) * step / std::sqrt(-2. * std::log(likeness)), kShortestShare * detail);

    // Local sizes, in a Gaussian window whose breadth at half height is the one asked for.
    constexpr double kSigmaOfBreadth = 1. / 2.355;
    const double width = kSigmaOfBreadth * 2. * std::max(0.5 * detail, options.windowShare * range);
    const std::vector<double> local = smoothedAlong(place, variance, width);
    // Independent stretches under the window (2 sqrt(pi) width) at a correlation of that length (sqrt(pi) length).
    const double stretches = std::max(1., std::min(2. * width, range) / out.correlationLength);
    const double localFreedom = freedom * stretches;
    out.cellLength = 2. * std::sqrt(M_PI) * width;
    // What they are drawn towards: a trend over an eighth of the range and more.
    const std::vector<double> trend = smoothedAlong(place, variance, std::max(options.trendShare * range, 2. * width));
    std::vector<double> apart;
    for (double at = place.front() + 0.5 * out.cellLength; at < place.back(); at += out.cellLength) {
        const auto j = static_cast<std::size_t>(
            std::min<std::ptrdiff_t>(std::lower_bound(place.begin(), place.end(), at) - place.begin(), g - 1));
        apart.push_back(local[j] / std::max(trend[j], 1e-18));
    }
    const double trendFreedom = freedomOfMean(apart, localFreedom);
    out.shapeFreedom = localFreedom + trendFreedom;
    // A history knows how large they are all along; where they are larger only these pulls can tell.
    const double pooled = options.shape && total > 0.
                              ? (freedom * total + options.shape->freedom * options.shape->sd * options.shape->sd) /
                                    (freedom + options.shape->freedom) / total
                              : 1.;
    for (std::size_t j = 0; j < local.size(); ++j)
        out.shape.push_back(std::sqrt(
            std::max(pooled * (localFreedom * local[j] + trendFreedom * trend[j]) / out.shapeFreedom, 1e-16)));

    for (std::size_t m = 0; m < modes.size(); ++m) {
        ScatterMode mode;
        mode.along.assign(modes[m].data(), modes[m].data() + g);
        // What shape errors alone would make of it: their variance over the number of independent stretches.
        const double chance = total * std::min(1., std::sqrt(M_PI) * out.correlationLength / range);
        const double own = amounts[m].squaredNorm();
        // One or two pulls to spare cannot tell it from chance; more of them can.
        constexpr double kEnoughFreedom = 2.5;
        const bool byChance = freedom < kEnoughFreedom && own < freedom * chance;
        const std::optional<KnownSpread> known =
            m == 0 && options.tilt ? options.tilt
            : byChance             ? std::optional(KnownSpread{std::sqrt(chance), options.tiltDefaultFreedom})
                                   : std::nullopt;
        mode.freedom = freedom + (known ? known->freedom : 0.);
        mode.sd = std::sqrt((own + (known ? known->freedom * known->sd * known->sd : 0.)) / mode.freedom);
        if (m == 0 && own > 0. && out.whole > 0.) {
            constexpr double kDoubt = 3.; // a correlation from few pulls is drawn towards none
            const double found = means.dot(amounts[0]) / std::sqrt(means.squaredNorm() * own);
            mode.withWhole = found * freedom / (freedom + kDoubt);
        }
        out.modes.push_back(std::move(mode));
    }
    return out;
}

} // namespace jr
