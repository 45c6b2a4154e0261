// SPDX-License-Identifier: GPL-3.0-or-later
// The mixed model against R's nlme, lme4 and pbkrtest (tests/reference/scripts/mixed_models.R), and what a sitting's
// fittings are.
#include "core/judge/band.h"
#include "core/judge/fittings.h"
#include "core/judge/mixed_model.h"
#include "core/judge/pull_scatter.h"
#include "tests/support/certified.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

Eigen::MatrixXd indicatorsOf(const std::vector<int>& level) {
    const int levels = 1 + *std::max_element(level.begin(), level.end());
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(level.size()), levels);
    for (std::size_t i = 0; i < level.size(); ++i)
        out(static_cast<Eigen::Index>(i), level[i]) = 1.;
    return out;
}

SittingPlan planWithDays(const std::string& order) {
    SittingPlan plan;
    double at = 1.7e9;
    for (char c : order) {
        if (c == '|') {
            at += 86400.;
            continue;
        }
        plan.setup.push_back(c - 'A');
        plan.startedS.push_back(at);
        at += 480.;
    }
    return plan;
}

PullScatter scatterOf(const std::string& order, const BenchKnowledge& known = {}) {
    const SittingPlan plan = planWithDays(order);
    Eigen::VectorXd y(static_cast<Eigen::Index>(plan.setup.size()));
    for (Eigen::Index i = 0; i < y.size(); ++i)
        y[i] = 0.004 * std::sin(2.3 * static_cast<double>(i * i + 1));
    return *PullScatter::make(pullModel(plan, orderTellsDrift(plan)), plan, y, known);
}

} // namespace

class TestMixedModel : public QObject {
    Q_OBJECT

private slots:
    void theSplitPlotOfYates() {
        const testsupport::CertifiedSet oats = testsupport::certifiedSet("oats");
        QCOMPARE(oats.rows.size(), std::size_t(72));
        const auto n = static_cast<Eigen::Index>(oats.rows.size());
        Eigen::MatrixXd x = Eigen::MatrixXd::Zero(n, 4); // level, nitrogen, two varieties against the first
        Eigen::VectorXd y(n);
        std::vector<int> block, plot;
        for (Eigen::Index i = 0; i < n; ++i) {
            const std::vector<double>& row = oats.rows[static_cast<std::size_t>(i)];
            block.push_back(static_cast<int>(row[0]));
            plot.push_back(3 * block.back() + static_cast<int>(row[1]));
            x(i, 0) = 1.;
            x(i, 1) = row[2];
            if (row[1] > 0.)
                x(i, 1 + static_cast<Eigen::Index>(row[1])) = 1.;
            y[i] = row[3];
        }
        const auto fit =
            MixedModel::fit(x, y, {{indicatorsOf(block), {}, 1., 0.}, {indicatorsOf(plot), {}, 1., 0.}}, {});
        QVERIFY(fit);
        QCOMPARE(oats.against("residual_variance", fit->variance(0)), QString());
        QCOMPARE(oats.against("block_variance", fit->variance(1)), QString());
        QCOMPARE(oats.against("plot_variance", fit->variance(2)), QString());
        const Eigen::VectorXd b = fit->weights() * y;
        QCOMPARE(oats.against("nitro", b[1]), QString());
        QCOMPARE(oats.against("marvellous", b[2]), QString());
        const Spread nitro = fit->spreadOf(fit->weights().row(1).transpose());
        const Spread variety = fit->spreadOf(fit->weights().row(2).transpose());
        QCOMPARE(oats.against("nitro_se", nitro.sd), QString());
        QCOMPARE(oats.against("marvellous_se", variety.sd), QString());
        QCOMPARE(oats.against("nitro_freedom", nitro.freedom), QString());
        QCOMPARE(oats.against("marvellous_freedom", variety.freedom), QString());
    }

    void unevenFittingsWithADrift() {
        const testsupport::CertifiedSet day = testsupport::certifiedSet("uneven-fittings");
        QCOMPARE(day.rows.size(), std::size_t(12));
        const auto n = static_cast<Eigen::Index>(day.rows.size());
        Eigen::MatrixXd x(n, 3);
        Eigen::VectorXd y(n);
        std::vector<int> fitting;
        for (Eigen::Index i = 0; i < n; ++i) {
            const std::vector<double>& row = day.rows[static_cast<std::size_t>(i)];
            x.row(i) << 1., row[0], row[2];
            fitting.push_back(static_cast<int>(row[1]));
            y[i] = row[3];
        }
        const auto fit = MixedModel::fit(x, y, {{indicatorsOf(fitting), {}, 1., 0.}}, {});
        QVERIFY(fit);
        QCOMPARE(day.against("residual_variance", fit->variance(0)), QString());
        QCOMPARE(day.against("fitting_variance", fit->variance(1)), QString());
        const Eigen::VectorXd b = fit->weights() * y;
        QCOMPARE(day.against("difference", b[1]), QString());
        QCOMPARE(day.against("drift", b[2]), QString());
        const Spread difference = fit->spreadOf(fit->weights().row(1).transpose());
        QCOMPARE(day.against("difference_se", difference.sd), QString());
        // A second package finds the same variances; our freedom of one contrast is the one of Kenward and Roger.
        QCOMPARE(day.against("lme4_residual_variance", fit->variance(0)), QString());
        QCOMPARE(day.against("lme4_fitting_variance", fit->variance(1)), QString());
        QCOMPARE(day.against("difference_freedom", difference.freedom), QString());
        QCOMPARE(day.against("drift_freedom", fit->spreadOf(fit->weights().row(2).transpose()).freedom), QString());
    }

