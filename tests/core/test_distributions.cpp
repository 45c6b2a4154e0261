// SPDX-License-Identifier: GPL-3.0-or-later
// The distributions the judge asks: against the GNU Scientific Library, against printed tables, and against numeric
// integration where no library at hand has them.
#include "core/statistics/distributions.h"
#include "tests/support/suites.h"

#include <QTest>
#include <gsl/gsl_cdf.h>
#include <gsl/gsl_sf_gamma.h>
#include <gsl/gsl_sf_psi.h>

#include <cmath>

using namespace jr;

namespace {

bool near(double a, double b, double relative) {
    return std::abs(a - b) <= relative * std::max(std::abs(b), 1e-12);
}

/// P(T <= x) of a shifted t by Simpson's rule over the chi that divides it: E Phi(x s - shift), s^2 chi-squared over
/// its freedom. The definition, nothing else.
double shiftedByIntegration(double x, double freedom, double shift) {
    constexpr int kSteps = 4000;
    const double most = 1. + 10. / std::sqrt(freedom), h = most / kSteps;
    const double logNorm = std::log(2.) + 0.5 * freedom * std::log(0.5 * freedom) - gsl_sf_lngamma(0.5 * freedom);
    const auto at = [&](double s) {
        if (s <= 0.)
            return freedom > 1. ? 0. : std::exp(logNorm) * gsl_cdf_ugaussian_P(-shift);
        const double density = std::exp(logNorm + (freedom - 1.) * std::log(s) - 0.5 * freedom * s * s);
        return density * gsl_cdf_ugaussian_P(x * s - shift);
    };
    double sum = at(0.) + at(most);
    for (int i = 1; i < kSteps; ++i)
        sum += (i % 2 ? 4. : 2.) * at(i * h);
    return sum * h / 3.;
}

} // namespace

