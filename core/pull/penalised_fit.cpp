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

PenalisedFit PenalisedFit::make(Eigen::MatrixXd design, const Eigen::VectorXd& observed, int freeColumns,
                                const SplineBasis& basis, double rangeRpm) {
    assert(design.cols() == freeColumns + basis.size() && design.rows() == observed.size());
    PenalisedFit fit;
    fit.m_basis = basis;
    fit.m_free = freeColumns;
    fit.m_rangeRpm = rangeRpm;
    fit.m_rows = design.rows();
    fit.m_observedSquares = observed.squaredNorm();

    const Eigen::Index p = design.cols();
    const Eigen::MatrixXd cross = crossProduct(design);
    const Eigen::MatrixXd d = differences(freeColumns, basis.size());
    Eigen::MatrixXd penalty = Eigen::MatrixXd::Zero(p, p); // D'D, a band
    for (Eigen::Index j = 0; j < d.cols(); ++j) {
        const auto three = d.col(j).segment<3>(freeColumns + j);
        penalty.block<3, 3>(freeColumns + j, freeColumns + j) += three * three.transpose();
    }

    // A trace of the penalty makes the factor exist where a knot has no data near it; all formulae below account for
    // it.
    fit.m_ridge = 1e-9 * cross.trace() / static_cast<double>(p);
    Eigen::LLT<Eigen::MatrixXd> factor;
    for (int attempt = 0; attempt < 8; ++attempt) {
        factor.compute(cross + fit.m_ridge * penalty);
        if (factor.info() == Eigen::Success)
            break;
        fit.m_ridge *= 30.;
    }
    fit.m_upper = factor.matrixU();
    const Eigen::MatrixXd lower = fit.m_upper.transpose();
    // R^-T S R^-1, with S = D'D and R' the lower factor.
    fit.m_tri.compute(outerProduct(solvedDifferences(lower, d, freeColumns), freeColumns));
    fit.m_diagonal = fit.m_tri.diagonal();
    fit.m_below = fit.m_tri.subDiagonal();
    Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> eigen;
    eigen.computeFromTridiagonal(fit.m_diagonal, fit.m_below, Eigen::EigenvaluesOnly);
    fit.m_values = eigen.eigenvalues().cwiseMax(0.);
    // The straight lines and free columns are not penalised: their eigenvalues are zero but for rounding.
    for (int j = 0; j < freeColumns + kPenaltyOrder && j < p; ++j)
        fit.m_values[j] = 0.;
    fit.m_observed =
        fit.turned(fit.m_upper.transpose().triangularView<Eigen::Lower>().solve(design.transpose() * observed));
    return fit;
}

Eigen::VectorXd PenalisedFit::turned(Eigen::VectorXd v) const {
    v.applyOnTheLeft(m_tri.matrixQ().adjoint());
    return v;
}

Eigen::VectorXd PenalisedFit::coefficientsOf(const Eigen::VectorXd& inTurnedBasis) const {
    Eigen::VectorXd v = inTurnedBasis;
    v.applyOnTheLeft(m_tri.matrixQ());
    m_upper.triangularView<Eigen::Upper>().solveInPlace(v);
    return v.tail(m_basis.size());
}

Eigen::VectorXd PenalisedFit::faded(const Eigen::VectorXd& v, double lambda) const {
    // Symmetric, positive definite, tridiagonal: elimination downwards without pivoting, then back.
    const double c = lambda - m_ridge;
    const Eigen::Index n = v.size();
    Eigen::VectorXd out = v, pivot(n);
    pivot[0] = 1. + c * m_diagonal[0];
    for (Eigen::Index j = 1; j < n; ++j) {
        const double below = c * m_below[j - 1], factor = below / pivot[j - 1];
        pivot[j] = 1. + c * m_diagonal[j] - factor * below;
        out[j] -= factor * out[j - 1];
    }
    out[n - 1] /= pivot[n - 1];
    for (Eigen::Index j = n - 1; j-- > 0;)
        out[j] = (out[j] - c * m_below[j] * out[j + 1]) / pivot[j];
    return out;
}

Eigen::VectorXd PenalisedFit::dataShare(const Eigen::VectorXd& v) const {
    const Eigen::Index n = v.size();
    Eigen::VectorXd out = v - m_ridge * m_diagonal.cwiseProduct(v);
    if (n > 1) {
        out.head(n - 1) -= m_ridge * m_below.cwiseProduct(v.tail(n - 1));
        out.tail(n - 1) -= m_ridge * m_below.cwiseProduct(v.head(n - 1));
    }
    return out;
}

