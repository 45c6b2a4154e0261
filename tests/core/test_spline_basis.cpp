// SPDX-License-Identifier: GPL-3.0-or-later
// The cubic B-splines under every curve: against the GNU Scientific Library and against what any text on splines says
// of them (de Boor, A Practical Guide to Splines): they sum to one, and reproduce straight lines and parabolas.
#include "core/pull/fit_rows.h"
#include "core/pull/spline_basis.h"
#include "tests/support/suites.h"

#include <QTest>
#include <gsl/gsl_bspline.h>

#include <cmath>
#include <memory>
#include <random>
#include <vector>

using namespace jr;

namespace {

/// A sum of basis functions with these coefficients.
double splineAt(const SplineBasis& basis, const std::vector<double>& coefficients, double x) {
    const BasisAt at = basis.at(x);
    double sum = 0.;
    for (int k = 0; k < 4; ++k)
        sum += at.value[k] * coefficients[static_cast<std::size_t>(at.first + k)];
    return sum;
}

ReadyPull samplesWithHoles(const std::vector<std::size_t>& holes, std::size_t count) {
    ReadyPull pull;
    for (std::size_t i = 0; i < count; ++i) {
        pull.timeS.push_back(0.01 * static_cast<double>(i));
        pull.fitted.push_back(1);
        pull.good.push_back(1);
    }
    for (std::size_t hole : holes)
        pull.fitted[hole] = 0;
    pull.from = 0;
    pull.to = count;
    return pull;
}

} // namespace

class TestSplineBasis : public QObject {
    Q_OBJECT
private slots:
    void coversWhatWasAskedOnWholeMultiples() {
        const SplineBasis basis(3120., 9875., 250.);
        QCOMPARE(basis.low(), 3000.);
        QCOMPARE(basis.high(), 10000.);
        QCOMPARE(basis.size(), 28 + 3);
        QCOMPARE(basis.centre(1), basis.low());
        // Another pull of the comparison stands on the same knots where both are.
        const SplineBasis other(4010., 9875., 250.);
        QCOMPARE(std::fmod(other.low() - basis.low(), 250.), 0.);
        for (double x : {4300., 5555., 8123.})
            for (int k = 0; k < 4; ++k)
                QVERIFY(std::abs(basis.at(x).value[k] - other.at(x).value[k]) < 1e-12);
        // One interval at least, and nothing outside is extrapolated.
        const SplineBasis narrow(5., 5., 10.);
        QCOMPARE(narrow.size(), 4);
        for (double outside : {-1e6, 1e9}) {
            const BasisAt edge = basis.at(outside), last = basis.at(outside < 0. ? basis.low() : basis.high());
            QCOMPARE(edge.first, last.first);
            for (int k = 0; k < 4; ++k)
                QCOMPARE(edge.value[k], last.value[k]);
        }
    }
    void sumsToOneAndIsNeverNegative() {
        const SplineBasis basis(-40., 310., 7.);
        std::mt19937 dice(4);
        std::uniform_real_distribution<double> within(basis.low(), basis.high());
        for (int i = 0; i < 2000; ++i) {
            const BasisAt at = basis.at(within(dice));
            QVERIFY(at.first >= 0 && at.first + 3 < basis.size());
            double sum = 0.;
            for (double value : at.value) {
                QVERIFY(value >= 0.);
                sum += value;
            }
            QVERIFY(std::abs(sum - 1.) < 1e-14);
        }
    }
    /// Marsden's identity for even knots: coefficients c_j give the line x, and c_j^2 - h^2 / 3 the parabola x^2, with
    /// c_j the centre of each function.
    void reproducesLinesAndParabolas() {
        const double h = 12.5;
        const SplineBasis basis(0., 400., h);
        std::vector<double> line, parabola;
        for (int j = 0; j < basis.size(); ++j) {
            line.push_back(basis.centre(j));
            parabola.push_back(basis.centre(j) * basis.centre(j) - h * h / 3.);
        }
        for (double x = 0.; x <= 400.; x += 1.7) {
            QVERIFY(std::abs(splineAt(basis, line, x) - x) < 1e-10);
            QVERIFY(std::abs(splineAt(basis, parabola, x) - x * x) < 1e-8);
        }
    }
    /// Away from the ends, where the library's knots are piled up, both bases are the same functions.
    void insideItIsThatOfGsl() {
        constexpr int kIntervals = 20;
        const SplineBasis basis(0., kIntervals, 1.);
        const std::unique_ptr<gsl_bspline_workspace, decltype(&gsl_bspline_free)> work(
            gsl_bspline_alloc(4, kIntervals + 1), &gsl_bspline_free);
        gsl_bspline_knots_uniform(0., kIntervals, work.get());
        const std::unique_ptr<gsl_vector, decltype(&gsl_vector_free)> theirs(gsl_vector_alloc(kIntervals + 3),
                                                                             &gsl_vector_free);
        for (double x = 3.01; x < kIntervals - 3.; x += 0.173) {
            gsl_bspline_eval(x, theirs.get(), work.get());
            const BasisAt ours = basis.at(x);
            for (int j = 0; j < basis.size(); ++j) {
                const int k = j - ours.first;
                const double value = k >= 0 && k < 4 ? ours.value[k] : 0.;
                QVERIFY(std::abs(value - gsl_vector_get(theirs.get(), static_cast<std::size_t>(j))) < 1e-13);
            }
        }
    }
    void twiceSmoothAcrossAKnot() {
        const SplineBasis basis(0., 10., 1.);
        std::mt19937 dice(7);
        std::normal_distribution<double> normal;
        std::vector<double> coefficients;
        for (int j = 0; j < basis.size(); ++j)
            coefficients.push_back(normal(dice));
        const auto second = [&](double x) {
            const double h = 1e-3;
            return (splineAt(basis, coefficients, x + h) - 2. * splineAt(basis, coefficients, x) +
                    splineAt(basis, coefficients, x - h)) /
                   (h * h);
        };
        for (int knot = 1; knot < 10; ++knot) {
            // The second derivative goes straight from knot to knot, so on both sides it comes to the same.
            const double below = 2. * second(knot - 0.05) - second(knot - 0.1);
            const double above = 2. * second(knot + 0.05) - second(knot + 0.1);
            QVERIFY2(std::abs(below - above) < 1e-4, qPrintable(QString::number(below - above)));
        }
    }

