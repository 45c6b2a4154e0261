// SPDX-License-Identifier: GPL-3.0-or-later
// Several sittings in one job: what the evenings differ in is taken out where setups come back, and said where they do
// not. Against GSL, and against a published randomised block experiment.
#include "core/judge/comparison.h"
#include "core/judge/pull_model.h"
#include "core/judge/run_chart.h"
#include "core/judge/sentences.h"
#include "core/judge/sittings.h"
#include "core/mixture/mixture_finding.h"
#include "standin/simulated_bench.h"
#include "tests/support/certified.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <gsl/gsl_multifit.h>

#include <algorithm>
#include <cmath>

using namespace jr;

namespace {

constexpr double kHour = 3600., kDay = 24. * kHour;

/// Letters are setups, a bar is a night; ten minutes between pulls.
SittingPlan evenings(const std::string& order) {
    SittingPlan plan;
    plan.setups = 0;
    double at = 1.7e9;
    for (char c : order) {
        if (c == '|') {
            at += kDay;
            continue;
        }
        plan.setup.push_back(c - 'A');
        plan.startedS.push_back(at);
        plan.setups = std::max(plan.setups, c - 'A' + 1);
        at += 600.;
    }
    return plan;
}

Eigen::VectorXd column(const std::vector<double>& v) {
    return Eigen::Map<const Eigen::VectorXd>(v.data(), static_cast<Eigen::Index>(v.size()));
}

bool said(const std::vector<Caution>& cautions, const char* kind, const char* words) {
    return std::any_of(cautions.begin(), cautions.end(),
                       [&](const Caution& c) { return c.kind == kind && said(c).find(words) != std::string::npos; });
}

/// Simulated pulls of two evenings, the second reading `evening` (share) differently; B gains `gain` everywhere.
std::vector<PullFit> simulated(const std::string& order, double gain, double evening) {
    std::vector<PullFit> out;
    const SittingPlan plan = evenings(order);
    const std::vector<int> sitting = sittingsOf(plan.startedS);
    for (std::size_t i = 0; i < plan.setup.size(); ++i) {
        standin::EngineTruth engine;
        engine.torqueNm *= plan.setup[i] == 1 ? 1. + gain : 1.;
        standin::BenchSetting bench;
        standin::PullSetting p;
        p.seed = 40 + i;
        p.offsetShare = sitting[i] * evening + 0.0015 * (static_cast<double>(i % 3) - 1.);
        Trace trace = testsupport::traceOf(standin::rollerPull(engine, bench, p), PullKind::Roller);
        trace.header.setup = plan.setup[i] == 0 ? "short stack" : "long stack";
        trace.header.startedEpochS = plan.startedS[i];
        out.push_back(std::move(fitPull(trace)).value());
    }
    return out;
}

Result<Comparison> compared(const std::vector<PullFit>& fits, const SittingPlan& plan) {
    std::vector<const PullFit*> base, with;
    for (std::size_t i = 0; i < fits.size(); ++i)
        (plan.setup[i] ? with : base).push_back(&fits[i]);
    return compare(base, with, {});
}

} // namespace

class TestSittings : public QObject {
    Q_OBJECT
private slots:
    void aNightEndsASitting() {
        const SittingPlan plan = evenings("ABB|BA|A");
        QCOMPARE(sittingsOf(plan.startedS), (std::vector<int>{0, 0, 0, 1, 1, 2}));
        // Hours of spanner work do not; nor does the order in which pulls are listed matter.
        QCOMPARE(sittingsOf({0., 5. * kHour, 10. * kHour}), (std::vector<int>{0, 0, 0}));
        QCOMPARE(sittingsOf({kDay, 0., 600.}), (std::vector<int>{1, 0, 0}));
        // One unknown time, and nothing is known of any night.
        QCOMPARE(sittingsOf({0., std::nullopt, kDay}), (std::vector<int>{0, 0, 0}));
        QCOMPARE(sittingsOf({}), std::vector<int>{});
    }

    void setupsAreLinkedThroughThirds() {
        const SittingPlan plan = evenings("AB|BC|D");
        QCOMPARE(linkedSetups(plan, sittingsOf(plan.startedS)), (std::vector<int>{0, 0, 0, 3}));
        const SittingPlan apart = evenings("AAA|BBB");
        QCOMPARE(linkedSetups(apart, sittingsOf(apart.startedS)), (std::vector<int>{0, 1}));
        // A chain that only closes at the end.
        const SittingPlan chain = evenings("AB|CD|BC");
        QCOMPARE(linkedSetups(chain, sittingsOf(chain.startedS)), (std::vector<int>{0, 0, 0, 0}));
    }

