// SPDX-License-Identifier: GPL-3.0-or-later
// The shapes of a sweep: each finds itself again, takes what it cannot be as badly as it should, and a parabola is that
// of the GNU Scientific Library, also where points weigh unequally.
#include "core/judge/sweep.h"
#include "core/judge/sweep_shapes.h"
#include "tests/support/suites.h"

#include <Eigen/Core>
#include <QTest>
#include <gsl/gsl_multifit.h>

#include <cmath>
#include <memory>

using namespace jr;

namespace {

const std::vector<double> kTried{10., 12., 13., 15., 18., 20., 24.};

std::vector<double> valuesOf(const FittedShape& shape, const std::vector<double>& x) {
    std::vector<double> out;
    for (double one : x)
        out.push_back(shape.at(one));
    return out;
}

DenseMatrix weighing(const std::vector<double>& weights) {
    DenseMatrix out =
        DenseMatrix::Zero(static_cast<Eigen::Index>(weights.size()), static_cast<Eigen::Index>(weights.size()));
    for (std::size_t i = 0; i < weights.size(); ++i)
        out(static_cast<Eigen::Index>(i), static_cast<Eigen::Index>(i)) = std::sqrt(weights[i]);
    return out;
}

DenseMatrix alike(std::size_t n) {
    return weighing(std::vector<double>(n, 1.));
}

struct Gsl {
    std::array<double, 3> b;
    double squares;
};
/// 1, x - middle, (x - middle)^2 by weighted least squares.
Gsl parabolaOfGsl(const std::vector<double>& x, const std::vector<double>& y, const std::vector<double>& w,
                  double middle) {
    const std::size_t n = x.size();
    gsl_matrix* design = gsl_matrix_alloc(n, 3);
    gsl_vector *values = gsl_vector_alloc(n), *weights = gsl_vector_alloc(n), *found = gsl_vector_alloc(3);
    gsl_matrix* covariance = gsl_matrix_alloc(3, 3);
    for (std::size_t i = 0; i < n; ++i) {
        for (std::size_t k = 0; k < 3; ++k)
            gsl_matrix_set(design, i, k, std::pow(x[i] - middle, static_cast<double>(k)));
        gsl_vector_set(values, i, y[i]);
        gsl_vector_set(weights, i, w[i]);
    }
    gsl_multifit_linear_workspace* work = gsl_multifit_linear_alloc(n, 3);
    Gsl out{};
    gsl_multifit_wlinear(design, weights, values, found, covariance, &out.squares, work);
    for (std::size_t k = 0; k < 3; ++k)
        out.b[k] = gsl_vector_get(found, k);
    gsl_multifit_linear_free(work);
    gsl_matrix_free(design);
    gsl_matrix_free(covariance);
    gsl_vector_free(values);
    gsl_vector_free(weights);
    gsl_vector_free(found);
    return out;
}

} // namespace

