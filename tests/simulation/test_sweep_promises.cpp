// SPDX-License-Identifier: GPL-3.0-or-later
// Hundreds of simulated sweeps and ladders: intervals hold the truth as often as they say, and neither drift nor
// fittings are taken for a shape.
#include "core/judge/ladder.h"
#include "core/judge/sweep.h"
#include "core/statistics/distributions.h"
#include "standin/simulated_bench.h" // Dice
#include "tests/support/suites.h"
#include "tests/support/untimed_observations.h"

#include <QTest>

#include <boost/math/distributions/non_central_chi_squared.hpp>
#include <boost/math/distributions/non_central_f.hpp>

#include <cmath>
#include <functional>

using namespace jr;
using testsupport::untimed;

namespace {

/// Of a hundred sweeps of six lengths that are truly alike, how many tell of a shape; `pull` makes the k-th of `pulls`.
int shapesToldOfNothing(int pulls, const std::function<Observation(standin::Dice&, int)>& pull) {
    int told = 0;
    constexpr unsigned kTests = 100;
    for (unsigned t = 0; t < kTests; ++t) {
        standin::Dice dice(1000 + t);
        std::vector<Observation> seen;
        for (int k = 0; k < pulls; ++k) {
            seen.push_back(pull(dice, k));
            seen.back().startedS = 1.7e9 + 600. * k;
        }
        told += sweep({0., 10., 20., 30., 40., 50.}, seen)->shape != SweepShape::Flat;
    }
    return told;
}

} // namespace

