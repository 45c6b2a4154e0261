// SPDX-License-Identifier: GPL-3.0-or-later
// Products and factors of matrices against closed forms and the GNU Scientific Library.
#include "core/linear/factors.h"
#include "core/linear/products.h"
#include "tests/support/suites.h"

#include <Eigen/Core>
#include <QTest>
#include <gsl/gsl_blas.h>
#include <gsl/gsl_linalg.h>

#include <cmath>
#include <memory>
#include <random>

using namespace jr;

namespace {

struct GslMatrix {
    std::unique_ptr<gsl_matrix, decltype(&gsl_matrix_free)> m;
    explicit GslMatrix(const DenseMatrix& from)
        : m(gsl_matrix_alloc(static_cast<std::size_t>(from.rows()), static_cast<std::size_t>(from.cols())),
            &gsl_matrix_free) {
        for (Eigen::Index i = 0; i < from.rows(); ++i)
            for (Eigen::Index j = 0; j < from.cols(); ++j)
                gsl_matrix_set(m.get(), static_cast<std::size_t>(i), static_cast<std::size_t>(j), from(i, j));
    }
    double at(Eigen::Index i, Eigen::Index j) const {
        return gsl_matrix_get(m.get(), static_cast<std::size_t>(i), static_cast<std::size_t>(j));
    }
};

DenseMatrix drawn(Eigen::Index rows, Eigen::Index columns, unsigned seed) {
    std::mt19937 dice(seed);
    std::normal_distribution<double> normal;
    DenseMatrix out(rows, columns);
    for (Eigen::Index i = 0; i < rows; ++i)
        for (Eigen::Index j = 0; j < columns; ++j)
            out(i, j) = normal(dice);
    return out;
}

double apart(const DenseMatrix& a, const DenseMatrix& b) {
    return (a - b).cwiseAbs().maxCoeff();
}

} // namespace