class TestSweepShapes : public QObject {
    Q_OBJECT
private slots:
    void eachFindsItself() {
        SweepPoints points{kTried, {}};
        const SweepShapes shapes(points, alike(kTried.size()));
        FittedShape flat{SweepShape::Flat};
        flat.b = {41.5};
        FittedShape parabola{SweepShape::Parabola};
        parabola.middle = 17.;
        parabola.b = {40., 0.3, -0.08};
        // Knots lie on a fine grid of the range: one of them.
        const double knot = 10. + 14. * (0.02 + 0.96 * 50 / 120.);
        FittedShape sides{SweepShape::TwoSides, knot};
        sides.b = {44., 0.7, -0.4};
        FittedShape hill{SweepShape::Hill, knot};
        hill.b = {44., -0.09, -0.03};
        for (const FittedShape& truth : {flat, parabola, sides, hill}) {
            const FittedShape found = shapes.fitted(truth.kind, valuesOf(truth, kTried));
            QVERIFY(found.squares < 1e-18);
            for (double x = 10.; x <= 24.; x += 0.5)
                QVERIFY(std::abs(found.at(x) - truth.at(x)) < 1e-9);
            points.y = valuesOf(truth, kTried);
            if (truth.kind == SweepShape::TwoSides || truth.kind == SweepShape::Hill)
                QVERIFY(std::abs(summit(found, points) - knot) < 1e-9);
        }
        QVERIFY(std::abs(summit(parabola, points) - (17. + 0.3 / 0.16)) < 1e-12);
    }
    /// A flat line through anything is its mean, and what it leaves are the squares about the mean.
    void flatIsTheMean() {
        const std::vector<double> y{3., 5., 4., 6., 2., 5.5, 4.5};
        const FittedShape flat = SweepShapes({kTried, y}, alike(y.size())).fitted(SweepShape::Flat, y);
        const double mean = (3. + 5. + 4. + 6. + 2. + 5.5 + 4.5) / 7.;
        double squares = 0.;
        for (double one : y)
            squares += (one - mean) * (one - mean);
        QVERIFY(std::abs(flat.b[0] - mean) < 1e-12);
        QVERIFY(std::abs(flat.squares - squares) < 1e-12);
        // Whichever shape is asked, none leaves more than the flat line does.
        const SweepShapes shapes({kTried, y}, alike(y.size()));
        for (SweepShape kind : {SweepShape::Parabola, SweepShape::TwoSides, SweepShape::Hill})
            QVERIFY(shapes.fitted(kind, y).squares < squares + 1e-12);
    }
    void parabolaOfTheScientificLibrary() {
        const std::vector<double> y{39.1, 40.2, 41.3, 41.1, 40.9, 39.6, 36.8}, w{1., 4., 2., 1., 9., 1., 0.5};
        for (const auto& weights : {std::vector<double>(7, 1.), w}) {
            const FittedShape ours = SweepShapes({kTried, y}, weighing(weights)).fitted(SweepShape::Parabola, y);
            const Gsl theirs = parabolaOfGsl(kTried, y, weights, 17.);
            QCOMPARE(ours.middle, 17.);
            for (std::size_t k = 0; k < 3; ++k)
                QVERIFY(std::abs(ours.b[k] - theirs.b[k]) < 1e-10);
            QVERIFY(std::abs(ours.squares - theirs.squares) < 1e-10);
        }
    }
    /// With three points any knot fits: the one that measured best is the only one seen to be best.
    void threePointsTellOnlyTheBestOfThem() {
        const std::vector<double> x{1., 2., 3.}, y{10., 12., 11.};
        const SweepPoints points{x, y};
        const SweepShapes shapes(points, alike(3));
        for (SweepShape kind : {SweepShape::TwoSides, SweepShape::Hill}) {
            const FittedShape found = shapes.fitted(kind, y);
            QCOMPARE(found.knot, 2.);
            QCOMPARE(summit(found, points), 2.);
        }
    }
    /// A shape that still rises at the end of what was tried is highest there, and never beyond.
    void theSummitStaysWithinWhatWasTried() {
        const std::vector<double> rising{1., 2., 2.9, 3.6, 4.4, 5., 5.6};
        const SweepPoints points{kTried, rising};
        const SweepShapes shapes(points, alike(kTried.size()));
        for (SweepShape kind : {SweepShape::Parabola, SweepShape::TwoSides, SweepShape::Hill})
            QVERIFY(std::abs(summit(shapes.fitted(kind, rising), points) - 24.) < 2.5);
        std::vector<double> falling(rising.rbegin(), rising.rend());
        QCOMPARE(summit(shapes.fitted(SweepShape::TwoSides, falling), points), 10.);
        // A valley has its top at an end.
        const std::vector<double> valley{5., 3., 2., 1.5, 2.5, 3.5, 6.};
        QCOMPARE(summit(shapes.fitted(SweepShape::Parabola, valley), points), 24.);
    }
    /// A point that weighs a hundred times as much is passed closer by.
    void heavyPointsAreMinded() {
        const std::vector<double> y{1., 1., 1., 3., 1., 1., 1.};
        std::vector<double> weights(7, 1.);
        const double light = SweepShapes({kTried, y}, weighing(weights)).fitted(SweepShape::Flat, y).b[0];
        weights[3] = 100.;
        const double heavy = SweepShapes({kTried, y}, weighing(weights)).fitted(SweepShape::Flat, y).b[0];
        QVERIFY(std::abs(light - 9. / 7.) < 1e-12);
        QVERIFY(std::abs(heavy - 306. / 106.) < 1e-12);
    }
};

JR_SUITE(TestSweepShapes)
#include "test_sweep_shapes.moc"
