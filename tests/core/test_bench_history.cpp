// SPDX-License-Identifier: GPL-3.0-or-later
// What a job tells of its bench for later ones, against mean squares worked out by hand and against truths that were
// put in; and what several jobs tell together.
#include "core/judge/bench_history.h"
#include "core/judge/pull_model.h"
#include "tests/support/suites.h"

#include <QTest>

#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

#include <cmath>

using namespace jr;

namespace {

/// 'A' and 'B', a minute and a half a pull, '|' a night.
SittingPlan planOf(const std::string& order, double pullS = 90.) {
    SittingPlan plan;
    double t = 0.;
    for (char c : order) {
        if (c == '|') {
            t += 86400.;
            continue;
        }
        plan.setup.push_back(c - 'A');
        plan.startedS.emplace_back(t);
        plan.setups = std::max(plan.setups, c - 'A' + 1);
        t += pullS;
    }
    return plan;
}

} // namespace

class TestBenchHistory : public QObject {
    Q_OBJECT

private slots:
    void meanSquaresByHand() {
        // AABBAABB, times unknown, so without drift: two setups of two fittings of two pulls, a balanced nested layout.
        // Inside fittings: halves of the squared differences. Fitting means: A 1, 5; B 2, 2.
        SittingPlan plan;
        plan.setup = {0, 0, 1, 1, 0, 0, 1, 1};
        plan.startedS.assign(8, std::nullopt);
        plan.fitting = {0, 0, 1, 1, 2, 2, 3, 3};
        const BenchKnowledge told = scatterTold(plan, {0., 2., 1., 3., 4., 6., 2., 2.});
        // Within: (2^2 + 2^2 + 2^2 + 0) / 2 = 6 on 4 degrees. Between: 2 (2^2 + 2^2) = 16 on 2: mean square 8.
        QVERIFY(told.pull && told.fitting);
        QCOMPARE(told.pull->sd, std::sqrt(6. / 4.));
        QCOMPARE(told.pull->freedom, 4.);
        QCOMPARE(told.fitting->sd, std::sqrt((8. - 1.5) / 2.)); // classical: (MS between - MS within) / pulls each
        QVERIFY(told.fitting->freedom > 0.2 && told.fitting->freedom < 2.);
        QVERIFY(!told.day);
    }
    void nothingIsToldOfWhatADesignDoesNotMeet() {
        const BenchKnowledge once = scatterTold(planOf("AAABBB"), {0., 1., 2., 0., 1., 2.});
        QVERIFY(once.pull && !once.fitting && !once.day);
        // Every pull a fitting of its own: one figure, of both.
        const BenchKnowledge turns = scatterTold(planOf("ABABAB"), {0., 1., 0.2, 1.1, 0.1, 0.9});
        QVERIFY(turns.pull && !turns.fitting);
        QVERIFY(!scatterTold(planOf("A"), {1.}).any());
        QVERIFY(!scatterTold(planOf("AB"), {1., 2.}).any());
        QVERIFY(!scatterTold(planOf("AAAA"), {1., 1., 1., 1.}).any()); // repeats to the last figure: no bench does
    }
    void truthsComeBack_data() {
        QTest::addColumn<QString>("order");
        QTest::addColumn<double>("fitting");
        QTest::addColumn<double>("day");
        QTest::newRow("one day, fittings") << "AABBAABBAABB" << 0.005 << 0.;
        QTest::newRow("one day, no fitting scatter") << "AABBAABBAABB" << 0. << 0.;
        QTest::newRow("three evenings") << "AABB|BBAA|AABB" << 0.004 << 0.01;
    }
    void truthsComeBack() {
        QFETCH(QString, order);
        QFETCH(double, fitting);
        QFETCH(double, day);
        constexpr double kPull = 0.005;
        const SittingPlan plan = planOf(order.toStdString());
        boost::random::mt19937 random(7);
        boost::random::normal_distribution<double> normal;
        std::vector<BenchKnowledge> jobs;
        for (int job = 0; job < 400; ++job) {
            std::vector<double> level;
            double fitted = 0., today = day * normal(random);
            for (std::size_t i = 0; i < plan.setup.size(); ++i) {
                const bool night = i > 0 && *plan.startedS[i] - *plan.startedS[i - 1] > 3600.;
                if (night)
                    today = day * normal(random);
                if (i == 0 || night || plan.setup[i] != plan.setup[i - 1])
                    fitted = fitting * normal(random);
                level.push_back(0.02 * plan.setup[i] + 1e-7 * *plan.startedS[i] * (order.contains('|') ? 0. : 1.) +
                                fitted + today + kPull * normal(random));
            }
            jobs.push_back(scatterTold(plan, level));
        }
        const BenchKnowledge all = pooledHistory(jobs);
        QVERIFY(all.pull && all.fitting && all.fromHistory);
        QVERIFY2(std::abs(all.pull->sd / kPull - 1.) < 0.05, qPrintable(QString::number(all.pull->sd)));
        // What chance puts below nothing is held at a quarter of its standard error, so small ones read somewhat high;
        // never more than three fifths of a pull's.
        if (fitting > 0.)
            QVERIFY2(all.fitting->sd > 0.95 * fitting && all.fitting->sd < 1.25 * fitting,
                     qPrintable(QString::number(all.fitting->sd)));
        else
            QVERIFY2(all.fitting->sd < 0.6 * kPull, qPrintable(QString::number(all.fitting->sd)));
        QCOMPARE(all.pull->freedom, kMostKnownFreedom);
        if (day > 0.) {
            QVERIFY(all.day);
            QVERIFY2(std::abs(all.day->sd / day - 1.) < 0.15, qPrintable(QString::number(all.day->sd)));
        } else {
            QVERIFY(!all.day);
        }
    }
    void pooledByFreedom() {
        BenchKnowledge a, b;
        a.pull = KnownSpread{0.003, 2.};
        b.pull = KnownSpread{0.006, 1.};
        b.fitting = KnownSpread{0.004, 0.5};
        const BenchKnowledge all = pooledHistory({a, b});
        QCOMPARE(all.pull->sd, std::sqrt((2. * 9e-6 + 36e-6) / 3.));
        QCOMPARE(all.pull->freedom, 3.);
        QCOMPARE(all.fitting->sd, 0.004);
        QVERIFY(!all.day && !all.shape && all.fromHistory);
        QVERIFY(!pooledHistory({}).fromHistory);
    }
};

JR_SUITE(TestBenchHistory)
#include "test_bench_history.moc"
