// SPDX-License-Identifier: GPL-3.0-or-later
// The mean of repeats with its interval, against the t test of a reference library (GSL).
#include "core/statistics/mean_interval.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <gsl/gsl_cdf.h>
#include <gsl/gsl_statistics_double.h>

using namespace jr;

class TestMeanInterval : public QObject {
    Q_OBJECT
private slots:
    void asAReferenceLibraryHasIt() {
        const std::vector<double> values{20.81, 20.92, 20.79, 21.05, 20.88};
        for (double confidence : {0.5, 0.9, 0.95, 0.99}) {
            const MeanInterval found = meanInterval(values, confidence);
            const double mean = gsl_stats_mean(values.data(), 1, values.size());
            const double sd = gsl_stats_sd(values.data(), 1, values.size());
            const double half = gsl_cdf_tdist_Pinv(0.5 + 0.5 * confidence, 4.) * sd / std::sqrt(5.);
            QVERIFY(std::abs(found.mean - mean) < 1e-12);
            QVERIFY(std::abs(found.half / half - 1.) < 1e-9);
        }
    }
    void oneValueHasNone() {
        const MeanInterval one = meanInterval({3.5});
        QCOMPARE(one.mean, 3.5);
        QVERIFY(std::isnan(one.half));
        QCOMPARE(meanInterval({2., 2., 2.}).half, 0.);
    }
};

JR_SUITE(TestMeanInterval)
#include "test_mean_interval.moc"
