// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sweep.h"

#include "core/judge/pull_scatter.h"
#include "core/nan.h"

#include <Eigen/Cholesky>
#include <Eigen/QR>

#include <boost/random/chi_squared_distribution.hpp>
#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <limits>
#include <numeric>

namespace jr {
namespace {

constexpr int kCurvePoints = 41;

/// A fitted shape: value at any x inside the range tried.
struct Shape {
    SweepShape kind = SweepShape::Flat;
    double knot = 0.;
    // flat: v; parabola: 1, x, x^2 about the middle; two sides: v, slope below, slope above; hill: the same with
    // squares
    Eigen::VectorXd b{};
    double middle = 0.;
    double squares = 0.;

    double at(double x) const {
        if (kind == SweepShape::Flat)
            return b[0];
        if (kind == SweepShape::Parabola)
            return b[0] + b[1] * (x - middle) + b[2] * (x - middle) * (x - middle);
        const double below = std::min(0., x - knot), above = std::max(0., x - knot);
        return kind == SweepShape::Hill ? b[0] + b[1] * below * below + b[2] * above * above
                                        : b[0] + b[1] * below + b[2] * above;
    }
};

/// Points with their weights (number of pulls) and means: all three shapes are weighted least squares on these.
struct Data {
    std::vector<double> x, y, weight;
    double low() const { return x.front(); }
    double high() const { return x.back(); }
};

/// Every shape the points allow, worked out once: what changes from resampling to resampling are the means alone.
class Shapes {
public:
    explicit Shapes(const Data& d) : m_few(d.x.size() < 4) {
        const auto n = static_cast<Eigen::Index>(d.x.size());
        add(d, {SweepShape::Flat}, Eigen::MatrixXd::Ones(n, 1));
        Shape parabola{SweepShape::Parabola};
        parabola.middle = 0.5 * (d.low() + d.high());
        Eigen::MatrixXd a(n, 3);
        for (Eigen::Index i = 0; i < n; ++i) {
            const double u = d.x[static_cast<std::size_t>(i)] - parabola.middle;
            a.row(i) << 1., u, u * u;
        }
        add(d, parabola, a);
        // With three points every knot fits equally: the point that measured best is the only one that was seen to be
        // best.
        std::vector<double> knots = d.x;
        if (!m_few) {
            knots.clear();
            for (int i = 0; i <= 120; ++i)
                knots.push_back(d.low() + (d.high() - d.low()) * (0.02 + 0.96 * i / 120.));
        }
        for (SweepShape kind : {SweepShape::TwoSides, SweepShape::Hill})
            for (double knot : knots) {
                for (Eigen::Index i = 0; i < n; ++i) {
                    const double u = d.x[static_cast<std::size_t>(i)] - knot;
                    const double below = std::min(0., u), above = std::max(0., u);
                    if (kind == SweepShape::Hill)
                        a.row(i) << 1., below * below, above * above;
                    else
                        a.row(i) << 1., below, above;
                }
                add(d, {kind, knot}, a);
            }
    }

