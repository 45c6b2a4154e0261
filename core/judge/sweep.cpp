// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sweep.h"

#include "core/judge/pull_scatter.h"
#include "core/judge/sweep_advice.h"
#include "core/judge/sweep_shapes.h"
#include "core/linear/factors.h"
#include "core/linear/products.h"
#include "core/nan.h"
#include "core/statistics/distributions.h"

#include <Eigen/Core>

#include <boost/random/chi_squared_distribution.hpp>
#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

namespace jr {
namespace {

constexpr int kCurvePoints = 41;

double quantileAt(std::vector<double> v, double q) {
    const auto i = static_cast<std::size_t>(q * static_cast<double>(v.size() - 1) + 0.5);
    std::nth_element(v.begin(), v.begin() + static_cast<long>(i), v.end());
    return v[i];
}

/// How the means of the groups, in this order, err together: drift, fittings and days tie them to one another.
struct MeanErrors {
    Eigen::MatrixXd root; ///< times independent normals: errors of the means
    double freedom = 1.;
};

MeanErrors meanErrors(const GroupFit& fit, const std::vector<std::size_t>& order) {
    const auto groups = static_cast<Eigen::Index>(fit.weight.size());
    const auto n = static_cast<Eigen::Index>(fit.weight.front().size());
    Eigen::MatrixXd w(groups, n);
    MeanErrors out;
    out.freedom = std::numeric_limits<double>::infinity();
    for (Eigen::Index g = 0; g < groups; ++g) {
        const std::size_t k = order[static_cast<std::size_t>(g)];
        w.row(g) = Eigen::Map<const Eigen::RowVectorXd>(fit.weight[k].data(), n);
        if (g > 0) {
            const std::vector<double> against = fit.difference(static_cast<int>(order[0]), static_cast<int>(k));
            out.freedom = std::min(out.freedom,
                                   fit.scatter->spreadOf(Eigen::Map<const Eigen::VectorXd>(against.data(), n)).freedom);
        }
    }
    Eigen::MatrixXd covariance = outerProduct(product(w, fit.scatter->mixed().covariance()), w);
    covariance.diagonal().array() *= 1. + 1e-9;
    out.root = Cholesky(covariance).lower();
    return out;
}

/// The test of the header: whether the points differ by more than they err.
bool anyPointApart(const SweepShapes& shapes, const SweepPoints& d, double sd, const MeanErrors& errors) {
    constexpr double kFalse = 0.05;
    constexpr std::size_t kWorthTwoTests = 5;
    const double level = shapes.fitted(SweepShape::Flat, d.y).squares, scale = sd * sd;
    const auto seen = [&](double squares, double contrasts, double share) {
        return fisherTail(squares / (contrasts * scale), contrasts, errors.freedom) <= share * kFalse;
    };
    const double points = static_cast<double>(d.x.size());
    if (d.x.size() < kWorthTwoTests)
        return seen(level, points - 1., 1.);
    constexpr double kOfParabola = 2.; // its slope and its bend
    const double bent = level - shapes.fitted(SweepShape::Parabola, d.y).squares;
    return seen(level, points - 1., 0.5) || seen(bent, kOfParabola, 0.5);
}

} // namespace

std::string_view sweepShapeText(SweepShape shape) {
    switch (shape) {
    case SweepShape::Flat:
        return "flat";
    case SweepShape::Parabola:
        return "parabola";
    case SweepShape::TwoSides:
        return "two-sides";
    case SweepShape::Hill:
        return "hill";
    }
    return "";
}

Result<Sweep> sweep(const std::vector<double>& points, const std::vector<Observation>& observations,
                    const SweepOptions& o) {
    if (points.size() < 3)
        return Error{Message{"error.sweep-points"}};
    std::vector<std::size_t> order(points.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return points[a] < points[b]; });
    for (std::size_t i = 1; i < order.size(); ++i)
        if (!(points[order[i]] > points[order[i - 1]]))
            return Error{
                Message{"error.point-twice",
                        {Number{points[order[i]], sweptDecimals(points[order.front()], points[order.back()])}}}};
    std::vector<double> count(points.size(), 0.);
    for (const Observation& one : observations)
        count[static_cast<std::size_t>(one.group)] += 1.;
    if (std::find(count.begin(), count.end(), 0.) != count.end())
        return Error{Message{"error.point-no-value"}};
    Sweep out;
    out.decimals = sweptDecimals(points[order.front()], points[order.back()]);
    out.fit = fitGroups(observations, static_cast<int>(points.size()), o.known);
    SweepPoints d;
    for (std::size_t k : order) {
        d.x.push_back(points[k]);
        d.y.push_back(out.fit.mean[k]);
    }
    // In units of one observation's scatter: with neither drift nor fittings, the root of the number of pulls.
    std::optional<MeanErrors> errorsOfMeans;
    Eigen::MatrixXd whiten;
    if (out.fit.known && out.fit.sd > 0.) {
        errorsOfMeans = meanErrors(out.fit, order);
        whiten = out.fit.sd * lowerSolve(errorsOfMeans->root, Eigen::MatrixXd::Identity(errorsOfMeans->root.rows(),
                                                                                        errorsOfMeans->root.cols()));
    } else {
        Eigen::VectorXd root(static_cast<Eigen::Index>(order.size()));
        for (std::size_t i = 0; i < order.size(); ++i)
            root[static_cast<Eigen::Index>(i)] = std::sqrt(count[order[i]]);
        whiten = root.asDiagonal();
    }

