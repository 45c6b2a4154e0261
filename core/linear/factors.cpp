// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/linear/factors.h"

#include <Eigen/Cholesky>
#include <Eigen/LU>
#include <Eigen/QR>

#include <cassert>

namespace jr {

struct PivotedQr::Own {
    Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr;
};

PivotedQr::PivotedQr(const DenseMatrix& m)
    : m_own(std::make_shared<const Own>(Own{Eigen::ColPivHouseholderQR<Eigen::MatrixXd>(m)})) {}

int PivotedQr::rank() const {
    return static_cast<int>(m_own->qr.rank());
}

DenseMatrix PivotedQr::solve(const DenseMatrix& b) const {
    return m_own->qr.solve(b);
}

DenseVector PivotedQr::solve(const DenseVector& b) const {
    return m_own->qr.solve(b);
}

DenseMatrix PivotedQr::orthogonal() const {
    const Eigen::Index n = m_own->qr.rows();
    return m_own->qr.householderQ() * Eigen::MatrixXd::Identity(n, n);
}

struct Cholesky::Own {
    Eigen::LLT<Eigen::MatrixXd> llt;
};

Cholesky::Cholesky(const DenseMatrix& m) : m_own(std::make_shared<const Own>(Own{Eigen::LLT<Eigen::MatrixXd>(m)})) {}

bool Cholesky::positive() const {
    return m_own->llt.info() == Eigen::Success;
}

DenseMatrix Cholesky::lower() const {
    assert(positive());
    return m_own->llt.matrixL();
}

double Cholesky::logDeterminant() const {
    assert(positive());
    return 2. * m_own->llt.matrixLLT().diagonal().array().log().sum();
}

DenseMatrix Cholesky::solve(const DenseMatrix& b) const {
    assert(positive());
    return m_own->llt.solve(b);
}

DenseVector Cholesky::solve(const DenseVector& b) const {
    assert(positive());
    return m_own->llt.solve(b);
}

DenseMatrix lowerSolve(const DenseMatrix& lower, const DenseMatrix& b) {
    return lower.triangularView<Eigen::Lower>().solve(b);
}

DenseMatrix lowerProduct(const DenseMatrix& lower, const DenseMatrix& b) {
    return lower.triangularView<Eigen::Lower>() * b;
}

DenseMatrix inverse(const DenseMatrix& m) {
    return m.fullPivLu().inverse();
}

} // namespace jr
