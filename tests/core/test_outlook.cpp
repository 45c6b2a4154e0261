// SPDX-License-Identifier: GPL-3.0-or-later
// Stop or go on: the spent error against published boundaries, the promise of stopping kept on simulated tests, and
// what is said to be likely held against what then happens.
#include "core/plan/outlook.h"
#include "core/plan/spending.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

#include <boost/math/distributions/normal.hpp>
#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

#include <cmath>

using namespace jr;

namespace {

class Bench {
public:
    Bench(unsigned seed, double gain, double pullSd, double fittingSd = 0.)
        : m_random(seed), m_gain(gain), m_pull(pullSd), m_fitting(fittingSd) {}
    void run(int setup) {
        const bool anew = observations.empty() || observations.back().group != setup;
        if (anew)
            m_fitted = m_fitting * m_normal(m_random);
        m_at += anew ? 1200. : 360.;
        observations.push_back({setup, 100. * (1. + m_gain * setup + m_fitted + m_pull * m_normal(m_random)), m_at});
    }
    void run(const std::string& order) {
        for (char c : order)
            run(c - 'A');
    }
    std::vector<Observation> observations;

private:
    boost::random::mt19937 m_random;
    boost::random::normal_distribution<double> m_normal;
    double m_gain, m_pull, m_fitting, m_fitted = 0., m_at = 0.;
};

/// A history of eight degrees, as the judge would have it.
BenchKnowledge history(double pullSd, double fittingSd) {
    BenchKnowledge out;
    out.pull = KnownSpread{pullSd, 8.};
    out.fitting = KnownSpread{fittingSd, 8.};
    return out;
}

const std::string kOrder = "ABBAABBAABBAABBA";

} // namespace