    void blocksAgainstAPublishedExperiment() {
        const testsupport::CertifiedSet resin = testsupport::certifiedSet("resin-blocks");
        QCOMPARE(resin.rows.size(), std::size_t(24));
        SittingPlan plan;
        plan.setups = 4;
        std::vector<double> y;
        for (const std::vector<double>& row : resin.rows) {
            plan.setup.push_back(static_cast<int>(row[0]));
            plan.startedS.push_back(row[1] * kDay + row[0] * 600.);
            y.push_back(row[2]);
        }
        const PullModel model = pullModel(plan, false);
        QCOMPARE(model.sittings, 6);
        QCOMPARE(resin.against("freedom", model.freedom), QString());
        QCOMPARE(resin.against("residual_ss", (model.residual * column(y)).squaredNorm()), QString());
        const Eigen::VectorXd means = model.weights.topRows(4) * column(y);
        double treatments = 0.;
        const double overall = column(y).mean();
        for (Eigen::Index k = 0; k < 4; ++k)
            treatments += 6. * (means[k] - overall) * (means[k] - overall);
        QCOMPARE(resin.against("treatment_ss", treatments), QString());
        QCOMPARE(resin.against("block_ss", (model.bench * column(y)).squaredNorm()), QString());
    }

    void levelsAndDriftAgainstGsl() {
        const SittingPlan plan = evenings("ABBA|BAAB|AB");
        const std::vector<int> sitting = sittingsOf(plan.startedS);
        const std::vector<double> y{10.1, 10.9, 11.2, 10.0, 9.8, 9.1, 9.2, 10.3, 12.0, 13.1};
        const std::size_t n = y.size();
        gsl_matrix* x = gsl_matrix_alloc(n, 5); // two setups, two sittings' steps, drift inside a sitting
        gsl_vector *target = gsl_vector_alloc(n), *c = gsl_vector_alloc(5);
        gsl_matrix* covariance = gsl_matrix_alloc(5, 5);
        const double middle[] = {900., 900., 300.};
        const double begins[] = {*plan.startedS[0], *plan.startedS[4], *plan.startedS[8]};
        for (std::size_t i = 0; i < n; ++i) {
            const auto s = static_cast<std::size_t>(sitting[i]);
            gsl_matrix_set(x, i, 0, plan.setup[i] == 0);
            gsl_matrix_set(x, i, 1, plan.setup[i] == 1);
            gsl_matrix_set(x, i, 2, s == 1);
            gsl_matrix_set(x, i, 3, s == 2);
            gsl_matrix_set(x, i, 4, (*plan.startedS[i] - begins[s] - middle[s]) / kHour);
            gsl_vector_set(target, i, y[i]);
        }
        double chisq = 0.;
        auto* work = gsl_multifit_linear_alloc(n, 5);
        gsl_multifit_linear(x, target, c, covariance, &chisq, work);
        QVERIFY(orderTellsDrift(plan));
        const PullModel model = pullModel(plan, true);
        QVERIFY(model.drift);
        QCOMPARE(model.sittings, 3);
        QCOMPARE(model.freedom, 5);
        QVERIFY(std::abs((model.residual * column(y)).squaredNorm() - chisq) < 1e-9);
        QVERIFY(std::abs(model.contrast(0, 1).dot(column(y)) - (gsl_vector_get(c, 1) - gsl_vector_get(c, 0))) < 1e-9);
        QVERIFY(std::abs(model.weights.row(2).dot(column(y)) - gsl_vector_get(c, 4)) < 1e-9);
        const double variance =
            gsl_matrix_get(covariance, 0, 0) + gsl_matrix_get(covariance, 1, 1) - 2. * gsl_matrix_get(covariance, 0, 1);
        QVERIFY(std::abs(model.contrast(0, 1).squaredNorm() * chisq / 5. - variance) < 1e-9);
        // A setup's value stands for all evenings: the mean of fitted setup and bench is the mean of the pulls.
        const Eigen::VectorXd fitted = column(y) - model.residual * column(y);
        QVERIFY(std::abs(fitted.mean() - column(y).mean()) < 1e-9);
        QVERIFY(std::abs((model.bench * column(y)).mean()) < 1e-9);
        gsl_multifit_linear_free(work);
        gsl_matrix_free(x);
        gsl_matrix_free(covariance);
        gsl_vector_free(target);
        gsl_vector_free(c);
    }

