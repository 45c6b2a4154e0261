// SPDX-License-Identifier: GPL-3.0-or-later
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

#include "core/dense.h"
#include "core/pull/spline_basis.h"
#include "core/result.h"

#include <memory>
#include <vector>

namespace jr {

class PenalisedFit {
public:
    /// `design` n x (freeColumns + basis.size()), `observed` n, both whitened. `rangeRpm` is the span of the data.
    /// Errors: data that cannot hold the curve (numbers that are none, or nothing at all to go by).
    static Result<std::shared_ptr<const PenalisedFit>> make(const DenseMatrix& design, const DenseVector& observed,
                                                            int freeColumns, const SplineBasis& basis, double rangeRpm);
    ~PenalisedFit();

    /// Smallest detail this fit can show, and the largest that still has some shape.
    double finestDetailRpm() const;
    double coarsestDetailRpm() const;

    /// Minus twice the restricted log-likelihood at a detail, up to a constant: smaller is more likely.
    double deviance(double detailRpm) const;

    /// Spline coefficients at a detail. With `twiced` the smoothing is applied once more to what it left over
    /// ("twicing", Tukey 1977): less bias for a little more noise.
    std::vector<double> coefficients(double detailRpm, bool twiced) const;
    /// The same smoothing applied to given spline coefficients instead of the data: what the fit would make of that
    /// curve.
    std::vector<double> smoothedAgain(const std::vector<double>& spline, double detailRpm, bool twiced) const;

    /// Standard error of the spline's value at x from the noise within this pull alone.
    std::vector<double> standardErrors(const std::vector<double>& rpm, double detailRpm, bool twiced) const;

    const SplineBasis& basis() const;
    double rangeRpm() const;
    double value(const std::vector<double>& spline, double x) const;
    /// Estimated noise scale at a detail (1 when the noise given for whitening was right).
    double noiseScale(double detailRpm) const;

private:
    struct Factors;
    explicit PenalisedFit(std::unique_ptr<const Factors> factors);
    std::unique_ptr<const Factors> m;
};

} // namespace jr
