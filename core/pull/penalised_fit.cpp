// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/penalised_fit.h"

#include <Eigen/Cholesky>
#include <Eigen/Eigenvalues>

#include <algorithm>
#include <cassert>
#include <cmath>

namespace jr {
namespace {

constexpr int kPenaltyOrder = 2;

constexpr Eigen::Index kStrip = 24; // columns worked on together where a matrix is a staircase

/// Second differences D of the spline coefficients, transposed; nothing for the free columns. The penalty is D'D.
Eigen::MatrixXd differences(int freeColumns, int splineColumns) {
    Eigen::MatrixXd d = Eigen::MatrixXd::Zero(freeColumns + splineColumns, splineColumns - kPenaltyOrder);
    for (Eigen::Index j = 0; j < d.cols(); ++j)
        d.col(j).segment(freeColumns + j, 3) << 1., -2., 1.;
    return d;
}

/// L^-1 D', strip by strip: a column is nothing above its first row that is not zero.
Eigen::MatrixXd solvedDifferences(const Eigen::MatrixXd& lower, Eigen::MatrixXd d, int freeColumns) {
    for (Eigen::Index from = 0; from < d.cols(); from += kStrip) {
        const Eigen::Index wide = std::min(kStrip, d.cols() - from), first = freeColumns + from;
        auto strip = d.block(first, from, d.rows() - first, wide);
        lower.bottomRightCorner(strip.rows(), strip.rows()).triangularView<Eigen::Lower>().solveInPlace(strip);
    }
    return d;
}

/// A A' of such a staircase.
Eigen::MatrixXd outerProduct(const Eigen::MatrixXd& a, int freeColumns) {
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(a.rows(), a.rows());
    for (Eigen::Index from = 0; from < a.cols(); from += kStrip) {
        const Eigen::Index wide = std::min(kStrip, a.cols() - from), first = freeColumns + from;
        const Eigen::Index rows = a.rows() - first;
        out.bottomRightCorner(rows, rows).selfadjointView<Eigen::Lower>().rankUpdate(a.block(first, from, rows, wide));
    }
    return out.selfadjointView<Eigen::Lower>();
}

/// X'X. A roller's design is a staircase: what is gathered at a speed is nothing before it was reached. Columns are
/// taken in strips, each from its first row that is not zero.
Eigen::MatrixXd crossProduct(const Eigen::MatrixXd& x) {
    const Eigen::Index n = x.rows(), p = x.cols();
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(p, p);
    for (Eigen::Index from = 0; from < p; from += kStrip) {
        const Eigen::Index wide = std::min(kStrip, p - from);
        Eigen::Index first = n;
        for (Eigen::Index c = from; c < from + wide; ++c) {
            Eigen::Index r = 0;
            while (r < first && x(r, c) == 0.)
                ++r;
            first = std::min(first, r);
        }
        const Eigen::Index rows = n - first;
        out.block(from, 0, wide, from + wide).noalias() =
            x.block(first, from, rows, wide).transpose() * x.block(first, 0, rows, from + wide);
    }
    out.triangularView<Eigen::StrictlyUpper>() = out.transpose();
    return out;
}

} // namespace

/// What one factorisation leaves, and what follows from it without another.
struct PenalisedFit::Factors {
    SplineBasis basis;
    int freeColumns = 0;
    double rangeRpm = 0.;
    double ridge = 0.;
    Eigen::Index rows = 0;
    double observedSquares = 0.;
    Eigen::MatrixXd upper;                                  // R of X'X + ridge S = R'R
    Eigen::Tridiagonalization<Eigen::MatrixXd> tridiagonal; // Q T Q' = R^-T S R^-1
    Eigen::VectorXd diagonal, below;                        // of T
    Eigen::VectorXd eigenvalues;                            // of T
    Eigen::VectorXd observed;                               // Q' R^-T X'y

