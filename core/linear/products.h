// SPDX-License-Identifier: GPL-3.0-or-later
// Products of matrices, multiplied in one place: the library's blocked product takes seconds to compile wherever it is
// written out. Part of a matrix may be handed over too; it is copied first.
#pragma once

#include "core/dense.h"

namespace jr {

/// A B, of n x k and k x m.
DenseMatrix product(const DenseMatrix& a, const DenseMatrix& b);
DenseVector product(const DenseMatrix& a, const DenseVector& b);
/// A' B, of k x n and k x m.
DenseMatrix crossProduct(const DenseMatrix& a, const DenseMatrix& b);
DenseVector crossProduct(const DenseMatrix& a, const DenseVector& b);
/// A B', of n x k and m x k.
DenseMatrix outerProduct(const DenseMatrix& a, const DenseMatrix& b);

} // namespace jr