    void blocksNeverReachAcrossAHole() {
        const std::vector<std::size_t> holes{200, 201, 202, 555};
        const ReadyPull pull = samplesWithHoles(holes, 1200);
        const std::vector<SampleBlock> blocks = cutBlocks(pull);
        QVERIFY(blocks.size() > 3);
        std::size_t fitted = 0;
        for (std::size_t b = 0; b < blocks.size(); ++b) {
            QVERIFY(blocks[b].from < blocks[b].to && blocks[b].to <= pull.to);
            fitted += blocks[b].count;
            for (std::size_t i = blocks[b].from; i < blocks[b].to; ++i)
                QVERIFY2(pull.fitted[i], qPrintable(QString::number(i)));
            if (b > 0) {
                QVERIFY(blocks[b].from >= blocks[b - 1].to);
                QCOMPARE(blocks[b].joined, blocks[b].from == blocks[b - 1].to);
            }
        }
        QCOMPARE(fitted, 1200 - holes.size()); // each fitted sample once
        QVERIFY(!blocks.front().joined);
        QVERIFY(cutBlocks(samplesWithHoles({}, 0)).empty());
    }
    /// Pulls of about the same range get the same spacing, or they could not stand on the same knots.
    void spacingGrowsInStepsWithTheRange() {
        double last = 0.;
        int steps = 0;
        for (double range = 800.; range < 14000.; range += 25.) {
            const double spacing = knotSpacing(range);
            QVERIFY(spacing > 0. && spacing < range / 6.);
            QVERIFY(spacing >= last);
            steps += spacing > last;
            last = spacing;
        }
        QVERIFY2(steps > 2 && steps < 60, qPrintable(QString::number(steps)));
        QCOMPARE(knotSpacing(6000.), knotSpacing(6010.));
    }
};

JR_SUITE(TestSplineBasis)
#include "test_spline_basis.moc"
