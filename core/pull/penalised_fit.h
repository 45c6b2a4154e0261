// A penalised regression spline in the form that makes its smoothness cheap to change and easy to state.
//
// Observations y (already divided by their noise) are X b + e, where the last coefficients of b are B-spline
// coefficients of the wanted curve and the first `freeColumns` are unpenalised. The penalty is on the squared
// differences of the spline coefficients (P-splines: Eilers and Marx 1996). One Cholesky factor and one symmetric
// eigen-decomposition (Demmler-Reinsch basis) are made once; after that any amount of smoothing costs a matrix-vector
// product.
//
// Smoothing is stated as "detail": the range of the curve divided by its effective number of free parameters. Features
// narrower than the detail cannot be seen. The likelihood of a detail is the restricted likelihood (REML) of the mixed
// model that a penalised spline is (Wood 2011), which, unlike cross-validation, is not fooled into following wander.
#pragma once

#include "core/pull/spline_basis.h"

#include <Eigen/Core>

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
    double fadeAt(Eigen::Index j, double lambda, bool twiced) const;

    SplineBasis m_basis;
    int m_free = 0;
    double m_rangeRpm = 0.;
    double m_ridge = 0.;
    Eigen::Index m_rows = 0;
    double m_observedSquares = 0.;
    Eigen::MatrixXd m_upper;   // R of X'X + ridge S = R'R
    Eigen::MatrixXd m_vectors; // U
    Eigen::VectorXd m_values;  // eigenvalues of R^-T S R^-1
    Eigen::VectorXd m_rotated; // U' R^-T X'y
    Eigen::MatrixXd m_back;    // R^-1 U
};

} // namespace jr
