// SPDX-License-Identifier: GPL-3.0-or-later
// Names of the linear algebra library's types without its headers: enough to declare what takes or returns them. Who
// works with them includes <Eigen/Core> in the .cpp; a header that did would cost every file that includes it seconds.
#pragma once

namespace Eigen {
template <typename Scalar, int Rows, int Columns, int Options, int MaxRows, int MaxColumns>
class Matrix;
}

namespace jr {

using DenseMatrix = Eigen::Matrix<double, -1, -1, 0, -1, -1>; ///< Eigen::MatrixXd
using DenseVector = Eigen::Matrix<double, -1, 1, 0, -1, 1>;   ///< Eigen::VectorXd

} // namespace jr