class TestLinear : public QObject {
    Q_OBJECT
private slots:
    void productsAreThoseOfGsl() {
        const DenseMatrix a = drawn(23, 11, 1), b = drawn(11, 17, 2), c = drawn(23, 17, 3);
        const GslMatrix ga(a), gb(b), gc(c), ab(DenseMatrix::Zero(23, 17)), atc(DenseMatrix::Zero(11, 17)),
            cbt(DenseMatrix::Zero(23, 11));
        gsl_blas_dgemm(CblasNoTrans, CblasNoTrans, 1., ga.m.get(), gb.m.get(), 0., ab.m.get());
        gsl_blas_dgemm(CblasTrans, CblasNoTrans, 1., ga.m.get(), gc.m.get(), 0., atc.m.get());
        gsl_blas_dgemm(CblasNoTrans, CblasTrans, 1., gc.m.get(), gb.m.get(), 0., cbt.m.get());
        const DenseMatrix p = product(a, b), q = crossProduct(a, c), r = outerProduct(c, b);
        for (Eigen::Index i = 0; i < 23; ++i)
            for (Eigen::Index j = 0; j < 11; ++j) {
                QVERIFY(std::abs(p(i, j) - ab.at(i, j)) < 1e-12 && std::abs(r(i, j) - cbt.at(i, j)) < 1e-12);
                if (i < 11)
                    QVERIFY(std::abs(q(i, j) - atc.at(i, j)) < 1e-12);
            }
        const DenseVector v = b.col(3), w = c.col(5);
        QVERIFY(apart(product(a, v), p.col(3)) < 1e-12);
        QVERIFY(apart(crossProduct(a, w), q.col(5)) < 1e-12);
    }
    /// Integers in closed form: the inverse of the Hilbert matrix of order 5, whose condition is half a million.
    /// Source: M.-D. Choi, "Tricks or treats with the Hilbert matrix" (1983), value from memory.
    void theHilbertMatrix() {
        constexpr Eigen::Index n = 5;
        const double known[n][n] = {{25, -300, 1050, -1400, 630},
                                    {-300, 4800, -18900, 26880, -12600},
                                    {1050, -18900, 79380, -117600, 56700},
                                    {-1400, 26880, -117600, 179200, -88200},
                                    {630, -12600, 56700, -88200, 44100}};
        DenseMatrix hilbert(n, n), exact(n, n);
        for (Eigen::Index i = 0; i < n; ++i)
            for (Eigen::Index j = 0; j < n; ++j) {
                hilbert(i, j) = 1. / static_cast<double>(i + j + 1);
                exact(i, j) = known[i][j];
            }
        constexpr double kConditionTimesRounding = 1e-10; // as a share of the largest
        const double allowed = kConditionTimesRounding * 179200.;
        const DenseMatrix one = DenseMatrix::Identity(n, n);
        QVERIFY(apart(inverse(hilbert), exact) < allowed);
        const Cholesky factor(hilbert);
        QVERIFY(factor.positive());
        QVERIFY(apart(factor.solve(one), exact) < allowed);
        QVERIFY(apart(PivotedQr(hilbert).solve(one), exact) < allowed);
        QVERIFY(std::abs(factor.logDeterminant() - std::log(3.749295132515087e-12)) < 1e-10); // 1 / 266716800000
    }
    void aFactorIsThatOfGsl() {
        const DenseMatrix x = drawn(30, 8, 4), v = crossProduct(x, x), b = drawn(8, 3, 5);
        const GslMatrix g(v);
        gsl_linalg_cholesky_decomp1(g.m.get());
        const DenseMatrix lower = Cholesky(v).lower();
        for (Eigen::Index i = 0; i < 8; ++i)
            for (Eigen::Index j = 0; j < 8; ++j)
                QVERIFY(std::abs(lower(i, j) - (j <= i ? g.at(i, j) : 0.)) < 1e-12); // nothing above the diagonal
        QVERIFY(apart(product(lower, lowerSolve(lower, b)), b) < 1e-12);
        QVERIFY(apart(lowerProduct(lower, b), product(lower, b)) < 1e-12);
        QVERIFY(apart(product(v, Cholesky(v).solve(b)), b) < 1e-11);
        const DenseVector one = b.col(1);
        QVERIFY(apart(Cholesky(v).solve(one), Cholesky(v).solve(b).col(1)) < 1e-13);
    }
    void whatIsNotPositiveIsToldSo() {
        DenseMatrix m = DenseMatrix::Identity(3, 3);
        m(2, 2) = -1.;
        QVERIFY(!Cholesky(m).positive());
    }
    /// Least squares as GSL's by Householder; a column too many is no rank, and what is fitted stays the same.
    void leastSquaresAndRank() {
        const DenseMatrix x = drawn(40, 5, 6);
        const DenseVector y = drawn(40, 1, 7).col(0);
        const GslMatrix gx(x), gy(y);
        gsl_vector* tau = gsl_vector_alloc(5);
        gsl_vector* found = gsl_vector_alloc(5);
        gsl_vector* left = gsl_vector_alloc(40);
        const gsl_vector_view right = gsl_matrix_column(gy.m.get(), 0);
        gsl_linalg_QR_decomp(gx.m.get(), tau);
        gsl_linalg_QR_lssolve(gx.m.get(), tau, &right.vector, found, left);
        const PivotedQr qr(x);
        QCOMPARE(qr.rank(), 5);
        const DenseVector mine = qr.solve(y);
        for (Eigen::Index k = 0; k < 5; ++k)
            QVERIFY(std::abs(mine[k] - gsl_vector_get(found, static_cast<std::size_t>(k))) < 1e-12);
        gsl_vector_free(tau);
        gsl_vector_free(found);
        gsl_vector_free(left);

        DenseMatrix wider(40, 6);
        wider << x, x.col(0) - 2. * x.col(3);
        const PivotedQr shortOfRank(wider);
        QCOMPARE(shortOfRank.rank(), 5);
        QVERIFY(apart(product(wider, shortOfRank.solve(y)), product(x, mine)) < 1e-11);
        const DenseMatrix q = shortOfRank.orthogonal(), span = q.leftCols(5), rest = q.rightCols(35);
        QVERIFY(apart(crossProduct(q, q), DenseMatrix::Identity(40, 40)) < 1e-12);
        QVERIFY(apart(product(span, DenseMatrix(crossProduct(span, x))), x) < 1e-11); // it reaches x
        QVERIFY(crossProduct(rest, x).cwiseAbs().maxCoeff() < 1e-11);                 // and nothing else does
    }
    void aCopyIsTheSameFactor() {
        PivotedQr qr(drawn(6, 2, 8));
        const PivotedQr copy = qr;
        const DenseMatrix before = copy.orthogonal();
        qr = PivotedQr(drawn(6, 3, 9));
        QCOMPARE(qr.rank(), 3);
        QCOMPARE(copy.rank(), 2);
        QVERIFY(apart(copy.orthogonal(), before) == 0.);
    }
};

JR_SUITE(TestLinear)
#include "test_linear.moc"
