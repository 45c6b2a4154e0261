#include "core/judge/sweep.h"

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
    Eigen::VectorXd b{}; // flat: v; parabola: 1, x, x^2 about the middle; two sides: v, slope below, slope above
    double middle = 0.;
    double squares = 0.;

    double at(double x) const {
        if (kind == SweepShape::Flat)
            return b[0];
        if (kind == SweepShape::Parabola)
            return b[0] + b[1] * (x - middle) + b[2] * (x - middle) * (x - middle);
        return b[0] + b[1] * std::min(0., x - knot) + b[2] * std::max(0., x - knot);
    }
};

/// Points with their weights (number of pulls) and means: all three shapes are weighted least squares on these.
struct Data {
    std::vector<double> x, y, weight;
    double low() const { return x.front(); }
    double high() const { return x.back(); }
};

Shape solved(const Data& d, Shape shape, const Eigen::MatrixXd& design) {
    Eigen::MatrixXd a = design;
    Eigen::VectorXd y(static_cast<Eigen::Index>(d.y.size()));
    for (Eigen::Index i = 0; i < y.size(); ++i) {
        const double w = std::sqrt(d.weight[static_cast<std::size_t>(i)]);
        a.row(i) *= w;
        y[i] = d.y[static_cast<std::size_t>(i)] * w;
    }
    shape.b = a.colPivHouseholderQr().solve(y);
    shape.squares = (y - a * shape.b).squaredNorm();
    return shape;
}

Shape flat(const Data& d) {
    return solved(d, {SweepShape::Flat}, Eigen::MatrixXd::Ones(static_cast<Eigen::Index>(d.x.size()), 1));
}

Shape parabola(const Data& d) {
    Shape s{SweepShape::Parabola};
    s.middle = 0.5 * (d.low() + d.high());
    Eigen::MatrixXd a(static_cast<Eigen::Index>(d.x.size()), 3);
    for (Eigen::Index i = 0; i < a.rows(); ++i) {
        const double u = d.x[static_cast<std::size_t>(i)] - s.middle;
        a.row(i) << 1., u, u * u;
    }
    return solved(d, s, a);
}

Shape sidesAt(const Data& d, double knot) {
    Shape s{SweepShape::TwoSides, knot};
    Eigen::MatrixXd a(static_cast<Eigen::Index>(d.x.size()), 3);
    for (Eigen::Index i = 0; i < a.rows(); ++i) {
        const double u = d.x[static_cast<std::size_t>(i)] - knot;
        a.row(i) << 1., std::min(0., u), std::max(0., u);
    }
    return solved(d, s, a);
}

Shape twoSides(const Data& d) {
    // With three points every knot fits equally: the point that measured best is the only one that was seen to be best.
    if (d.x.size() < 4)
        return sidesAt(d, d.x[static_cast<std::size_t>(std::max_element(d.y.begin(), d.y.end()) - d.y.begin())]);
    Shape best;
    best.squares = std::numeric_limits<double>::infinity();
    for (int i = 0; i <= 120; ++i) {
        const double knot = d.low() + (d.high() - d.low()) * (0.02 + 0.96 * i / 120.);
        if (Shape s = sidesAt(d, knot); s.squares < best.squares * (1. - 1e-9))
            best = std::move(s);
    }
    return best;
}

Shape fitted(const Data& d, SweepShape kind) {
    return kind == SweepShape::Flat ? flat(d) : kind == SweepShape::Parabola ? parabola(d) : twoSides(d);
}

/// Where a shape is highest within the range.
double summit(const Shape& s, const Data& d) {
    double best = d.low();
    if (s.kind == SweepShape::Parabola && s.b[2] < 0.)
        return std::clamp(s.middle - 0.5 * s.b[1] / s.b[2], d.low(), d.high());
    for (double x : {d.low(), d.high(), s.kind == SweepShape::TwoSides ? s.knot : d.low()})
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
        s.advice = "Between " + number(d.low()) + " and " + number(d.high()) +
                   " no point can be told from another: choose by other reasons.";
        return;
    }
    const bool shortEdge = !s.inside && s.bestX <= d.low() + 1e-9 * (d.high() - d.low());
    if (o.onlyShorter) {
        if (shortEdge) {
            s.next = {d.low() - 0.5 * step};
            s.advice =
                "The best so far is the shortest tried. A cut cannot be undone: take off half a usual step, to " +
                number(s.next[0]) + ", and pull again.";
        } else {
            s.advice =
                "The best lies at " + number(s.bestX) +
                ", longer than the shortest tried. Do not cut further; the next piece is left at or above that length.";
        }
        return;
    }
    if (!s.inside) {
        s.next = {shortEdge ? d.low() - step : d.high() + step};
        s.advice = "The best is at the edge of what was tried, so it may lie beyond: try " + number(s.next[0]) + ".";
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
    s.advice = "The best is near " + number(s.bestX) +
               (s.bestLow ? " (" + number(*s.bestLow) + " to " + number(*s.bestHigh) + ")" : std::string()) + ".";
    const double steep = std::max(s.shortSidePerUnit, s.longSidePerUnit),
                 gentle = std::max(std::min(s.shortSidePerUnit, s.longSidePerUnit), 1e-300);
    if (steep > 2. * gentle)
        s.advice +=
            s.shortSidePerUnit > s.longSidePerUnit
                ? " Too short costs " + number(steep / gentle) + " times as much as too long: stay on the long side."
                : " Too long costs " + number(steep / gentle) + " times as much as too short: stay on the short side.";
    s.advice += " To know it better, try " + number(s.next[0]) + ".";
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
    }
    return "";
}

