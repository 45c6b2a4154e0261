// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/calibrate/calibrate.h"

#include "core/linear/factors.h"
#include "core/linear/products.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// From its first speed to its last: less tells nothing of a drag that grows with the speed.
constexpr double kLeastReach = 1.5;

struct LeastSquares {
    Eigen::VectorXd value, error;
    double rms = 0.;
};

/// Ordinary least squares with standard errors from the residuals.
LeastSquares solved(const Eigen::MatrixXd& x, const Eigen::VectorXd& y) {
    // Columns on one scale, so that 1, w and w^2 stay apart numerically.
    const Eigen::VectorXd scale = x.colwise().norm().transpose().cwiseMax(1e-300);
    const Eigen::MatrixXd scaled = x * scale.cwiseInverse().asDiagonal();
    LeastSquares out;
    const Eigen::VectorXd b = PivotedQr(scaled).solve(y);
    const double freedom = std::max(1., static_cast<double>(x.rows() - x.cols()));
    const double sd = (y - product(scaled, b)).norm() / std::sqrt(freedom);
    const Eigen::MatrixXd inverse = jr::inverse(crossProduct(scaled, scaled));
    out.value = b.cwiseQuotient(scale);
    out.error = (sd * inverse.diagonal().cwiseMax(0.).cwiseSqrt()).cwiseQuotient(scale);
    out.rms = sd;
    return out;
}

Result<Done> usable(const CoastDown& run) {
    if (run.timeS.size() != run.shaftRadS.size() || run.timeS.size() < 30)
        return Error{Message{"error.coast-few-samples"}};
    if (run.timeS.back() - run.timeS.front() < 2.)
        return Error{Message{"error.coast-too-short"}};
    if (run.shaftRadS.back() > 0.96 * run.shaftRadS.front())
        return Error{Message{"error.coast-no-loss"}};
    return Done{};
}

/// Slope dw/dt at a speed, from a quadratic in w for the deceleration fitted in integral form (unit inertia).
struct Slowing {
    std::array<double, 3> c{};
    std::array<double, 3> error{};
    double at(double w) const { return c[0] + c[1] * w + c[2] * w * w; }
    double rms = 0.;
    int terms = 3;
};

Slowing slowing(const CoastDown& run) {
    const auto n = static_cast<Eigen::Index>(run.timeS.size());
    Eigen::MatrixXd x(n, 4);
    Eigen::VectorXd y(n);
    double i0 = 0., i1 = 0., i2 = 0.;
    for (Eigen::Index i = 0; i < n; ++i) {
        const auto k = static_cast<std::size_t>(i);
        if (i > 0) {
            const double dt = run.timeS[k] - run.timeS[k - 1];
            const double a = run.shaftRadS[k - 1], b = run.shaftRadS[k];
            i0 += dt;
            i1 += 0.5 * (a + b) * dt;
            i2 += (a * a + a * b + b * b) / 3. * dt;
        }
        // The first sample is as noisy as any: the starting speed is a parameter too.
        x.row(i) << 1., -i0, -i1, -i2;
        y[i] = run.shaftRadS[k];
    }
    Slowing out;
    const double reach = run.shaftRadS.front() / std::max(run.shaftRadS.back(), 1e-9);
    out.terms = reach < 1.25 ? 1 : reach < 1.8 ? 2 : 3;
    const LeastSquares fit = solved(x.leftCols(1 + out.terms), y);
    for (int k = 0; k < out.terms; ++k) {
        out.c[static_cast<std::size_t>(k)] = fit.value[k + 1];
        out.error[static_cast<std::size_t>(k)] = fit.error[k + 1];
    }
    out.rms = fit.rms;
    return out;
}

struct Common {
    Slowing first, second;
    double low, high;
};

Result<Common> common(const CoastDown& a, const CoastDown& b) {
    for (const CoastDown* run : {&a, &b})
        if (const Result<Done> good = usable(*run); !good)
            return good.error();
    const double low = std::max(a.shaftRadS.back(), b.shaftRadS.back());
    const double high = std::min(a.shaftRadS.front(), b.shaftRadS.front());
    if (!(high > 1.15 * low))
        return Error{Message{"error.runs-no-speed"}};
    return Common{slowing(a), slowing(b), low, high};
}

/// Mean slopes over the common speeds, with the spread of the estimate along them as its error.
template <class Estimate>
InertiaFit meanOver(const Common& c, Estimate estimate) {
    InertiaFit out;
    constexpr int kPoints = 25;
    double sum = 0., squares = 0.;
    for (int i = 0; i < kPoints; ++i) {
        // The middle four fifths: the ends of a fit are its weakest part.
        const double w = c.low + (0.1 + 0.8 * i / (kPoints - 1.)) * (c.high - c.low);
        const double one = estimate(-c.first.at(w), -c.second.at(w));
        sum += one;
        squares += one * one;
        out.firstSlope += -c.first.at(w) / kPoints;
        out.secondSlope += -c.second.at(w) / kPoints;
    }
    // From the mean slopes: a mean of ratios would lean to one side.
    out.inertiaKgM2 = estimate(out.firstSlope, out.secondSlope);
    const double spread = std::sqrt(std::max(0., squares / kPoints - sum / kPoints * sum / kPoints));
    // Points along one run are alike: about four independent stretches.
    out.standardError = spread / std::sqrt(4.);
    return out;
}

} // namespace