class TestSweepPromises : public QObject {
    Q_OBJECT
private slots:
    void driftIsNoShape() {
        // Six lengths that are all alike, run up and down and up again on a bench that falls by 3 % an hour: the drift
        // is taken out, costs its freedom in the criterion, and ties the means to one another.
        const int told = shapesToldOfNothing(18, [](standin::Dice& dice, int k) {
            const int block = k / 6;
            return Observation{block % 2 ? 5 - k % 6 : k % 6, 100. - 0.5 * k + 0.3 * dice.normal(), {}};
        });
        QVERIFY2(told <= 12, qPrintable(QString::number(told)));
    }
    void fittingsAreNoShape() {
        // Every length put on twice and pulled three times each; a fitting moves by three times what a pull does. Means
        // that differ by that are no optimum.
        double moved = 0.;
        const int told = shapesToldOfNothing(36, [&](standin::Dice& dice, int k) {
            if (k % 3 == 0)
                moved = 0.6 * dice.normal();
            const int fitting = k / 3;
            return Observation{fitting < 6 ? fitting : 11 - fitting, 100. + moved + 0.2 * dice.normal(), {}};
        });
        QVERIFY2(told <= 25, qPrintable(QString::number(told)));
    }
    /// Two hundred sweeps a size, with pulls of their own or singles beside a known repeatability: what is alike is
    /// called a shape at most one time in twenty, what is twenty standard deviations apart never flat, and what a test
    /// that knew the scatter would see four times in five is seen nearly as often.
    void flatAndPeakedAreToldApart_data() {
        QTest::addColumn<int>("points");
        QTest::addColumn<int>("pulls");
        QTest::addColumn<double>("knownFreedom"); // of the repeatability given from elsewhere; 0: none is
        QTest::newRow("three points, two pulls each") << 3 << 2 << 0.;
        QTest::newRow("three points, three each") << 3 << 3 << 0.;
        QTest::newRow("four points, two each") << 4 << 2 << 0.;
        QTest::newRow("five points, two each") << 5 << 2 << 0.;
        QTest::newRow("six points, three each") << 6 << 3 << 0.;
        QTest::newRow("nine points, two each") << 9 << 2 << 0.;
        QTest::newRow("three singles, known") << 3 << 1 << 8.;
        QTest::newRow("four singles, known") << 4 << 1 << 8.;
        QTest::newRow("six singles, known") << 6 << 1 << 8.;
        QTest::newRow("three points, two each, known") << 3 << 2 << 8.;
    }
    void flatAndPeakedAreToldApart() {
        QFETCH(int, points);
        QFETCH(int, pulls);
        QFETCH(double, knownFreedom);
        constexpr int kTests = 200;
        constexpr double kLevel = 100., kSd = 0.3;
        std::vector<double> x;
        for (int i = 0; i < points; ++i)
            x.push_back(10. * i);
        SweepOptions options;
        options.draws = 0;
        // A hill about a third of the way; its height as a share of one pull's scatter is set for the power wanted.
        const auto hill = [&](int i) { return -std::pow((i - 0.35 * (points - 1)) / (points - 1.), 2); };
        double spread = 0., mean = 0.;
        for (int i = 0; i < points; ++i)
            mean += hill(i) / points;
        for (int i = 0; i < points; ++i)
            spread += std::pow(hill(i) - mean, 2);
        const auto called = [&](double heightSd, unsigned seed) {
            int flat = 0;
            for (unsigned t = 0; t < kTests; ++t) {
                standin::Dice dice(seed + t);
                std::vector<std::vector<double>> groups;
                for (int i = 0; i < points; ++i) {
                    groups.push_back({});
                    for (int k = 0; k < pulls; ++k)
                        groups.back().push_back(kLevel + kSd * (heightSd * hill(i) + dice.normal()));
                }
                if (knownFreedom > 0.) // the bench's history errs as a history of so many degrees does
                {
                    double squares = 0.;
                    for (int f = 0; f < static_cast<int>(knownFreedom); ++f)
                        squares += std::pow(dice.normal(), 2);
                    options.known.pull = {kSd * std::sqrt(squares / knownFreedom) / kLevel, knownFreedom};
                }
                flat += sweep(x, untimed(groups), options)->shape == SweepShape::Flat;
            }
            return flat;
        };
        const int falseShapes = kTests - called(0., 4000);
        const int far = called(20. / std::sqrt(spread / points), 5000);
        // Seen four times in five by a chi-squared test that knew the scatter: the shift at which that is so.
        const double contrasts = points - 1., edge = chiSquaredQuantile(contrasts, 0.95);
        double shift = 0.;
        for (double at = 0.5; shift == 0.; at += 0.05)
            if (boost::math::cdf(boost::math::complement(boost::math::non_central_chi_squared(contrasts, at), edge)) >=
                0.8)
                shift = at;
        const int missed = called(std::sqrt(shift / (pulls * spread)), 6000);
        // And by Fisher's test with the freedom there is: nobody can do better without knowing the shape.
        const double freedom = points * (pulls - 1.) + knownFreedom;
        const double power = boost::math::cdf(boost::math::complement(
            boost::math::non_central_f(contrasts, freedom, shift), fisherTailQuantile(contrasts, freedom, 0.05)));
        qInfo("alike called a shape %d, far apart called flat %d, missed %d of %d (the ideal misses %.0f)", falseShapes,
              far, missed, kTests, kTests * (1. - power));
        constexpr double kThreeErrors = 3.;
        QVERIFY(falseShapes <= 0.05 * kTests + kThreeErrors * std::sqrt(0.05 * 0.95 * kTests));
        QCOMPARE(far, 0);
        QVERIFY(missed <=
                kTests * (1. - power) + kThreeErrors * std::sqrt(power * (1. - power) * kTests) + 0.04 * kTests);
    }
    void intervalsHoldTheTruth() {
        // Simulated: the optimum's 95 % interval holds the true length, steps' margins the true gain, in about 95 of
        // 100 tests.
        standin::Dice dice(77);
        int optimum = 0, gains = 0;
        constexpr int kTests = 300;
        for (int t = 0; t < kTests; ++t) {
            std::vector<double> points;
            std::vector<std::vector<double>> groups;
            for (int i = 0; i < 6; ++i) {
                points.push_back(10. * i);
                groups.push_back({});
                for (int k = 0; k < 3; ++k)
                    groups.back().push_back(100. - 0.004 * std::pow(10. * i - 27., 2) + 0.4 * dice.normal());
            }
            SweepOptions o;
            o.draws = 300;
            const auto s = sweep(points, untimed(groups), o);
            optimum += *s->bestLow <= 27. && *s->bestHigh >= 27.;
            std::vector<std::vector<double>> steps(2);
            for (int k = 0; k < 4; ++k) {
                steps[0].push_back(50. + 0.3 * dice.normal());
                steps[1].push_back(50.5 + 0.3 * dice.normal());
            }
            const auto l = ladder({"a", "b"}, untimed(steps), {});
            gains += *l->steps[1].gainLow <= 0.5 && *l->steps[1].gainHigh >= 0.5;
        }
        qInfo("optimum held %d, gain held %d of %d", optimum, gains, kTests);
        QVERIFY(optimum >= 0.90 * kTests);
        QVERIFY(gains >= 0.91 * kTests && gains <= 0.99 * kTests);
    }
};

JR_SUITE(TestSweepPromises)
#include "test_sweep_promises.moc"
