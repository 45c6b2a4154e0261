// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/linear/products.h"

#include <Eigen/Core>

namespace jr {

DenseMatrix product(const DenseMatrix& a, const DenseMatrix& b) {
    return a * b;
}

DenseVector product(const DenseMatrix& a, const DenseVector& b) {
    return a * b;
}

DenseMatrix crossProduct(const DenseMatrix& a, const DenseMatrix& b) {
    return a.transpose() * b;
}

DenseVector crossProduct(const DenseMatrix& a, const DenseVector& b) {
    return a.transpose() * b;
}

DenseMatrix outerProduct(const DenseMatrix& a, const DenseMatrix& b) {
    return a * b.transpose();
}

} // namespace jr