Result<LoadCellFit> fitLoadCell(std::span<const WeightReading> readings, double gravity) {
    if (readings.size() < 3)
        return Error{Message{"error.weights-too-few"}};
    const auto n = static_cast<Eigen::Index>(readings.size());
    Eigen::MatrixXd x(n, 2);
    Eigen::VectorXd y(n);
    double lightest = readings[0].massKg, heaviest = lightest, least = readings[0].reading, most = least;
    for (Eigen::Index i = 0; i < n; ++i) {
        const WeightReading& r = readings[static_cast<std::size_t>(i)];
        if (!std::isfinite(r.massKg) || !std::isfinite(r.reading))
            return Error{Message{"error.weight-no-number"}};
        x.row(i) << 1., r.reading;
        y[i] = r.massKg * gravity;
        lightest = std::min(lightest, r.massKg);
        heaviest = std::max(heaviest, r.massKg);
        least = std::min(least, r.reading);
        most = std::max(most, r.reading);
    }
    if (!(heaviest > lightest))
        return Error{Message{"error.weights-all-same"}};
    if (!(most > least))
        return Error{Message{"error.cell-reads-same"}};
    const LeastSquares fit = solved(x, y);
    LoadCellFit out;
    out.newtonPerReading = fit.value[1];
    out.newtonPerReadingError = fit.error[1];
    if (out.newtonPerReading == 0.)
        return Error{Message{"error.cell-does-not-follow"}};
    out.zeroReading = -fit.value[0] / fit.value[1];
    out.residualSdN = fit.rms;
    for (Eigen::Index i = 0; i < n; ++i) {
        out.residualN.push_back(y[i] - fit.value[0] - fit.value[1] * x(i, 1));
        out.worstShare = std::max(out.worstShare, std::abs(out.residualN.back()) / (heaviest * gravity));
    }
    return out;
}

CoastDown thinned(const CoastDown& run, std::size_t most) {
    const std::size_t block = (run.timeS.size() + most - 1) / most;
    if (block < 2)
        return run;
    CoastDown out;
    for (std::size_t i = 0; i < run.timeS.size(); i += block) {
        const std::size_t end = std::min(i + block, run.timeS.size());
        double t = 0., w = 0.;
        for (std::size_t k = i; k < end; ++k) {
            t += run.timeS[k];
            w += run.shaftRadS[k];
        }
        const auto n = static_cast<double>(end - i);
        out.timeS.push_back(t / n);
        out.shaftRadS.push_back(w / n);
    }
    return out;
}

Result<DragFit> fitDrag(const CoastDown& run, double inertiaKgM2) {
    if (!(inertiaKgM2 > 0.))
        return Error{Message{"error.inertia-unknown"}};
    if (const Result<Done> good = usable(run); !good)
        return good.error();
    if (run.shaftRadS.front() < kLeastReach * run.shaftRadS.back())
        return Error{Message{"error.coast-too-narrow",
                             {Number{run.shaftRadS.front()}, Number{run.shaftRadS.back()},
                              Number{run.shaftRadS.front() / kLeastReach}}}};
    const Slowing s = slowing(run);
    DragFit out;
    for (std::size_t k = 0; k < 3; ++k) {
        out.dragNm[k] = inertiaKgM2 * s.c[k];
        out.standardError[k] = inertiaKgM2 * s.error[k];
    }
    out.rmsRadS = s.rms;
    out.terms = s.terms;
    out.fromRadS = run.shaftRadS.back();
    out.toRadS = run.shaftRadS.front();
    for (double share : {0., 0.5, 1.})
        if (!(s.at(out.fromRadS + share * (out.toRadS - out.fromRadS)) > 0.))
            return Error{Message{"error.drag-negative"}};
    return out;
}

Result<InertiaFit> inertiaFromAdded(const CoastDown& plain, const CoastDown& withAdded, double addedKgM2) {
    if (!(addedKgM2 > 0.))
        return Error{Message{"error.added-inertia-not-positive"}};
    const Result<Common> c = common(plain, withAdded);
    if (!c)
        return c.error();
    // I a1 = (I + added) a2  ->  I = added a2 / (a1 - a2)
    const InertiaFit fit = meanOver(*c, [&](double a1, double a2) { return addedKgM2 * a2 / (a1 - a2); });
    if (!(fit.inertiaKgM2 > 0.) || !(std::abs(fit.firstSlope) > 1.02 * std::abs(fit.secondSlope)))
        return Error{Message{"error.added-inertia-no-slowing"}};
    return fit;
}

Result<InertiaFit> inertiaFromTorque(const CoastDown& plain, const CoastDown& driven, double torqueNm) {
    if (torqueNm == 0.)
        return Error{Message{"error.torque-zero"}};
    const Result<Common> c = common(plain, driven);
    if (!c)
        return c.error();
    const InertiaFit fit = meanOver(*c, [&](double a1, double a2) { return torqueNm / (a2 - a1); });
    if (!(fit.inertiaKgM2 > 0.))
        return Error{Message{"error.known-torque-no-change"}};
    return fit;
}

} // namespace jr
