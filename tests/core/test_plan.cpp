// Plans: the noncentral t against a published example and against simulation; orders that balance drift; fuel.
#include "core/judge/pull_model.h"
#include "core/plan/plan.h"
#include "standin/simulated_bench.h" // Dice

#include <QTest>
#include <boost/math/distributions/students_t.hpp>

#include <cmath>
#include <numeric>

using namespace jr;

class TestPlan : public QObject {
    Q_OBJECT
private slots:
    void againstAPublishedExample() {
        // The help page of R's power.t.test: power = 0.90, delta = 1, sd = 1 needs n = 22.02 a group (value from memory). Our drift term
        // costs one more degree of freedom, worth a fraction of a pull.
        PlanOptions o;
        o.repeatabilityPct = 1.;
        o.worthPct = 1.;
        const auto plan = makePlan(o);
        QVERIFY(plan->pullsEach >= 22 && plan->pullsEach <= 24);
        // And the same page: n = 20, delta = 1, sd = 1 has power 0.869.
        QVERIFY(std::abs(planPower(o, 20, 1.) - 0.869) < 0.006);
    }
    void simulatedAtItsOwnAssumptions() {
        // The model of the judge itself, with drift, on made-up band means: the planned gain is found as often as planned.
        PlanOptions o;
        o.repeatabilityPct = 0.5;
        o.worthPct = 1.;
        const auto plan = makePlan(o);
        SittingPlan sitting;
        sitting.setup = plan->order;
        for (std::size_t i = 0; i < plan->order.size(); ++i)
            sitting.startedS.push_back(600. * static_cast<double>(i));
        const PullModel model = pullModel(sitting, true);
        QVERIFY(model.drift);
        const Eigen::VectorXd contrast = model.contrast(0, 1);
        const double critical = boost::math::quantile(boost::math::students_t(model.freedom), 0.975);
        standin::Dice dice(17);
        int found = 0;
        constexpr int kTests = 4000;
        for (int k = 0; k < kTests; ++k) {
            Eigen::VectorXd y(static_cast<Eigen::Index>(plan->order.size()));
            for (Eigen::Index i = 0; i < y.size(); ++i)
                y[i] = 1. * plan->order[static_cast<std::size_t>(i)] + 0.5 * dice.normal() + 0.3 * static_cast<double>(i) / 6.;
            const Eigen::VectorXd left = model.residual * y;
            const double sd = std::sqrt(left.squaredNorm() / model.freedom) * contrast.norm();
            found += std::abs(contrast.dot(y)) > critical * sd;
        }
        const double share = found / static_cast<double>(kTests), planned = planPower(o, plan->pullsEach, 1.);
        QVERIFY(planned >= 0.9);
        QVERIFY2(std::abs(share - planned) < 0.02, qPrintable(QStringLiteral("%1 against %2").arg(share).arg(planned)));
    }
    void ordersBalance() {
        for (int setups = 2; setups <= 9; ++setups)
            for (int each = 2; each <= 12; ++each) {
                const std::vector<int> order = balancedOrder(setups, each);
                QCOMPARE(order.size(), static_cast<std::size_t>(setups * each));
                QCOMPARE(order.front(), 0);
                QCOMPARE(order.back(), 0);
                std::vector<double> mean(static_cast<std::size_t>(setups), 0.);
                std::vector<int> count(static_cast<std::size_t>(setups), 0);
                for (std::size_t i = 0; i < order.size(); ++i) {
                    mean[static_cast<std::size_t>(order[i])] += static_cast<double>(i) / each;
                    ++count[static_cast<std::size_t>(order[i])];
                }
                for (int c : count)
                    QCOMPARE(c, each);
                const auto [low, high] = std::minmax_element(mean.begin(), mean.end());
                QVERIFY2(*high - *low <= 0.5 + 1e-9, qPrintable(QStringLiteral("%1 setups, %2 each: %3").arg(setups).arg(each).arg(*high - *low)));
            }
        QCOMPARE(balancedOrder(2, 2), (std::vector<int>{0, 1, 1, 0}));
    }
    void moreNoiseOrLessWorthNeedsMorePulls() {
        PlanOptions o;
        int last = 0;
        for (double repeatability : {0.2, 0.5, 1., 2.}) {
            o.repeatabilityPct = repeatability;
            const int n = makePlan(o)->pullsEach;
            QVERIFY(n >= last);
            last = n;
        }
        QVERIFY(std::abs(planPower(o, last, smallestGainPct(o, last)) - o.power) < 1e-6);
        o.repeatabilityPct = 15.;
        const auto hopeless = makePlan(o);
        QVERIFY(!hopeless->reachable && hopeless->text.find("cannot be told") != std::string::npos);
    }
    void fuelAndMinutes() {
        PlanOptions o;
        o.repeatabilityPct = 0.3;
        o.worthPct = 1.;
        o.pullMinutes = 5.;
        o.changeMinutes = 20.;
        o.fuelPerPullMl = 100.;
        o.tankMl = 350.;
        o.reservePct = 10.;
        const auto plan = makePlan(o);
        QVERIFY(plan);
        // 315 ml usable: three pulls, then refuel.
        QCOMPARE(plan->refuelAfter.front(), 3);
        for (std::size_t i = 1; i < plan->refuelAfter.size(); ++i)
            QCOMPARE(plan->refuelAfter[i] - plan->refuelAfter[i - 1], 3);
        int changes = 0;
        for (std::size_t i = 1; i < plan->order.size(); ++i)
            changes += plan->order[i] != plan->order[i - 1];
        QCOMPARE(*plan->minutes, 5. * static_cast<double>(plan->order.size()) + 20. * changes);
        o.tankMl = 90.;
        QVERIFY(!makePlan(o));
    }
    void letters() {
        QCOMPARE(setupLetter(0), std::string("A"));
        QCOMPARE(setupLetter(25), std::string("Z"));
        QCOMPARE(setupLetter(26), std::string("AA"));
    }
};

QTEST_GUILESS_MAIN(TestPlan)
#include "test_plan.moc"
