// SPDX-License-Identifier: GPL-3.0-or-later
// What a plan says of its chances, against judging made-up tests: pulls of two and of several setups, effects of a
// cross, sweeps.
#include "core/judge/factorial.h"
#include "core/judge/sweep.h"
#include "core/plan/plan.h"
#include "core/plan/plan_chances.h"
#include "core/plan/sweep_chances.h"
#include "core/words/wording.h"
#include "standin/simulated_bench.h" // Dice
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <limits>

using namespace jr;

class TestPlanChances : public QObject {
    Q_OBJECT
private slots:
    void chancesAreWhatTheJudgeDoes() {
        // Known exactly, and judged without being told: the noncentral t of the plan is the most the judge can do; its
        // doubt about fittings costs some of it.
        const std::vector<int> order{0, 1, 1, 0, 0, 1, 1, 0};
        PlanChancesOptions o;
        o.truth.pull = KnownSpread{0.005, std::numeric_limits<double>::infinity()};
        o.worthPct = 1.5;
        const PlanChances alone = planChances(order, o);
        QCOMPARE(alone.tests, 300);
        PlanOptions plan;
        plan.repeatabilityPct = 0.5;
        const double most = planPower(plan, 4, 1.5);
        QVERIFY2(alone.ofWorth.gain < most + 0.05 && alone.ofWorth.gain > most - 0.35,
                 qPrintable(QStringLiteral("%1 %2").arg(alone.ofWorth.gain).arg(most)));
        QVERIFY(alone.ofNothing.gain + alone.ofNothing.loss < 0.05 + 3. * std::sqrt(0.05 * 0.95 / 300.));
        QVERIFY(std::abs(alone.ofWorth.gain + alone.ofWorth.loss + alone.ofWorth.same + alone.ofWorth.open() - 1.) <
                1e-9);
        // What is known of the bench helps; more pulls help; a worse bench does not.
        PlanChancesOptions told = o;
        told.known = typedRepeatability(0.5);
        const PlanChances known = planChances(order, told);
        QVERIFY(known.ofWorth.gain > alone.ofWorth.gain && known.ofNothing.same >= alone.ofNothing.same);
        const PlanChances more = planChances(balancedOrder(2, 8), o);
        QVERIFY(more.ofWorth.gain > alone.ofWorth.gain);
        PlanChancesOptions loud = told;
        loud.truth.pull->sd = 0.01;
        QVERIFY(planChances(order, loud).ofWorth.gain < known.ofWorth.gain);
        // A figure that is itself in doubt, and fittings that move, cost chances.
        PlanChancesOptions moved = told;
        moved.truth.fitting = KnownSpread{0.006, 8.};
        moved.known.fitting = moved.truth.fitting;
        QVERIFY(planChances(order, moved).ofWorth.gain < known.ofWorth.gain);
        // The same seed, the same answer; several setups are held together; what cannot be tried says nothing.
        QCOMPARE(planChances(order, told).ofWorth.gain, known.ofWorth.gain);
        const PlanChances four = planChances(balancedOrder(4, 4), told);
        QVERIFY(four.ofNothing.gain + four.ofNothing.loss < 0.05 && four.ofWorth.gain > 0.3);
        QCOMPARE(planChances({0, 0}, told).tests, 0);
        QCOMPARE(planChances(order, PlanChancesOptions{}).tests, 0);
        QCOMPARE(planChances(order, told, [] { return true; }).tests, 0);
        QVERIFY(said(known.words).find("100 such tests") != std::string::npos);
    }
    void aJudgedPlanKeepsItsWord() {
        PlanOptions o;
        o.repeatabilityPct = 0.5;
        o.worthPct = 1.;
        PlanChancesOptions likely;
        likely.truth = likely.known = typedRepeatability(0.5);
        const auto judged = judgedPlan(o, likely);
        QVERIFY(judged.ok());
        QVERIFY(judged->plan.pullsEach > makePlan(o)->pullsEach); // the t test alone promises more than is called
        QVERIFY2(judged->chances.ofWorth.gain > 0.9 - 3. * std::sqrt(0.9 * 0.1 / 300.) &&
                     judged->chances.ofWorth.gain < 0.97,
                 qPrintable(QString::number(judged->chances.ofWorth.gain)));
        QCOMPARE(judged->plan.words.back().code, std::string("plan.chances"));
        // By other dice as well: what was found by trying is no luck of those tries.
        likely.seed = 99;
        likely.tests = 600;
        const PlanChances again = planChances(judged->plan.order, likely);
        QVERIFY2(again.ofWorth.gain > 0.86, qPrintable(QString::number(again.ofWorth.gain)));
        // As many as were chosen stay chosen; what the t test alone plans, and errors, come through.
        QCOMPARE(judgedPlan(o, likely, 3)->plan.pullsEach, 3);
        o.kind = PlanKind::Sweep;
        o.setups = 5;
        QVERIFY(judgedPlan(o, likely)->chances.tests > 0);
        o.kind = PlanKind::Cross;
        QVERIFY(!judgedPlan(o, likely)); // five setups make no cross
    }
    /// A sweep's chances are what sweeps say: held against sweeps of our own pulls, whose best lies where ours is not
    /// the middle's, and against the plan's promise.
    void aJudgedSweepFindsItsBest() {
        PlanOptions o;
        o.kind = PlanKind::Sweep;
        o.setups = 5;
        o.worthPct = 2.;
        o.repeatabilityPct = 0.5;
        PlanChancesOptions likely;
        likely.worthPct = 2.;
        likely.truth = likely.known = typedRepeatability(0.5);
        likely.tests = 200;
        const auto judged = judgedPlan(o, likely);
        QVERIFY(judged.ok() && judged->chances.tests > 0);
        const CallChances &fall = judged->chances.ofWorth, &alike = judged->chances.ofNothing;
        QCOMPARE(judged->chances.words.code, std::string("plan.chances-sweep"));
        QCOMPARE(judged->plan.words.back().code, std::string("plan.chances-sweep"));
        QVERIFY(std::abs(fall.decided() - 1.) < 1e-9 && std::abs(alike.decided() - 1.) < 1e-9);
        QVERIFY2(fall.gain > 0.8, qPrintable(QString::number(fall.gain)));
        QVERIFY(alike.same > 0.5);
        standin::Dice dice(12);
        int found = 0, none = 0;
        constexpr int kTests = 200;
        SweepOptions asked;
        asked.known = likely.known;
        asked.draws = 0;
        for (int t = 0; t < kTests; ++t) {
            std::vector<Observation> falls, same;
            double minutes = 0.;
            for (std::size_t i = 0; i < judged->plan.order.size(); ++i) {
                const int value = judged->plan.order[i];
                minutes += i > 0 && value != judged->plan.order[i - 1] ? 26. : 6.;
                const double pull = 100. * (1. + 0.005 * dice.normal()), q = (value - 2.2) / 2.;
                same.push_back({value, pull, 1.7e9 + 60. * minutes});
                falls.push_back({value, pull - 2. * q * q, 1.7e9 + 60. * minutes});
            }
            const auto best = sweep({0., 1., 2., 3., 4.}, falls, asked),
                       flat = sweep({0., 1., 2., 3., 4.}, same, asked);
            QVERIFY(best.ok() && flat.ok());
            found += best->shape != SweepShape::Flat && best->inside && std::abs(best->bestX - 2.2) < 1.;
            none += flat->shape == SweepShape::Flat;
        }
        // The scatter is known to eight degrees in the plan and exactly here, so here a little more is found.
        QVERIFY2(found > kTests * (fall.gain - 0.1), qPrintable(QString::number(found)));
        QVERIFY2(std::abs(none / double(kTests) - alike.same) < 0.15, qPrintable(QString::number(none)));
        // Fewer pulls find less, a worse bench too; two values are no sweep.
        const SweepChancesFound few = sweepChances(balancedOrder(5, 2), likely);
        QVERIFY(few.tests == 200 && few.ofFall.finds < fall.gain + 0.02);
        PlanChancesOptions loud = likely;
        loud.truth = loud.known = typedRepeatability(2.);
        QVERIFY(sweepChances(judged->plan.order, loud).ofFall.finds < fall.gain);
        QCOMPARE(sweepChances({0, 1, 1, 0}, likely).tests, 0);
        QCOMPARE(sweepChances({}, likely).tests, 0);
        QCOMPARE(sweepChances(judged->plan.order, likely, [] { return true; }).tests, 0);
    }
    void aJudgedCrossFindsItsEffects() {
        PlanOptions o;
        o.kind = PlanKind::Cross;
        o.setups = 4;
        PlanChancesOptions likely;
        likely.truth.pull = KnownSpread{0.005, std::numeric_limits<double>::infinity()};
        likely.known = typedRepeatability(0.5);
        likely.tests = 200;
        const auto judged = judgedPlan(o, likely);
        QVERIFY(judged.ok() && judged->chances.tests > 0);
        QCOMPARE(judged->chances.words.code, std::string("plan.chances-effect"));
        // Through the cross as it is judged, with pulls of our own: its first factor is worth 1 %.
        const std::vector<Cell> cells{{{"low", "low"}}, {{"high", "low"}}, {{"low", "high"}}, {{"high", "high"}}};
        standin::Dice dice(8);
        int found = 0, wrong = 0;
        constexpr int kTests = 150;
        for (int t = 0; t < kTests; ++t) {
            std::vector<Observation> pulls;
            double minutes = 0.;
            for (std::size_t i = 0; i < judged->plan.order.size(); ++i) {
                const int cell = judged->plan.order[i];
                minutes += i > 0 && cell != judged->plan.order[i - 1] ? 26. : 6.;
                pulls.push_back({cell, 100. + (cell % 2 ? 1. : 0.) + 0.5 * dice.normal(), 1.7e9 + 60. * minutes});
            }
            const auto cross = factorial({"a", "b"}, cells, pulls, likely.known);
            found += *cross->effects[0].low > 0.;
            wrong += *cross->effects[1].low > 0. || *cross->effects[1].high < 0.;
        }
        QVERIFY2(std::abs(found / double(kTests) - judged->chances.ofWorth.gain) < 0.09,
                 qPrintable(QStringLiteral("%1 of %2, %3").arg(found).arg(kTests).arg(judged->chances.ofWorth.gain)));
        QVERIFY2(found >= 0.83 * kTests && wrong <= 0.06 * kTests, qPrintable(QString::number(wrong)));
    }
};

JR_SUITE(TestPlanChances)
#include "test_plan_chances.moc"
