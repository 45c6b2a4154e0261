// A penalised regression spline in the form that makes its smoothness cheap to change and easy to state.
//
// Observations y (already divided by their noise) are X b + e, where the last coefficients of b are B-spline
// coefficients of the wanted curve and the first `freeColumns` are unpenalised. The penalty is on the squared
// differences of the spline coefficients (P-splines: Eilers and Marx 1996). One Cholesky factor R is made once, and the
// penalty seen through it, R^-T S R^-1, is made tridiagonal by reflections (Householder; Golub and Van Loan, Matrix
// Computations). Its eigenvalues (Demmler-Reinsch) say how freedom goes with smoothing; eigenvectors are never needed:
// any amount of smoothing is one tridiagonal solve and the reflections of one vector.
//
// Smoothing is stated as "detail": the range of the curve divided by its effective number of free parameters. Features
// narrower than the detail cannot be seen. The likelihood of a detail is the restricted likelihood (REML) of the mixed
// model that a penalised spline is (Wood 2011), which, unlike cross-validation, is not fooled into following wander.
#pragma once

#include "core/pull/spline_basis.h"

#include <Eigen/Core>
#include <Eigen/Eigenvalues>

#include <vector>

namespace jr {

class PenalisedFit {
public:
    /// `design` n x (freeColumns + basis.size()), `observed` n, both whitened. `rangeRpm` is the span of the data.
    static PenalisedFit make(Eigen::MatrixXd design, const Eigen::VectorXd& observed, int freeColumns,
                             const SplineBasis& basis, double rangeRpm);

    /// Smallest detail this fit can show, and the largest that still has some shape.
    double finestDetailRpm() const;
    double coarsestDetailRpm() const;

    /// Minus twice the restricted log-likelihood at a detail, up to a constant: smaller is more likely.
    double deviance(double detailRpm) const;

    /// Spline coefficients at a detail. With `bias` the smoothing is applied once more to what it left over ("twicing",
    /// Tukey 1977): less bias for a little more noise.
    Eigen::VectorXd coefficients(double detailRpm, bool twiced) const;
    /// The same smoothing applied to given spline coefficients instead of the data: what the fit would make of that
    /// curve.
    Eigen::VectorXd smoothedAgain(const Eigen::VectorXd& spline, double detailRpm, bool twiced) const;

    /// Standard error of the spline's value at x from the noise within this pull alone.
    std::vector<double> standardErrors(const std::vector<double>& rpm, double detailRpm, bool twiced) const;

    const SplineBasis& basis() const { return m_basis; }
    double rangeRpm() const { return m_rangeRpm; }
    double value(const Eigen::VectorXd& spline, double x) const;
    /// Estimated noise scale at a detail (1 when the noise given for whitening was right).
    double noiseScale(double detailRpm) const;

private:
    double lambdaForDetail(double detailRpm) const;
    double freedom(double lambda) const;
    /// (I + (lambda - ridge) T)^-1 v, T the tridiagonal penalty.
    Eigen::VectorXd faded(const Eigen::VectorXd& v, double lambda) const;
    /// The same once or twiced: what the fit keeps of a vector in the turned basis.
    Eigen::VectorXd kept(const Eigen::VectorXd& v, double lambda, bool twiced) const;
    /// (I - ridge T) v: the data's share of R'R.
    Eigen::VectorXd dataShare(const Eigen::VectorXd& v) const;
    Eigen::VectorXd turned(Eigen::VectorXd v) const;                            ///< Q' v
    Eigen::VectorXd coefficientsOf(const Eigen::VectorXd& inTurnedBasis) const; ///< R^-1 Q v, the spline's part

    SplineBasis m_basis;
    int m_free = 0;
    double m_rangeRpm = 0.;
    double m_ridge = 0.;
    Eigen::Index m_rows = 0;
    double m_observedSquares = 0.;
    Eigen::MatrixXd m_upper;                          // R of X'X + ridge S = R'R
    Eigen::Tridiagonalization<Eigen::MatrixXd> m_tri; // Q T Q' = R^-T S R^-1
    Eigen::VectorXd m_diagonal, m_below;              // of T
    Eigen::VectorXd m_values;                         // eigenvalues of T
    Eigen::VectorXd m_observed;                       // Q' R^-T X'y
};

} // namespace jr