    /// The best of a kind for these means.
    Shape fitted(SweepShape kind, const std::vector<double>& means) const {
        const Eigen::Map<const Eigen::VectorXd> y(means.data(), static_cast<Eigen::Index>(means.size()));
        const auto top = static_cast<std::size_t>(std::max_element(means.begin(), means.end()) - means.begin());
        const Candidate* best = nullptr;
        double squares = std::numeric_limits<double>::infinity();
        std::size_t nth = 0;
        for (const Candidate& c : m_candidates) {
            if (c.shape.kind != kind)
                continue;
            const bool knotted = kind == SweepShape::TwoSides || kind == SweepShape::Hill;
            if (m_few && knotted && nth++ != top)
                continue;
            if (const double here = (c.left * y).squaredNorm(); here < squares * (1. - 1e-9) || !best) {
                squares = here;
                best = &c;
            }
        }
        Shape out = best->shape;
        out.b = best->solve * y;
        out.squares = squares;
        return out;
    }

private:
    struct Candidate {
        Shape shape;
        Eigen::MatrixXd solve, left; // parameters, and weighted residuals, of the means
    };
    void add(const Data& d, Shape shape, const Eigen::MatrixXd& design) {
        const Eigen::Index n = design.rows();
        Eigen::VectorXd root(n);
        for (Eigen::Index i = 0; i < n; ++i)
            root[i] = std::sqrt(d.weight[static_cast<std::size_t>(i)]);
        const Eigen::MatrixXd weighted = root.asDiagonal() * design;
        Candidate c{std::move(shape), {}, {}};
        c.solve = weighted.colPivHouseholderQr().solve(Eigen::MatrixXd(root.asDiagonal()));
        c.left = root.asDiagonal() * (Eigen::MatrixXd::Identity(n, n) - design * c.solve);
        m_candidates.push_back(std::move(c));
    }
    bool m_few;
    std::vector<Candidate> m_candidates;
};

/// Where a shape is highest within the range.
double summit(const Shape& s, const Data& d) {
    double best = d.low();
    if (s.kind == SweepShape::Parabola && s.b[2] < 0.)
        return std::clamp(s.middle - 0.5 * s.b[1] / s.b[2], d.low(), d.high());
    const bool knotted = s.kind == SweepShape::TwoSides || s.kind == SweepShape::Hill;
    for (double x : {d.low(), d.high(), knotted ? s.knot : d.low()})
        if (s.at(x) > s.at(best) + 1e-12 * std::abs(s.at(best)))
            best = x;
    return best;
}

double quantileAt(std::vector<double> v, double q) {
    const auto i = static_cast<std::size_t>(q * static_cast<double>(v.size() - 1) + 0.5);
    std::nth_element(v.begin(), v.begin() + static_cast<long>(i), v.end());
    return v[i];
}

std::string number(double v) {
    char text[32];
    std::snprintf(text, sizeof text, "%.4g", v);
    return text;
}

void advise(Sweep& s, const Data& d, const SweepOptions& o) {
    std::vector<double> gaps;
    for (std::size_t i = 1; i < d.x.size(); ++i)
        gaps.push_back(d.x[i] - d.x[i - 1]);
    std::sort(gaps.begin(), gaps.end());
    const double step = gaps[gaps.size() / 2];
    if (s.shape == SweepShape::Flat) {
        s.advice = {{"sweep.flat", {number(d.low()), number(d.high())}}};
        return;
    }
    const bool shortEdge = !s.inside && s.bestX <= d.low() + 1e-9 * (d.high() - d.low());
    if (o.onlyShorter) {
        if (shortEdge) {
            s.next = {d.low() - 0.5 * step};
            s.advice = {{"sweep.cut-half", {number(s.next[0])}}};
        } else {
            s.advice = {{"sweep.cut-enough", {number(s.bestX)}}};
        }
        return;
    }
    if (!s.inside) {
        s.next = {shortEdge ? d.low() - step : d.high() + step};
        s.advice = {{"sweep.edge", {number(s.next[0])}}};
        return;
    }
    // Inside: halve the wider gap beside the best; on a lopsided optimum that is usually the gentle side.
    const auto above = std::upper_bound(d.x.begin(), d.x.end(), s.bestX + 1e-9 * (d.high() - d.low()));
    const double right = above == d.x.end() ? d.high() : *above;
    const auto below = std::lower_bound(d.x.begin(), d.x.end(), s.bestX - 1e-9 * (d.high() - d.low()));
    const double left = below == d.x.begin() ? d.low() : *std::prev(below);
    const double goRight = 0.5 * (s.bestX + right), goLeft = 0.5 * (left + s.bestX);
    const bool rightWider = right - s.bestX >= s.bestX - left;
    s.next = {rightWider ? goRight : goLeft, rightWider ? goLeft : goRight};
    s.advice = {s.bestLow ? Message{"sweep.best-between", {number(s.bestX), number(*s.bestLow), number(*s.bestHigh)}}
                          : Message{"sweep.best", {number(s.bestX)}}};
    const double steep = std::max(s.shortSidePerUnit, s.longSidePerUnit),
                 gentle = std::max(std::min(s.shortSidePerUnit, s.longSidePerUnit), 1e-300);
    constexpr double kLopsided = 2.; // one side costs so much more than the other that it is worth saying
    if (steep > kLopsided * gentle)
        s.advice.push_back({s.shortSidePerUnit > s.longSidePerUnit ? "sweep.stay-high" : "sweep.stay-low",
                            {Number{steep / gentle, 1}}});
    s.advice.push_back({"sweep.try", {number(s.next[0])}});
}

} // namespace

namespace {

/// How the groups' means err together: drift, fittings and days tie them to one another.
struct MeanErrors {
    Eigen::MatrixXd root; ///< times independent normals: errors of the means
    double freedom = 1.;
};

MeanErrors meanErrors(const GroupFit& fit) {
    const auto groups = static_cast<Eigen::Index>(fit.weight.size());
    const auto n = static_cast<Eigen::Index>(fit.weight.front().size());
    Eigen::MatrixXd w(groups, n);
    MeanErrors out;
    out.freedom = std::numeric_limits<double>::infinity();
    for (Eigen::Index g = 0; g < groups; ++g) {
        const auto k = static_cast<std::size_t>(g);
        w.row(g) = Eigen::Map<const Eigen::RowVectorXd>(fit.weight[k].data(), n);
        if (g > 0) {
            const std::vector<double> against = fit.difference(0, static_cast<int>(g));
            out.freedom = std::min(out.freedom,
                                   fit.scatter->spreadOf(Eigen::Map<const Eigen::VectorXd>(against.data(), n)).freedom);
        }
    }
    Eigen::MatrixXd covariance = w * fit.scatter->mixed().covariance() * w.transpose();
    covariance.diagonal().array() *= 1. + 1e-9;
    out.root = covariance.llt().matrixL();
    return out;
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
            return Error{Message{"error.point-twice", {number(points[order[i]])}}};
    std::vector<double> count(points.size(), 0.);
    for (const Observation& one : observations)
        count[static_cast<std::size_t>(one.group)] += 1.;
    if (std::find(count.begin(), count.end(), 0.) != count.end())
        return Error{Message{"error.point-no-value"}};
    Sweep out;
    out.fit = fitGroups(observations, static_cast<int>(points.size()), o.known);
    Data d;
    for (std::size_t k : order) {
        d.x.push_back(points[k]);
        d.y.push_back(out.fit.mean[k]);
        d.weight.push_back(count[k]);
    }

    // AICc over all pulls: what lies within the points (pure scatter) is the same for every shape.
    const double n = static_cast<double>(observations.size());
    double within = 0.;
    if (out.fit.known && !out.fit.borrowed)
        within = out.fit.sd * out.fit.sd * out.fit.freedom; // after drift, where the order tells it
    const Shapes shapes(d);
    const auto choose = [&](const std::vector<double>& means, bool flatToo, bool& any) {
        double best = std::numeric_limits<double>::infinity();
        Shape winner;
        any = false;
        for (const auto& [kind, parameters] : {std::pair{SweepShape::Flat, 2.}, std::pair{SweepShape::Parabola, 4.},
                                               std::pair{SweepShape::TwoSides, 5.}, std::pair{SweepShape::Hill, 5.}}) {
            if (n - parameters - 1. <= 0. || static_cast<double>(points.size()) < parameters - 1. ||
                (kind == SweepShape::Flat && !flatToo))
                continue;
            Shape candidate = shapes.fitted(kind, means);
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
    out.shape = choose(d.y, true, chosen).kind;
    // Too few points for the criterion to weigh anything but "flat": two sides through the best point.
    if (!chosen || (out.shape == SweepShape::Flat && n - 5. <= 0. && !out.fit.known))
        out.shape = SweepShape::TwoSides;
    const Shape shape = shapes.fitted(out.shape, d.y);
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
    if (out.fit.known && out.fit.sd > 0.) {
        const MeanErrors means = meanErrors(out.fit);
        boost::random::mt19937 dice(o.seed);
        boost::random::normal_distribution<double> normal;
        std::vector<double> summits;
        std::vector<std::vector<double>> curves(out.x.size());
        for (int k = 0; k < o.draws; ++k) {
            // A few degrees of freedom know the scatter badly: heavy tails.
            const double spread =
                1. / std::sqrt(boost::random::chi_squared_distribution<double>(means.freedom)(dice) / means.freedom);
            Eigen::VectorXd errors(means.root.rows());
            for (Eigen::Index i = 0; i < errors.size(); ++i)
                errors[i] = normal(dice);
            errors = spread * (means.root * errors);
            // About the measured means, and the shape chosen anew: which shape is the true one is not known either.
            std::vector<double> again = d.y;
            for (std::size_t i = 0; i < again.size(); ++i)
                again[i] += errors[static_cast<Eigen::Index>(order[i])];
            bool some = false;
            Shape other = choose(again, false, some);
            if (!some)
                other = shapes.fitted(SweepShape::TwoSides, again);
            summits.push_back(summit(other, d));
            const Shape same = out.shape == SweepShape::Flat ? shapes.fitted(SweepShape::Flat, again) : other;
            for (std::size_t i = 0; i < out.x.size(); ++i)
                curves[i].push_back(same.at(out.x[i]));
        }
        const double tail = 0.5 * (1. - o.confidence);
        out.bestLow = std::min(out.bestX, quantileAt(summits, tail));
        out.bestHigh = std::max(out.bestX, quantileAt(summits, 1. - tail));
        for (std::size_t i = 0; i < out.x.size(); ++i) {
            out.low[i] = quantileAt(curves[i], tail);
            out.high[i] = quantileAt(curves[i], 1. - tail);
        }
    }
    advise(out, d, o);
    return out;
}

} // namespace jr
