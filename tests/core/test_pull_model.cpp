// SPDX-License-Identifier: GPL-3.0-or-later
// The linear model against GSL's least squares, and the Student quantile against GSL's.
#include "core/judge/band.h"
#include "core/judge/pull_model.h"
#include "tests/support/suites.h"

#include <QTest>

#include <gsl/gsl_cdf.h>
#include <gsl/gsl_multifit.h>

#include <cmath>

using namespace jr;

class TestPullModel : public QObject {
    Q_OBJECT
private slots:
    void againstGsl() {
        SittingPlan plan{{0, 1, 1, 0, 0, 1, 1, 0}, {}, 2};
        const double y[] = {10.1, 10.9, 11.2, 10.0, 9.8, 10.6, 10.9, 9.5};
        const double hours[] = {0., .2, .3, .5, .6, .9, 1.0, 1.4};
        gsl_matrix* x = gsl_matrix_alloc(8, 3);
        gsl_vector* target = gsl_vector_alloc(8);
        double mean = 0.;
        for (double h : hours)
            mean += h / 8.;
        for (std::size_t i = 0; i < 8; ++i) {
            plan.startedS.push_back(3600. * hours[i]);
            gsl_matrix_set(x, i, 0, plan.setup[i] == 0);
            gsl_matrix_set(x, i, 1, plan.setup[i] == 1);
            gsl_matrix_set(x, i, 2, hours[i] - mean);
            gsl_vector_set(target, i, y[i]);
        }
        gsl_vector* c = gsl_vector_alloc(3);
        gsl_matrix* covariance = gsl_matrix_alloc(3, 3);
        double chisq = 0.;
        auto* work = gsl_multifit_linear_alloc(8, 3);
        gsl_multifit_linear(x, target, c, covariance, &chisq, work);
        const PullModel model = pullModel(plan, true);
        QVERIFY(model.drift);
        QCOMPARE(model.freedom, 5);
        const Eigen::Map<const Eigen::VectorXd> observed(y, 8);
        const Eigen::VectorXd b = model.weights * observed;
        for (std::size_t k = 0; k < 3; ++k)
            QVERIFY(std::abs(b[static_cast<Eigen::Index>(k)] - gsl_vector_get(c, k)) < 1e-10);
        QVERIFY(std::abs((model.residual * observed).squaredNorm() - chisq) < 1e-10);
        const double variance =
            gsl_matrix_get(covariance, 0, 0) + gsl_matrix_get(covariance, 1, 1) - 2. * gsl_matrix_get(covariance, 0, 1);
        QVERIFY(std::abs(model.contrast(0, 1).squaredNorm() * chisq / 5. - variance) < 1e-10);
        gsl_multifit_linear_free(work);
        gsl_matrix_free(x);
        gsl_matrix_free(covariance);
        gsl_vector_free(target);
        gsl_vector_free(c);
    }
    void whenTheOrderTellsDrift() {
        const auto plan = [](std::vector<int> setups) {
            SittingPlan p{std::move(setups), {}, 2};
            for (std::size_t i = 0; i < p.setup.size(); ++i)
                p.startedS.push_back(600. * static_cast<double>(i));
            return p;
        };
        QVERIFY(orderTellsDrift(plan({0, 1, 0})));
        QVERIFY(orderTellsDrift(plan({0, 1, 1, 0})));
        QVERIFY(!orderTellsDrift(plan({0, 0, 0, 1, 1, 1})));
        SittingPlan unknown = plan({0, 1, 0});
        unknown.startedS[1].reset();
        QVERIFY(!orderTellsDrift(unknown));
    }
    void studentAgainstGsl() {
        for (double freedom : {1., 2., 4., 5.5, 30.})
            QVERIFY(std::abs(studentQuantile(0.95, freedom) / gsl_cdf_tdist_Pinv(0.975, freedom) - 1.) < 1e-9);
        QVERIFY(std::abs(studentQuantile(0.95, INFINITY) / gsl_cdf_ugaussian_Pinv(0.975) - 1.) < 1e-9);
    }
    void bandIsRightWhenOnePartIsAlone() {
        // Whole-pull scatter only: the band is the Student interval. 2 % for the simulation.
        Scatter s;
        std::vector<double> rpm;
        for (double r = 3000.; r <= 9000.; r += 50.)
            rpm.push_back(r);
        s.whole = 0.01;
        s.wholeFreedom = 4.;
        s.shape.assign(rpm.size(), 1e-9);
        s.shapeFreedom = 40.;
        s.correlationLength = 100.;
        BandOptions o;
        o.draws = 20000;
        QVERIFY(std::abs(bandHalfWidth(s, rpm, o)[60] / (0.01 * studentQuantile(0.95, 4.)) - 1.) < 0.03);
        // Same seed, same band.
        QCOMPARE(bandHalfWidth(s, rpm), bandHalfWidth(s, rpm));
    }
};

JR_SUITE(TestPullModel)
#include "test_pull_model.moc"