    void knowledgeIsASampleOfItsOwn() {
        // Six values about their mean, and a standard deviation of 2 known with ten degrees: pooled by freedom.
        Eigen::VectorXd y(6);
        y << 1., 4., 2., 5., 3., 6.;
        const Eigen::MatrixXd x = Eigen::MatrixXd::Ones(6, 1);
        const auto fit = MixedModel::fit(x, y, {}, KnownSpread{2., 10.});
        const double own = (y.array() - 3.5).square().sum();
        QVERIFY(std::abs(fit->variance(0) - (own + 10. * 4.) / 15.) < 1e-9);
        QVERIFY(std::abs(fit->spreadOf(Eigen::VectorXd::Constant(6, 1. / 6.)).freedom - 15.) < 1e-6);
        // With nothing to spare it is all there is; without it there is nothing.
        const Eigen::MatrixXd full = Eigen::MatrixXd::Identity(2, 2);
        const Eigen::VectorXd two = Eigen::VectorXd::Zero(2);
        QVERIFY(!MixedModel::fit(full, two, {}, {}));
        QVERIFY(std::abs(MixedModel::fit(full, two, {}, KnownSpread{0.5, 8.})->variance(0) - 0.25) < 1e-9);
    }

    void whatIsAFitting() {
        const SittingPlan plan = planWithDays("AABBA|AB");
        const std::vector<int> sitting{0, 0, 0, 0, 0, 1, 1};
        QCOMPARE(fittingsOf(plan.setup, sitting, plan.startedS), (std::vector<int>{0, 0, 1, 1, 2, 3, 4}));
        // Listed in another order they are the same fittings.
        QCOMPARE(fittingsOf({1, 0}, {0, 0}, {600., 0.}), (std::vector<int>{1, 0}));
        // Taken off and put on again between two pulls of one setup.
        QCOMPARE(fittingsOf({0, 0, 0}, {0, 0, 0}, {0., 1., 2.}, {1, 1, 2}), (std::vector<int>{0, 0, 1}));
        // A time unknown, and nothing written: nobody can say.
        QCOMPARE(fittingsOf({0, 1}, {0, 0}, {0., std::nullopt}), (std::vector<int>{-1, -1}));
        QCOMPARE(fittingsOf({0, 1, 0}, {0, 0, 0}, {0., std::nullopt, 1.}, {1, 1, 1}), (std::vector<int>{0, 1, 0}));
    }

    void whatADesignCanTell() {
        QVERIFY(scatterOf("AAABBB").fittings() == PartState::Unknown);
        QVERIFY(scatterOf("AABBAABB").fittings() == PartState::Told);
        QVERIFY(scatterOf("ABABAB").fittings() == PartState::None); // every pull its own: told with the pulls
        BenchKnowledge known;
        known.fitting = KnownSpread{0.004, 8.};
        const PullScatter by = scatterOf("AAABBB", known);
        QVERIFY(by.fittings() == PartState::Known);
        QVERIFY(std::abs(by.fittingSd() - 0.004) < 0.0015);
        QVERIFY(scatterOf("AAA|BBB|AAA").days() == PartState::Told);
        QVERIFY(scatterOf("AAA|BBB").days() == PartState::Unknown);
        QVERIFY(scatterOf("ABBA|ABBA").days() == PartState::None); // each day a level of its own
    }

    void whatStandsOnOneFittingSaysSo() {
        const PullScatter once = scatterOf("AAABBB");
        const Eigen::VectorXd difference = (once.mixed().weights().row(1) - once.mixed().weights().row(0)).transpose();
        QVERIFY(once.fittedOnce(difference));
        const PullScatter told = scatterOf("AABBAABB");
        QVERIFY(!told.fittedOnce((told.mixed().weights().row(1) - told.mixed().weights().row(0)).transpose()));
        const PullScatter days = scatterOf("AAA|BBB");
        QVERIFY(days.daysUnknown((days.mixed().weights().row(1) - days.mixed().weights().row(0)).transpose()));
        // A bent drift matters in blocks and hardly in A B B A.
        const auto bow = [](const std::string& order) {
            const PullScatter s = scatterOf(order);
            return s.bowShare((s.mixed().weights().row(1) - s.mixed().weights().row(0)).transpose());
        };
        QVERIFY(bow("AAABBBAAA") > 2. * bow("ABBAABBA"));
    }
};

JR_SUITE(TestMixedModel)
#include "test_mixed_model.moc"
