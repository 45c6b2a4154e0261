// SPDX-License-Identifier: GPL-3.0-or-later
// Hundreds of simulated sweeps and ladders: intervals hold the truth as often as they say, and neither drift nor
// fittings are taken for a shape.
#include "core/judge/ladder.h"
#include "core/judge/sweep.h"
#include "standin/simulated_bench.h" // Dice
#include "tests/support/suites.h"
#include "tests/support/untimed_observations.h"

#include <QTest>

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