class TestDistributions : public QObject {
    Q_OBJECT
private slots:
    void normal() {
        for (double x = -7.; x <= 7.; x += 0.37) {
            QVERIFY(near(normalCdf(x), gsl_cdf_ugaussian_P(x), 1e-12));
            QVERIFY(near(normalTail(x), gsl_cdf_ugaussian_Q(x), 1e-12));
        }
        for (double p : {1e-10, 1e-4, 0.025, 0.31, 0.5, 0.77, 0.975, 1. - 1e-8})
            QVERIFY(near(normalQuantile(p), gsl_cdf_ugaussian_Pinv(p), 1e-9) || std::abs(normalQuantile(p)) < 1e-12);
        QVERIFY(std::abs(normalQuantile(0.975) - 1.959963984540054) < 1e-13); // any table
    }
    void student() {
        for (double freedom : {0.6, 1., 1.7, 2., 5., 11.3, 30., 400.}) {
            for (double x = -9.; x <= 9.; x += 0.83)
                QVERIFY(near(studentCdf(x, freedom), gsl_cdf_tdist_P(x, freedom), 1e-10));
            for (double p : {0.005, 0.025, 0.2, 0.6, 0.95, 0.975, 0.9995})
                QVERIFY(near(studentQuantileAt(freedom, p), gsl_cdf_tdist_Pinv(p, freedom), 1e-8));
        }
        // Printed in every table of the t distribution.
        QVERIFY(std::abs(studentQuantileAt(1., 0.975) - 12.706) < 5e-4);
        QVERIFY(std::abs(studentQuantileAt(6., 0.975) - 2.447) < 5e-4);
        QVERIFY(std::abs(studentQuantileAt(30., 0.995) - 2.750) < 5e-4);
        // From a million on it is a normal.
        QCOMPARE(studentQuantileAt(1e9, 0.975), normalQuantile(0.975));
        QVERIFY(near(studentQuantileAt(9e5, 0.975), normalQuantile(0.975), 1e-5));
    }
    void shiftedStudent() {
        for (double freedom : {1., 3., 7., 25.})
            for (double shift : {-2., 0., 0.5, 3., 6.})
                for (double x : {-1.5, 0., 1., 2.4, 5., 9.}) {
                    const double wanted = shiftedByIntegration(x, freedom, shift);
                    QVERIFY2(std::abs(shiftedStudentCdf(x, freedom, shift) - wanted) < 1e-7,
                             qPrintable(QString("%1 %2 %3").arg(freedom).arg(shift).arg(x)));
                    QVERIFY(std::abs(shiftedStudentTail(x, freedom, shift) - (1. - wanted)) < 1e-7);
                }
        for (double x : {-2., 0.3, 4.}) // without a shift it is Student's
            QVERIFY(near(shiftedStudentCdf(x, 8., 0.), gsl_cdf_tdist_P(x, 8.), 1e-9));
    }
    void fisher() {
        for (double above : {1., 2., 4.5, 12.})
            for (double below : {1., 3., 8.8, 60.}) {
                for (double x : {0.05, 0.7, 1., 2.3, 9., 80.}) {
                    QVERIFY(near(fisherCdf(x, above, below), gsl_cdf_fdist_P(x, above, below), 1e-9));
                    QVERIFY(near(fisherTail(x, above, below), gsl_cdf_fdist_Q(x, above, below), 1e-9));
                }
                for (double tail : {0.5, 0.1, 0.05, 0.01})
                    QVERIFY(near(fisherTailQuantile(above, below, tail), gsl_cdf_fdist_Qinv(tail, above, below), 1e-7));
            }
        QVERIFY(std::abs(fisherTailQuantile(2., 10., 0.05) - 4.10) < 5e-3); // printed tables
        // One above it is the square of Student's t.
        QVERIFY(near(fisherTail(2.447 * 2.447, 1., 6.), 2. * (1. - studentCdf(2.447, 6.)), 1e-9));
        // Nothing to find below: chi-squared over its freedom.
        QVERIFY(near(fisherTail(2.5, 4., 1e12), gsl_cdf_chisq_Q(10., 4.), 1e-8));
    }
    void chiSquared() {
        for (double freedom : {0.8, 1., 3., 8., 40., 300.}) {
            for (double p : {0.001, 0.05, 0.5, 0.95, 0.999})
                QVERIFY(near(chiSquaredQuantile(freedom, p), gsl_cdf_chisq_Pinv(p, freedom), 1e-7));
            for (double x : {0.1, 1., 5., 40., 320.})
                QVERIFY(near(chiSquaredTail(x, freedom), gsl_cdf_chisq_Q(x, freedom), 1e-9) ||
                        gsl_cdf_chisq_Q(x, freedom) < 1e-200);
        }
        QVERIFY(std::abs(chiSquaredQuantile(8., 0.95) - 15.507) < 5e-4); // printed tables
    }
    void trigammas() {
        for (double x : {0.1, 0.5, 1., 2.25, 7., 31., 400.})
            QVERIFY(near(trigamma(x), gsl_sf_psi_1(x), 1e-10));
        QVERIFY(near(trigamma(1.), 1.6449340668482264, 1e-13)); // pi^2 / 6, closed form
        QVERIFY(near(trigamma(0.5), 4.934802200544679, 1e-13)); // pi^2 / 2
        for (double x : {0.3, 2., 9.})                          // its recurrence
            QVERIFY(near(trigamma(x) - trigamma(x + 1.), 1. / (x * x), 1e-9));
    }
    /// What is asked at the ends is a number all the same.
    void atTheEnds() {
        QCOMPARE(normalCdf(-400.), 0.);
        QCOMPARE(normalTail(-400.), 1.);
        QVERIFY(studentCdf(1e12, 3.) <= 1. && studentCdf(1e12, 3.) > 0.999999);
        QVERIFY(shiftedStudentTail(2., 4., 30.) > 0.999999);
        QVERIFY(fisherTail(0., 3., 5.) >= 1. - 1e-12);
        QVERIFY(chiSquaredTail(0., 3.) >= 1. - 1e-12);
    }
};

JR_SUITE(TestDistributions)
#include "test_distributions.moc"