    double lambdaForDetail(double detailRpm) const;
    double degreesOfFreedom(double lambda) const;
    /// (I + (lambda - ridge) T)^-1 v, T the tridiagonal penalty.
    Eigen::VectorXd faded(const Eigen::VectorXd& v, double lambda) const;
    /// The same once or twiced: what the fit keeps of a vector in the turned basis.
    Eigen::VectorXd kept(const Eigen::VectorXd& v, double lambda, bool twiced) const;
    /// (I - ridge T) v: the data's share of R'R.
    Eigen::VectorXd dataShare(const Eigen::VectorXd& v) const;
    Eigen::VectorXd turned(Eigen::VectorXd v) const;                                ///< Q' v
    std::vector<double> coefficientsOf(const Eigen::VectorXd& inTurnedBasis) const; ///< R^-1 Q v, the spline's part
};

PenalisedFit::PenalisedFit(std::unique_ptr<const Factors> factors) : m(std::move(factors)) {}
PenalisedFit::~PenalisedFit() = default;

const SplineBasis& PenalisedFit::basis() const {
    return m->basis;
}

double PenalisedFit::rangeRpm() const {
    return m->rangeRpm;
}

Result<std::shared_ptr<const PenalisedFit>> PenalisedFit::make(const DenseMatrix& design, const DenseVector& observed,
                                                               int freeColumns, const SplineBasis& basis,
                                                               double rangeRpm) {
    assert(design.cols() == freeColumns + basis.size() && design.rows() == observed.size());
    const Error cannot{Message{"error.curve-not-fitted"}};
    if (!design.allFinite() || !observed.allFinite() || design.size() == 0)
        return cannot;
    auto fit = std::make_unique<Factors>();
    fit->basis = basis;
    fit->freeColumns = freeColumns;
    fit->rangeRpm = rangeRpm;
    fit->rows = design.rows();
    fit->observedSquares = observed.squaredNorm();

    const Eigen::Index p = design.cols();
    const Eigen::MatrixXd cross = crossProduct(design);
    const Eigen::MatrixXd d = differences(freeColumns, basis.size());
    Eigen::MatrixXd penalty = Eigen::MatrixXd::Zero(p, p); // D'D, a band
    for (Eigen::Index j = 0; j < d.cols(); ++j) {
        const auto three = d.col(j).segment<3>(freeColumns + j);
        penalty.block<3, 3>(freeColumns + j, freeColumns + j) += three * three.transpose();
    }

    // A trace of the penalty makes the factor exist where a knot has no data near it; all formulae below account for
    // it. Where even a thousandth of the data's own size does not, there are not two speeds to draw a line through.
    constexpr double kSmallestRidge = 1e-9, kLargestRidge = 1e-3, kNextRidge = 30.;
    const double scale = cross.trace() / static_cast<double>(p);
    if (!(scale > 0.))
        return cannot;
    Eigen::LLT<Eigen::MatrixXd> factor;
    bool factored = false;
    for (double share = kSmallestRidge; share < kLargestRidge && !factored; share *= kNextRidge) {
        fit->ridge = share * scale;
        factor.compute(cross + fit->ridge * penalty);
        factored = factor.info() == Eigen::Success;
    }
    if (!factored)
        return cannot;
    fit->upper = factor.matrixU();
    const Eigen::MatrixXd lower = fit->upper.transpose();
    // R^-T S R^-1, with S = D'D and R' the lower factor.
    fit->tridiagonal.compute(outerProduct(solvedDifferences(lower, d, freeColumns), freeColumns));
    fit->diagonal = fit->tridiagonal.diagonal();
    fit->below = fit->tridiagonal.subDiagonal();
    Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> eigen;
    eigen.computeFromTridiagonal(fit->diagonal, fit->below, Eigen::EigenvaluesOnly);
    if (eigen.info() != Eigen::Success)
        return cannot;
    fit->eigenvalues = eigen.eigenvalues().cwiseMax(0.);
    // The straight lines and free columns are not penalised: their eigenvalues are zero but for rounding.
    for (int j = 0; j < freeColumns + kPenaltyOrder && j < p; ++j)
        fit->eigenvalues[j] = 0.;
    fit->observed =
        fit->turned(fit->upper.transpose().triangularView<Eigen::Lower>().solve(design.transpose() * observed));
    if (!fit->observed.allFinite() || !fit->eigenvalues.allFinite())
        return cannot;
    return std::shared_ptr<const PenalisedFit>(new PenalisedFit(std::move(fit)));
}

Eigen::VectorXd PenalisedFit::Factors::turned(Eigen::VectorXd v) const {
    v.applyOnTheLeft(tridiagonal.matrixQ().adjoint());
    return v;
}

std::vector<double> PenalisedFit::Factors::coefficientsOf(const Eigen::VectorXd& inTurnedBasis) const {
    Eigen::VectorXd v = inTurnedBasis;
    v.applyOnTheLeft(tridiagonal.matrixQ());
    upper.triangularView<Eigen::Upper>().solveInPlace(v);
    return {v.data() + freeColumns, v.data() + v.size()};
}

Eigen::VectorXd PenalisedFit::Factors::faded(const Eigen::VectorXd& v, double lambda) const {
    // Symmetric, positive definite, tridiagonal: elimination downwards without pivoting, then back.
    const double c = lambda - ridge;
    const Eigen::Index n = v.size();
    Eigen::VectorXd out = v, pivot(n);
    pivot[0] = 1. + c * diagonal[0];
    for (Eigen::Index j = 1; j < n; ++j) {
        const double beside = c * below[j - 1], factor = beside / pivot[j - 1];
        pivot[j] = 1. + c * diagonal[j] - factor * beside;
        out[j] -= factor * out[j - 1];
    }
    out[n - 1] /= pivot[n - 1];
    for (Eigen::Index j = n - 1; j-- > 0;)
        out[j] = (out[j] - c * below[j] * out[j + 1]) / pivot[j];
    return out;
}

Eigen::VectorXd PenalisedFit::Factors::dataShare(const Eigen::VectorXd& v) const {
    const Eigen::Index n = v.size();
    Eigen::VectorXd out = v - ridge * diagonal.cwiseProduct(v);
    if (n > 1) {
        out.head(n - 1) -= ridge * below.cwiseProduct(v.tail(n - 1));
        out.tail(n - 1) -= ridge * below.cwiseProduct(v.head(n - 1));
    }
    return out;
}

Eigen::VectorXd PenalisedFit::Factors::kept(const Eigen::VectorXd& v, double lambda, bool twiced) const {
    const Eigen::VectorXd once = faded(v, lambda);
    // What was left over, smoothed as well.
    return twiced ? Eigen::VectorXd(2. * once - faded(dataShare(once), lambda)) : once;
}

double PenalisedFit::Factors::degreesOfFreedom(double lambda) const {
    double sum = 0.;
    for (Eigen::Index j = 0; j < eigenvalues.size(); ++j)
        sum += std::max(0., 1. - ridge * eigenvalues[j]) / (1. + (lambda - ridge) * eigenvalues[j]);
    return sum - freeColumns;
}

double PenalisedFit::finestDetailRpm() const {
    return m->rangeRpm / std::max(1., m->degreesOfFreedom(m->ridge * (1. + 1e-9)));
}

double PenalisedFit::coarsestDetailRpm() const {
    return m->rangeRpm / (kPenaltyOrder + 1.);
}

double PenalisedFit::Factors::lambdaForDetail(double detailRpm) const {
    const double wanted = std::clamp(rangeRpm / detailRpm, kPenaltyOrder + 0.05, 1e6);
    double low = std::log(ridge);
    double high = low + 80.;
    for (int i = 0; i < 50; ++i) {
        const double middle = 0.5 * (low + high);
        (degreesOfFreedom(std::exp(middle)) > wanted ? low : high) = middle;
    }
    return std::exp(0.5 * (low + high));
}

double PenalisedFit::deviance(double detailRpm) const {
    const double lambda = m->lambdaForDetail(detailRpm);
    const double explained = m->observed.dot(m->faded(m->observed, lambda));
    double logs = 0.;
    Eigen::Index penalised = 0;
    for (Eigen::Index j = 0; j < m->eigenvalues.size(); ++j) {
        logs += std::log(1. + (lambda - m->ridge) * m->eigenvalues[j]);
        if (m->eigenvalues[j] > 0.)
            ++penalised;
    }
    const double freeCount = static_cast<double>(m->eigenvalues.size() - penalised);
    const double left = std::max(m->observedSquares - explained, 1e-12 * m->observedSquares);
    return (static_cast<double>(m->rows) - freeCount) * std::log(left) + logs -
           static_cast<double>(penalised) * std::log(lambda);
}

double PenalisedFit::noiseScale(double detailRpm) const {
    const double lambda = m->lambdaForDetail(detailRpm);
    const double explained = m->observed.dot(m->faded(m->observed, lambda));
    const double left = std::max(m->observedSquares - explained, 0.);
    return std::sqrt(left / std::max(1., static_cast<double>(m->rows) - m->freeColumns - kPenaltyOrder));
}

std::vector<double> PenalisedFit::coefficients(double detailRpm, bool twiced) const {
    return m->coefficientsOf(m->kept(m->observed, m->lambdaForDetail(detailRpm), twiced));
}

std::vector<double> PenalisedFit::smoothedAgain(const std::vector<double>& spline, double detailRpm,
                                                bool twiced) const {
    const double lambda = m->lambdaForDetail(detailRpm);
    Eigen::VectorXd whole = Eigen::VectorXd::Zero(m->eigenvalues.size());
    whole.tail(m->basis.size()) = Eigen::Map<const Eigen::VectorXd>(spline.data(), m->basis.size());
    // The data this curve would have given: X'X b = (R'R - ridge S) b, in the turned basis (I - ridge T) Q' R b.
    return m->coefficientsOf(
        m->kept(m->dataShare(m->turned(m->upper.triangularView<Eigen::Upper>() * whole)), lambda, twiced));
}

double PenalisedFit::value(const std::vector<double>& spline, double x) const {
    const BasisAt b = m->basis.at(x);
    double sum = 0.;
    for (int k = 0; k < 4; ++k)
        sum += b.value[k] * spline[static_cast<std::size_t>(b.first + k)];
    return sum;
}

std::vector<double> PenalisedFit::standardErrors(const std::vector<double>& rpm, double detailRpm, bool twiced) const {
    const double lambda = m->lambdaForDetail(detailRpm);
    const double scale = noiseScale(detailRpm);
    std::vector<double> out;
    out.reserve(rpm.size());
    for (double x : rpm) {
        Eigen::VectorXd at = Eigen::VectorXd::Zero(m->eigenvalues.size());
        const BasisAt b = m->basis.at(x);
        for (int k = 0; k < 4; ++k)
            at[m->freeColumns + b.first + k] = b.value[k];
        m->upper.transpose().triangularView<Eigen::Lower>().solveInPlace(at);
        const Eigen::VectorXd through = m->kept(m->turned(std::move(at)), lambda, twiced);
        out.push_back(scale * std::sqrt(std::max(0., through.dot(m->dataShare(through)))));
    }
    return out;
}

} // namespace jr
