// SPDX-License-Identifier: GPL-3.0-or-later
// Matrices taken apart, in one place: each factorisation of the library takes seconds to compile wherever it is used.
// Source: Golub and Van Loan, Matrix Computations, chapters 4 and 5, for what is done; Eigen does it.
#pragma once

#include "core/dense.h"

#include <memory>

namespace jr {

/// Q R P' of a matrix (Householder, columns pivoted), which tells its rank; least squares by it.
class PivotedQr {
public:
    explicit PivotedQr(const DenseMatrix& m);

    int rank() const;
    /// Least squares of M X = B: a basic solution where the rank is short.
    DenseMatrix solve(const DenseMatrix& b) const;
    DenseVector solve(const DenseVector& b) const;
    /// Q in full, rows x rows: the first rank() columns span what M reaches, the rest what it does not.
    DenseMatrix orthogonal() const;

private:
    struct Own;
    std::shared_ptr<const Own> m_own; ///< never changes, so copies share it
};

/// L L' of a symmetric positive definite matrix, of which the lower half is read.
class Cholesky {
public:
    explicit Cholesky(const DenseMatrix& m);

    bool positive() const; ///< what stands below asks for it
    DenseMatrix lower() const;
    double logDeterminant() const;
    DenseMatrix solve(const DenseMatrix& b) const;
    DenseVector solve(const DenseVector& b) const;

private:
    struct Own;
    std::shared_ptr<const Own> m_own; ///< never changes, so copies share it
};

/// L^-1 B of a lower triangle.
DenseMatrix lowerSolve(const DenseMatrix& lower, const DenseMatrix& b);
/// L B of a lower triangle.
DenseMatrix lowerProduct(const DenseMatrix& lower, const DenseMatrix& b);
/// Of a square matrix that has one; pivoted wholly (LU), for the sizes of a handful that is used for.
DenseMatrix inverse(const DenseMatrix& m);

} // namespace jr