    void whenOrderTellsDrift_data() {
        QTest::addColumn<QString>("order");
        QTest::addColumn<bool>("tells");
        QTest::newRow("back in one evening") << "ABBA" << true;
        QTest::newRow("blocks") << "AAABBB" << false;
        QTest::newRow("blocks twice the same way") << "AABB|AABB" << false;
        QTest::newRow("blocks that change places") << "AABB|BBAA" << true;
        QTest::newRow("back only after a night") << "AAA|BBB|AAA" << false; // no line through the nights
        QTest::newRow("never back") << "AAA|BBB" << false;
        QTest::newRow("back in the second evening") << "AB|ABA" << true;
    }
    void whenOrderTellsDrift() {
        QFETCH(QString, order);
        QFETCH(bool, tells);
        QCOMPARE(orderTellsDrift(evenings(order.toStdString())), tells);
    }

    void aNightIsNoDrift() {
        // The second evening reads three per cent less; nothing drifts within either.
        const SittingPlan plan = evenings("ABBA|ABBA");
        std::vector<double> y;
        const std::vector<int> sitting = sittingsOf(plan.startedS);
        for (std::size_t i = 0; i < plan.setup.size(); ++i)
            y.push_back(std::log(20000.) + 0.02 * plan.setup[i] - 0.03 * sitting[i] +
                        0.001 * (static_cast<double>(i * 7 % 5) - 2.));
        const PullModel model = pullModel(plan, orderTellsDrift(plan));
        QVERIFY(std::abs(model.contrast(0, 1).dot(column(y)) - 0.02) < 0.002);
        QVERIFY(std::abs(model.weights.row(2).dot(column(y))) < 0.01); // an hour
        QVERIFY(std::sqrt((model.residual * column(y)).squaredNorm() / model.freedom) < 0.003);
    }

    void evenUnevenEveningsGiveTheTruth() {
        // Base mostly on the first evening, the change mostly on the second, which reads 2 % high: a plain difference
        // of means would be a per cent off, twice the gain.
        const SittingPlan plan = evenings("AAAB|ABBB");
        const std::vector<PullFit> fits = simulated("AAAB|ABBB", 0.01, 0.02);
        const auto c = compared(fits, plan);
        QVERIFY2(c.ok(), c.ok() ? "" : c.error().reason.c_str());
        QCOMPARE(c->sittings, 2);
        QCOMPARE(c->sittingsRun, 2);
        QVERIFY(!c->apart);
        QVERIFY(c->bandMean.lowW && *c->bandMean.lowW <= 0.01 * c->bandMean.baseW &&
                *c->bandMean.highW >= 0.01 * c->bandMean.baseW);
        QVERIFY(std::abs(c->bandMean.pct - 1.) < 0.5);
        std::size_t inside = 0;
        for (std::size_t g = 0; g < c->place.size(); ++g)
            inside += c->pct(g).low <= 1. && c->pct(g).high >= 1.;
        QCOMPARE(inside, c->place.size());
        QVERIFY(*c->repeatabilityPct < 0.5); // the evenings' 2 % is not laid to the pulls
        const Account account = describe(*c, {});
        QVERIFY(std::any_of(account.details.begin(), account.details.end(),
                            [](const std::string& s) { return s.find("2 sittings") != std::string::npos; }));
    }

    void setupsThatNeverMetAreSaidToBeApart() {
        const SittingPlan plan = evenings("AAA|BBB");
        const auto c = compared(simulated("AAA|BBB", 0.01, 0.02), plan);
        QVERIFY(c.ok());
        QVERIFY(c->apart);
        QCOMPARE(c->sittingsRun, 2);
        QVERIFY(said(c->cautions, "drift-unchecked", "never run in one sitting"));
        // The same pulls in one evening have the ordinary caution.
        const auto one = compared(simulated("AAABBB", 0.01, 0.), evenings("AAABBB"));
        QVERIFY(!one->apart);
        QVERIFY(said(one->cautions, "drift-unchecked", "not run again"));

        std::vector<Observation> observations;
        const SittingPlan three = evenings("ABAB|CCC");
        for (std::size_t i = 0; i < three.setup.size(); ++i)
            observations.push_back({three.setup[i], 20000. + 10. * static_cast<double>(i), three.startedS[i]});
        const GroupFit fit = fitGroups(observations, 3, BenchKnowledge{});
        QVERIFY(fit.apart);
        QCOMPARE(fit.sittings, 1); // no evening of A and B has another to be set against
        QVERIFY(said(groupCautions(fit, observations, 3, true), "drift-unchecked", "never run in one sitting"));
        // Numbers typed in have no sittings to speak of.
        QVERIFY(!said(groupCautions(fit, observations, 3, false), "drift-unchecked", ""));
    }