    // AICc over all pulls: what lies within the points (pure scatter) is the same for every shape.
    const double n = static_cast<double>(observations.size());
    double within = 0.;
    if (out.fit.known && !out.fit.borrowed)
        within = out.fit.sd * out.fit.sd * out.fit.freedom; // after drift, where the order tells it
    // Beside the shape: drift, levels of sittings.
    const double besides = std::max(n - out.fit.freedom - static_cast<double>(points.size()), 0.);
    const SweepShapes shapes(d, whiten);
    const bool tested = errorsOfMeans.has_value(),
               apart = tested && anyPointApart(shapes, d, out.fit.sd, *errorsOfMeans);
    const auto choose = [&](const std::vector<double>& means, bool flatToo, bool& any) {
        double best = std::numeric_limits<double>::infinity();
        FittedShape winner;
        any = false;
        for (const auto& [kind, ofShape] : {std::pair{SweepShape::Flat, 2.}, std::pair{SweepShape::Parabola, 4.},
                                            std::pair{SweepShape::TwoSides, 5.}, std::pair{SweepShape::Hill, 5.}}) {
            const double parameters = ofShape + besides;
            if (n - parameters - 1. <= 0. || static_cast<double>(points.size()) < ofShape - 1. ||
                (kind == SweepShape::Flat && !flatToo))
                continue;
            FittedShape candidate = shapes.fitted(kind, means);
            const double squares = std::max(candidate.squares + within, 1e-12 * means[0] * means[0]);
            // Where the scatter is given from elsewhere the likelihood uses it; else it is estimated with the shape.
            const double fitTerm = out.fit.borrowed ? squares / (out.fit.sd * out.fit.sd) : n * std::log(squares / n);
            const double criterion =
                fitTerm + 2. * parameters + 2. * parameters * (parameters + 1.) / (n - parameters - 1.);
            if (criterion < best) {
                best = criterion;
                winner = std::move(candidate);
                any = true;
            }
        }
        return winner;
    };
    bool chosen = false;
    out.shape = choose(d.y, !tested, chosen).kind;
    // Too few points for the criterion to weigh anything but "flat": two sides through the best point.
    if (!chosen || (out.shape == SweepShape::Flat && n - 5. <= 0. && !tested))
        out.shape = SweepShape::TwoSides;
    if (tested && !apart)
        out.shape = SweepShape::Flat;
    const FittedShape shape = shapes.fitted(out.shape, d.y);
    out.bestX = out.shape == SweepShape::Flat
                    ? d.x[static_cast<std::size_t>(std::max_element(d.y.begin(), d.y.end()) - d.y.begin())]
                    : summit(shape, d);
    out.value = shape.at(out.bestX);
    const double range = d.high() - d.low();
    out.inside = out.bestX > d.low() + 1e-6 * range && out.bestX < d.high() - 1e-6 * range;
    if (out.shape == SweepShape::TwoSides) {
        out.shortSidePerUnit = std::max(0., shape.b[1]);
        out.longSidePerUnit = std::max(0., -shape.b[2]);
    } else if (out.shape == SweepShape::Parabola || out.shape == SweepShape::Hill) {
        out.shortSidePerUnit = out.bestX > d.low() ? (out.value - shape.at(d.low())) / (out.bestX - d.low()) : 0.;
        out.longSidePerUnit = out.bestX < d.high() ? (out.value - shape.at(d.high())) / (d.high() - out.bestX) : 0.;
    }
    for (int i = 0; i < kCurvePoints; ++i) {
        out.x.push_back(d.low() + range * i / (kCurvePoints - 1.));
        out.curve.push_back(shape.at(out.x.back()));
    }
    out.low.assign(out.x.size(), kNaN);
    out.high.assign(out.x.size(), kNaN);
    if (errorsOfMeans && o.draws > 0) {
        boost::random::mt19937 dice(o.seed);
        boost::random::normal_distribution<double> normal;
        std::vector<double> summits;
        std::vector<std::vector<double>> curves(out.x.size());
        for (int k = 0; k < o.draws; ++k) {
            // A few degrees of freedom know the scatter badly: heavy tails.
            const double spread =
                1. / std::sqrt(boost::random::chi_squared_distribution<double>(errorsOfMeans->freedom)(dice) /
                               errorsOfMeans->freedom);
            Eigen::VectorXd errors(errorsOfMeans->root.rows());
            for (Eigen::Index i = 0; i < errors.size(); ++i)
                errors[i] = normal(dice);
            errors = spread * (errorsOfMeans->root * errors);
            // About the measured means, and the shape chosen anew: which shape is the true one is not known either.
            std::vector<double> again = d.y;
            for (std::size_t i = 0; i < again.size(); ++i)
                again[i] += errors[static_cast<Eigen::Index>(i)];
            bool some = false;
            FittedShape other = choose(again, false, some);
            if (!some)
                other = shapes.fitted(SweepShape::TwoSides, again);
            summits.push_back(summit(other, d));
            const FittedShape same = out.shape == SweepShape::Flat ? shapes.fitted(SweepShape::Flat, again) : other;
            for (std::size_t i = 0; i < out.x.size(); ++i)
                curves[i].push_back(same.at(out.x[i]));
        }
        const double tail = 0.5 * (1. - o.confidence);
        out.bestLow = std::min(out.bestX, quantileAt(summits, tail));
        out.bestHigh = std::max(out.bestX, quantileAt(summits, 1. - tail));
        if (!chosen) { // that the best of three points is the best was not seen: it lies between those beside it
            const auto above = std::upper_bound(d.x.begin(), d.x.end(), *out.bestHigh);
            out.bestHigh = above == d.x.end() ? d.high() : *above;
            const auto below = std::lower_bound(d.x.begin(), d.x.end(), *out.bestLow);
            out.bestLow = below == d.x.begin() ? d.low() : *std::prev(below);
        }
        for (std::size_t i = 0; i < out.x.size(); ++i) {
            out.low[i] = quantileAt(curves[i], tail);
            out.high[i] = quantileAt(curves[i], 1. - tail);
        }
    }
    adviseOn(out, shape, d, o);
    return out;
}

} // namespace jr