Eigen::VectorXd PenalisedFit::kept(const Eigen::VectorXd& v, double lambda, bool twiced) const {
    const Eigen::VectorXd once = faded(v, lambda);
    // What was left over, smoothed as well.
    return twiced ? Eigen::VectorXd(2. * once - faded(dataShare(once), lambda)) : once;
}

double PenalisedFit::freedom(double lambda) const {
    double sum = 0.;
    for (Eigen::Index j = 0; j < m_values.size(); ++j)
        sum += std::max(0., 1. - m_ridge * m_values[j]) / (1. + (lambda - m_ridge) * m_values[j]);
    return sum - m_free;
}

double PenalisedFit::finestDetailRpm() const {
    return m_rangeRpm / std::max(1., freedom(m_ridge * (1. + 1e-9)));
}

double PenalisedFit::coarsestDetailRpm() const {
    return m_rangeRpm / (kPenaltyOrder + 1.);
}

double PenalisedFit::lambdaForDetail(double detailRpm) const {
    const double wanted = std::clamp(m_rangeRpm / detailRpm, kPenaltyOrder + 0.05, 1e6);
    double low = std::log(m_ridge);
    double high = low + 80.;
    for (int i = 0; i < 50; ++i) {
        const double middle = 0.5 * (low + high);
        (freedom(std::exp(middle)) > wanted ? low : high) = middle;
    }
    return std::exp(0.5 * (low + high));
}

double PenalisedFit::deviance(double detailRpm) const {
    const double lambda = lambdaForDetail(detailRpm);
    const double explained = m_observed.dot(faded(m_observed, lambda));
    double logs = 0.;
    Eigen::Index penalised = 0;
    for (Eigen::Index j = 0; j < m_values.size(); ++j) {
        logs += std::log(1. + (lambda - m_ridge) * m_values[j]);
        if (m_values[j] > 0.)
            ++penalised;
    }
    const double freeCount = static_cast<double>(m_values.size() - penalised);
    const double left = std::max(m_observedSquares - explained, 1e-12 * m_observedSquares);
    return (static_cast<double>(m_rows) - freeCount) * std::log(left) + logs -
           static_cast<double>(penalised) * std::log(lambda);
}

double PenalisedFit::noiseScale(double detailRpm) const {
    const double lambda = lambdaForDetail(detailRpm);
    const double explained = m_observed.dot(faded(m_observed, lambda));
    const double left = std::max(m_observedSquares - explained, 0.);
    return std::sqrt(left / std::max(1., static_cast<double>(m_rows) - m_free - kPenaltyOrder));
}

Eigen::VectorXd PenalisedFit::coefficients(double detailRpm, bool twiced) const {
    return coefficientsOf(kept(m_observed, lambdaForDetail(detailRpm), twiced));
}

Eigen::VectorXd PenalisedFit::smoothedAgain(const Eigen::VectorXd& spline, double detailRpm, bool twiced) const {
    const double lambda = lambdaForDetail(detailRpm);
    Eigen::VectorXd whole = Eigen::VectorXd::Zero(m_values.size());
    whole.tail(m_basis.size()) = spline;
    // The data this curve would have given: X'X b = (R'R - ridge S) b, in the turned basis (I - ridge T) Q' R b.
    return coefficientsOf(kept(dataShare(turned(m_upper.triangularView<Eigen::Upper>() * whole)), lambda, twiced));
}

double PenalisedFit::value(const Eigen::VectorXd& spline, double x) const {
    const BasisAt b = m_basis.at(x);
    double sum = 0.;
    for (int k = 0; k < 4; ++k)
        sum += b.value[k] * spline[b.first + k];
    return sum;
}

std::vector<double> PenalisedFit::standardErrors(const std::vector<double>& rpm, double detailRpm, bool twiced) const {
    const double lambda = lambdaForDetail(detailRpm);
    const double scale = noiseScale(detailRpm);
    std::vector<double> out;
    out.reserve(rpm.size());
    for (double x : rpm) {
        Eigen::VectorXd at = Eigen::VectorXd::Zero(m_values.size());
        const BasisAt b = m_basis.at(x);
        for (int k = 0; k < 4; ++k)
            at[m_free + b.first + k] = b.value[k];
        m_upper.transpose().triangularView<Eigen::Lower>().solveInPlace(at);
        const Eigen::VectorXd through = kept(turned(std::move(at)), lambda, twiced);
        out.push_back(scale * std::sqrt(std::max(0., through.dot(dataShare(through)))));
    }
    return out;
}

} // namespace jr