    void runChartHoldsEachEveningToItsOwnLevel() {
        const std::string order = "ABBAABBA|ABBAABBA";
        const SittingPlan plan = evenings(order);
        const std::vector<int> sitting = sittingsOf(plan.startedS);
        std::vector<RunPull> pulls;
        for (std::size_t i = 0; i < plan.setup.size(); ++i) {
            RunPull p;
            p.number = static_cast<int>(i) + 1;
            p.setup = plan.setup[i];
            p.startedS = plan.startedS[i];
            p.valueW =
                20000. * (1. + 0.02 * p.setup - 0.04 * sitting[i] + 0.001 * (static_cast<double>(i * 7 % 5) - 2.));
            pulls.push_back(p);
        }
        pulls[11].valueW *= 1.015; // one pull of the second evening reads high
        const RunChart run = runChart(pulls, 2);
        QCOMPARE(run.sittings, 2);
        QCOMPARE(run.sitting, sitting);
        QVERIFY(said(run.account).find("2 sittings") != std::string::npos);
        for (std::size_t i = 0; i < pulls.size(); ++i)
            QCOMPARE(run.points[i].odd, i == 11);
        QVERIFY(run.sdPct && *run.sdPct < 0.6);
        QVERIFY(run.driftLow && *run.driftLow < 0. && *run.driftHigh > 0.); // no drift is made of the night
        // The line steps by what the evenings differ in.
        QVERIFY(std::abs(run.driftLinePct[3] - run.driftLinePct[12] - 4.) < 0.7);
    }

    void mixtureIsNotPaidForWarmingUp() {
        // As the engine warms the mixture wanders lean and the power falls; the mixture itself does nothing.
        const SittingPlan plan = evenings("ABBAABBA");
        std::vector<Observation> values;
        std::vector<double> afr, moved;
        for (std::size_t i = 0; i < plan.setup.size(); ++i) {
            const double t = static_cast<double>(i);
            const double noise = 0.0006 * (static_cast<double>(i * 5 % 7) - 3.);
            values.push_back(
                {plan.setup[i], 20000. * std::exp(0.01 * plan.setup[i] - 0.004 * t + noise), plan.startedS[i]});
            afr.push_back(12.6 + 0.05 * t + 0.04 * static_cast<double>(i * 3 % 4));
        }
        const auto still = mixtureWhatIf(values, afr, 2);
        QVERIFY2(still.ok(), still.ok() ? "" : still.error().reason.c_str());
        QVERIFY(still->driftRemoved);
        QVERIFY(*still->lowPct <= 0. && *still->highPct >= 0.);
        QVERIFY(said(still->message).find("no gain") != std::string::npos);
        // And where a leaner mixture truly costs 3 % a unit, that is found.
        for (std::size_t i = 0; i < values.size(); ++i)
            values[i].value *= std::exp(-0.03 * (afr[i] - 12.6));
        const auto costs = mixtureWhatIf(values, afr, 2);
        QVERIFY(*costs->lowPct <= -3. && *costs->highPct >= -3.);
        QVERIFY(std::abs(costs->pctPerAfr - still->pctPerAfr + 3.) < 1e-6); // the model is linear
        // Without times there is no drift to take out, and the wander passes for the mixture's doing.
        for (Observation& o : values)
            o.startedS.reset();
        QVERIFY(!mixtureWhatIf(values, afr, 2)->driftRemoved);
        QVERIFY(!mixtureWhatIf({values[0], values[1], values[2]}, {12., 12.1, 12.2}, 2).ok());
        QVERIFY(!mixtureWhatIf(values, std::vector<double>(8, 12.8), 2).ok());
    }
};

JR_SUITE(TestSittings)
#include "test_sittings.moc"