class TestOutlook : public QObject {
    Q_OBJECT

private slots:
    void boundariesAsPublished() {
        // Five equal looks at 5 %, O'Brien-Fleming-like spending: 4.877, 3.357, 2.680, 2.290, 2.031 (tables for Lan and
        // DeMets' method in texts on group-sequential trials; values from memory).
        const double published[] = {4.877, 3.357, 2.680, 2.290, 2.031};
        SpendingLooks looks(0.05);
        for (int i = 0; i < 5; ++i) {
            const double z = boost::math::quantile(boost::math::normal(), 1. - 0.5 * looks.next(0.2 * (i + 1)));
            QVERIFY2(std::abs(z - published[i]) < 0.002, qPrintable(QString::number(z)));
        }
        QCOMPARE(errorSpent(0., 0.05), 0.);
        QVERIFY(std::abs(errorSpent(1., 0.05) - 0.05) < 1e-9);
        // One look is the plain test.
        QVERIFY(std::abs(SpendingLooks(0.05).next(1.) - 0.05) < 1e-6);
    }
    void stoppingKeepsThePromise() {
        constexpr int kTests = 250;
        int called = 0, plainly = 0;
        for (unsigned seed = 1; seed <= kTests; ++seed) {
            Bench bench(seed, 0., 0.005);
            OutlookOptions o;
            o.plannedPulls = static_cast<int>(kOrder.size());
            o.mostPulls = 0; // only whether it is decided
            bench.run(kOrder);
            // Every look up to the one that decides; a person who stops when pleased goes by each look alone.
            const Outlook end = outlook(bench.observations, o);
            bool stopped = false, pleased = false;
            for (const Look& look : end.looks) {
                stopped = stopped || look.call == CallKind::Gain || look.call == CallKind::Loss;
                pleased = pleased || look.alone == CallKind::Gain || look.alone == CallKind::Loss;
            }
            called += stopped;
            plainly += pleased;
        }
        const double slack = 3. * std::sqrt(0.05 * 0.95 / kTests);
        QVERIFY2(called <= (0.05 + slack) * kTests, qPrintable(QString::number(called)));
        QVERIFY2(plainly > called + 5, qPrintable(QString::number(plainly))); // else this would prove nothing
    }
    void aTrueGainIsDecidedEarly() {
        constexpr int kTests = 60;
        int decided = 0, pulls = 0;
        for (unsigned seed = 1; seed <= kTests; ++seed) {
            Bench bench(seed, 0.03, 0.005, 0.003);
            OutlookOptions o;
            o.plannedPulls = static_cast<int>(kOrder.size());
            o.mostPulls = 0;
            o.known = history(0.005, 0.003);
            bench.run(kOrder);
            const Outlook end = outlook(bench.observations, o);
            decided += end.state == Outlook::State::Decided && end.looks.back().call == CallKind::Gain;
            pulls += end.looks.back().pulls;
        }
        QVERIFY2(decided >= 0.95 * kTests, qPrintable(QString::number(decided)));
        QVERIFY2(pulls < 0.75 * kTests * static_cast<int>(kOrder.size()), qPrintable(QString::number(pulls)));
    }
    void whatIsLikelyHappensAsOften() {
        int steps = 0, decided = 0;
        double promised = 0.;
        for (unsigned seed = 1; seed <= 100; ++seed) {
            // The gain itself is as uncertain as what is known after four pulls: none, small or clear.
            boost::random::mt19937 random(seed + 77);
            boost::random::normal_distribution<double> normal(0.01, 0.01);
            Bench bench(seed, normal(random), 0.005, 0.003);
            OutlookOptions o;
            o.plannedPulls = 16;
            o.known = history(0.005, 0.003);
            bench.run("ABBA");
            const Outlook now = outlook(bench.observations, o);
            if (!now.next)
                continue;
            for (int setup : now.next->pulls)
                bench.run(setup);
            o.mostPulls = 0;
            ++steps;
            promised += now.next->chances.decided();
            decided += outlook(bench.observations, o).state == Outlook::State::Decided;
        }
        QVERIFY(steps > 60);
        QVERIFY2(std::abs(decided - promised) < 0.1 * steps,
                 qPrintable(QStringLiteral("%1 of %2, promised %3").arg(decided).arg(steps).arg(promised)));
    }
    void swapsAreWeighedAgainstPulls() {
        // Where a swap costs an hour and fittings hardly matter, one does not swap more than need be.
        Bench bench(3, 0.02, 0.005, 0.0005);
        bench.run("ABBA");
        OutlookOptions o;
        o.known = history(0.005, 0.0005);
        o.swapMinutes = 60.;
        const Outlook dear = outlook(bench.observations, o);
        o.swapMinutes = 1.;
        o.pullMinutes = 1.;
        o.known = history(0.001, 0.006); // and where fittings are all that matters, one does
        Bench fitted(3, 0.01, 0.001, 0.006);
        fitted.run("ABBA");
        const Outlook cheap = outlook(fitted.observations, o);
        QVERIFY(dear.next && cheap.next);
        QVERIFY2(dear.next->swaps <= 2, qPrintable(QString::number(dear.next->swaps)));
        QVERIFY2(cheap.next->swaps > dear.next->swaps, qPrintable(QString::number(cheap.next->swaps)));
        QCOMPARE(static_cast<int>(std::count(dear.next->pulls.begin(), dear.next->pulls.end(), 0)),
                 static_cast<int>(dear.next->pulls.size()) / 2); // it ends with both equally often run
    }
    void whatIsSaid() {
        Bench bench(5, 0.05, 0.002);
        OutlookOptions o;
        o.names = {"short stack", "long stack"};
        QVERIFY(QString::fromStdString(said(outlook({}, o).words)).contains("Run both"));
        bench.run("AB");
        QCOMPARE(outlook(bench.observations, o).state, Outlook::State::NotYet); // one each, nothing known
        bench.run("B");
        o.known = history(0.002, 0.002);
        const Outlook between = outlook(bench.observations, o);
        QVERIFY(!between.atLook);
        QVERIFY2(QString::fromStdString(said(between.words)).contains(" × short stack"), said(between.words).c_str());
        bench.run("AABBA");
        const Outlook end = outlook(bench.observations, o);
        QCOMPARE(end.state, Outlook::State::Decided);
        QVERIFY(QString::fromStdString(said(end.words)).startsWith("Decided: it gains +"));
        // A plan used up without an answer says so.
        Bench open(14, 0.003, 0.01);
        open.run("ABBA");
        o.known = {};
        o.plannedPulls = 4;
        const Outlook usedUp = outlook(open.observations, o);
        QVERIFY2(said(usedUp.words).find("used up") != std::string::npos, said(usedUp.words).c_str());
    }
};

JR_SUITE(TestOutlook)
#include "test_outlook.moc"