Result<Sweep> sweep(const std::vector<double>& points, const std::vector<Observation>& observations,
                    const SweepOptions& o) {
    if (points.size() < 3)
        return Error{"a sweep needs at least three points"};
    std::vector<std::size_t> order(points.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return points[a] < points[b]; });
    for (std::size_t i = 1; i < order.size(); ++i)
        if (!(points[order[i]] > points[order[i - 1]]))
            return Error{"the point " + number(points[order[i]]) + " is named twice"};
    std::vector<double> count(points.size(), 0.);
    for (const Observation& one : observations)
        count[static_cast<std::size_t>(one.group)] += 1.;
    if (std::find(count.begin(), count.end(), 0.) != count.end())
        return Error{"a point has no value"};
    Sweep out;
    out.fit = fitGroups(observations, static_cast<int>(points.size()), o.repeatabilityPct);
    Data d;
    for (std::size_t k : order) {
        d.x.push_back(points[k]);
        d.y.push_back(out.fit.mean[k]);
        d.weight.push_back(count[k]);
    }

    // AICc over all pulls: what lies within the points (pure scatter) is the same for every shape.
    const double n = static_cast<double>(observations.size());
    double within = 0.;
    for (const Observation& one : observations)
        within += std::pow(one.value - out.fit.mean[static_cast<std::size_t>(one.group)], 2);
    double best = std::numeric_limits<double>::infinity();
    bool chosen = false;
    for (const auto& [kind, parameters] :
         {std::pair{SweepShape::Flat, 2.}, std::pair{SweepShape::Parabola, 4.}, std::pair{SweepShape::TwoSides, 5.}}) {
        if (n - parameters - 1. <= 0. || static_cast<double>(points.size()) < parameters - 1.)
            continue;
        const double squares = std::max(fitted(d, kind).squares + within, 1e-12 * d.y[0] * d.y[0]);
        // Where the scatter is given from elsewhere the likelihood uses it; else it is estimated with the shape.
        const double fitTerm = out.fit.borrowed ? squares / (out.fit.sd * out.fit.sd) : n * std::log(squares / n);
        const double criterion =
            fitTerm + 2. * parameters + 2. * parameters * (parameters + 1.) / (n - parameters - 1.);
        if (criterion < best) {
            best = criterion;
            out.shape = kind;
            chosen = true;
        }
    }
    // Too few points for the criterion to weigh anything but "flat": two sides through the best point.
    if (!chosen || (out.shape == SweepShape::Flat && n - 5. <= 0. && !out.fit.known))
        out.shape = SweepShape::TwoSides;
    const Shape shape = fitted(d, out.shape);
    out.bestX = out.shape == SweepShape::Flat
                    ? d.x[static_cast<std::size_t>(std::max_element(d.y.begin(), d.y.end()) - d.y.begin())]
                    : summit(shape, d);
    out.value = shape.at(out.bestX);
    const double range = d.high() - d.low();
    out.inside = out.bestX > d.low() + 1e-6 * range && out.bestX < d.high() - 1e-6 * range;
    if (out.shape == SweepShape::TwoSides) {
        out.shortSidePerUnit = std::max(0., shape.b[1]);
        out.longSidePerUnit = std::max(0., -shape.b[2]);
    } else if (out.shape == SweepShape::Parabola) {
        out.shortSidePerUnit = out.bestX > d.low() ? (out.value - shape.at(d.low())) / (out.bestX - d.low()) : 0.;
        out.longSidePerUnit = out.bestX < d.high() ? (out.value - shape.at(d.high())) / (d.high() - out.bestX) : 0.;
    }
    for (int i = 0; i < kCurvePoints; ++i) {
        out.x.push_back(d.low() + range * i / (kCurvePoints - 1.));
        out.curve.push_back(shape.at(out.x.back()));
    }
    out.low.resize(out.x.size());
    out.high.resize(out.x.size());
    if (out.fit.known && out.fit.sd > 0.) {
        boost::random::mt19937 dice(o.seed);
        boost::random::normal_distribution<double> normal;
        std::vector<double> summits;
        std::vector<std::vector<double>> curves(out.x.size());
        for (int k = 0; k < o.draws; ++k) {
            // A few degrees of freedom know the scatter badly: heavy tails.
            double spread = out.fit.sd;
            if (std::isfinite(out.fit.freedom))
                spread /=
                    std::sqrt(boost::random::chi_squared_distribution<double>(out.fit.freedom)(dice) / out.fit.freedom);
            Data again = d;
            for (std::size_t i = 0; i < again.y.size(); ++i)
                again.y[i] = shape.at(d.x[i]) + spread * normal(dice) / std::sqrt(d.weight[i]);
            const Shape other = fitted(again, out.shape == SweepShape::Flat ? SweepShape::TwoSides : out.shape);
            summits.push_back(summit(other, d));
            const Shape same = out.shape == SweepShape::Flat ? flat(again) : other;
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
