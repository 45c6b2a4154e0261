// SPDX-License-Identifier: GPL-3.0-or-later
// The band by itself: scatter of known size is found, the margin is the textbook's where a textbook has one, and on
// drawn residuals it covers as often as it says.
#include "core/judge/band.h"
#include "core/judge/pull_model.h"
#include "tests/support/suites.h"

#include <QTest>

#include <gsl/gsl_cdf.h>

#include <cmath>
#include <random>

using namespace jr;

namespace {

std::vector<double> grid(double from = 3000., double to = 9000., double step = 50.) {
    std::vector<double> out;
    for (double r = from; r <= to + 1e-6; r += step)
        out.push_back(r);
    return out;
}

/// Pulls that err by a number each and by a wave along the range whose neighbours agree over about `correlationLength`.
class Drawn {
public:
    explicit Drawn(unsigned seed) : m_random(seed) {}
    Eigen::MatrixXd pulls(int n, const std::vector<double>& rpm, double whole, double shape, double correlationLength) {
        Eigen::MatrixXd out(n, static_cast<Eigen::Index>(rpm.size()));
        const double step = rpm[1] - rpm[0], keep = std::exp(-step / correlationLength);
        for (int i = 0; i < n; ++i) {
            const double offset = whole * normal();
            double at = normal();
            for (Eigen::Index j = 0; j < out.cols(); ++j) {
                out(i, j) = offset + shape * at;
                at = keep * at + std::sqrt(1. - keep * keep) * normal();
            }
        }
        return out;
    }
    double normal() { return m_normal(m_random); }

private:
    std::mt19937 m_random;
    std::normal_distribution<double> m_normal;
};

PullModel pairs(int each) {
    SittingPlan plan;
    for (int i = 0; i < 2 * each; ++i) {
        plan.setup.push_back(i % 2);
        plan.startedS.push_back(std::nullopt);
    }
    return pullModel(plan, false);
}

double meanOf(const std::vector<double>& v) {
    double sum = 0.;
    for (double x : v)
        sum += x;
    return sum / static_cast<double>(v.size());
}

} // namespace

class TestBand : public QObject {
    Q_OBJECT
private slots:
    void scatterOfKnownSizeIsFound() {
        const std::vector<double> rpm = grid();
        Drawn drawn(4);
        double whole = 0., shape = 0.;
        constexpr int kTests = 150;
        for (int k = 0; k < kTests; ++k) {
            const PullModel model = pairs(4);
            const Eigen::MatrixXd y = drawn.pulls(8, rpm, 0.005, 0.002, 250.);
            const Scatter s = scatterOf(model.residual * y, rpm, model.freedom, 250.);
            QCOMPARE(s.shape.size(), rpm.size());
            QVERIFY(s.correlationLength > 50. && s.correlationLength < 2000.);
            whole += s.whole * s.whole / kTests;
            shape += std::pow(meanOf(s.shape), 2) / kTests;
        }
        // A wave of finite length has a mean of its own, which counts as whole: 2 L/R of its variance.
        const double share = 2. * 250. / 6000.;
        QVERIFY2(std::abs(std::sqrt(whole) / std::sqrt(0.005 * 0.005 + share * 0.002 * 0.002) - 1.) < 0.06,
                 qPrintable(QString::number(std::sqrt(whole))));
        QVERIFY2(std::abs(std::sqrt(shape) / (0.002 * std::sqrt(1. - share)) - 1.) < 0.08,
                 qPrintable(QString::number(std::sqrt(shape))));
    }

    void scatterThatGrowsAlongTheRangeIsFollowed() {
        const std::vector<double> rpm = grid();
        Drawn drawn(9);
        std::vector<double> low, high;
        for (int k = 0; k < 40; ++k) {
            Eigen::MatrixXd y = drawn.pulls(8, rpm, 0.001, 0.002, 200.);
            for (Eigen::Index j = 0; j < y.cols(); ++j)
                y.col(j) *= 1. + 2. * static_cast<double>(j) / static_cast<double>(y.cols());
            const PullModel model = pairs(4);
            const Scatter s = scatterOf(model.residual * y, rpm, model.freedom, 250.);
            low.push_back(s.shape[10]);
            high.push_back(s.shape[rpm.size() - 10]);
        }
        QVERIFY2(meanOf(high) > 1.7 * meanOf(low), qPrintable(QString::number(meanOf(high) / meanOf(low))));
    }

    void manyIndependentStretchesAreSidak() {
        // Shape alone, its size known, neighbours strangers to one another: the largest of so many |normal| errors.
        // Sidak 1967: each point at confidence^(1/n). 3 % for the simulation.
        const std::vector<double> rpm = grid(); // as many points as the simulation itself looks at
        Scatter s;
        s.shape.assign(rpm.size(), 0.01);
        s.shapeFreedom = INFINITY;
        s.wholeFreedom = INFINITY;
        s.correlationLength = 1.;
        for (double confidence : {0.8, 0.95, 0.99}) {
            BandOptions options;
            options.confidence = confidence;
            options.draws = 6000;
            const double each = std::pow(confidence, 1. / static_cast<double>(rpm.size()));
            const double wanted = 0.01 * gsl_cdf_ugaussian_Pinv(0.5 + 0.5 * each);
            const double found = bandHalfWidth(s, rpm, options)[7];
            QVERIFY2(std::abs(found / wanted - 1.) < 0.03,
                     qPrintable(QStringLiteral("%1: %2 for %3").arg(confidence).arg(found).arg(wanted)));
        }
    }

    void severalAgainstOneAreDunnetts() {
        // Dunnett's two-sided 5 % points (1955, 1964), values from memory: correlation one half. 1.5 % for the
        // simulation and the table's two decimals.
        const struct {
            int k;
            double freedom, point;
        } table[] = {{2, 6., 2.86},  {3, 6., 3.10},       {2, 20., 2.38},
                     {4, 20., 2.65}, {2, INFINITY, 2.21}, {3, INFINITY, 2.35}};
        for (const auto& row : table) {
            Eigen::MatrixXd correlation = Eigen::MatrixXd::Constant(row.k, row.k, 0.5);
            correlation.diagonal().setOnes();
            const double found = studentQuantile(jointConfidence(correlation, row.freedom, 0.95), row.freedom);
            QVERIFY2(std::abs(found / row.point - 1.) < 0.015,
                     qPrintable(QStringLiteral("%1 with %2: %3").arg(row.k).arg(row.freedom).arg(found)));
        }
        // Strangers to one another: each at the root of the confidence (Sidak).
        const Eigen::MatrixXd apart = Eigen::MatrixXd::Identity(3, 3);
        QVERIFY(std::abs(jointConfidence(apart, INFINITY, 0.95) - std::pow(0.95, 1. / 3.)) < 0.002);
        // One and the same twice is one.
        QVERIFY(std::abs(jointConfidence(Eigen::MatrixXd::Ones(2, 2), 5., 0.95) - 0.95) < 0.004);
    }

    void oneLongStretchIsOnePoint() {
        // Errors that look alike over more than the whole range are one number: the ordinary two-sided quantile.
        const std::vector<double> rpm = grid();
        Scatter s;
        s.shape.assign(rpm.size(), 0.01);
        s.shapeFreedom = s.wholeFreedom = INFINITY;
        s.correlationLength = 1e6;
        BandOptions options;
        options.draws = 6000;
        QVERIFY(std::abs(bandHalfWidth(s, rpm, options)[60] / (0.01 * gsl_cdf_ugaussian_Pinv(0.975)) - 1.) < 0.05);
    }

    void whatMakesItWider() {
        const std::vector<double> rpm = grid();
        Scatter s;
        s.whole = 0.004;
        s.shape.assign(rpm.size(), 0.002);
        s.wholeFreedom = 4.;
        s.shapeFreedom = 30.;
        s.correlationLength = 200.;
        const auto middle = [&](const Scatter& scatter, double confidence = 0.95) {
            BandOptions options;
            options.confidence = confidence;
            return bandHalfWidth(scatter, rpm, options)[60];
        };
        const double usual = middle(s);
        QCOMPARE(middle(s), usual); // seeds are fixed
        QVERIFY(middle(s, 0.99) > 1.2 * usual && middle(s, 0.8) < 0.8 * usual);
        Scatter few = s, loud = s, wavy = s, twice = s;
        few.wholeFreedom = 1.;
        loud.shape.assign(rpm.size(), 0.006);
        wavy.correlationLength = 40.;
        twice.whole *= 2.;
        for (double& v : twice.shape)
            v *= 2.;
        QVERIFY(middle(few) > 2. * usual);
        QVERIFY(middle(loud) > usual);
        QVERIFY(middle(wavy) > usual);
        QVERIFY(std::abs(middle(twice) / usual - 2.) < 1e-9); // a ruler of another size
        // Wider where the shape is louder, and only there.
        Scatter uneven = s;
        for (std::size_t j = 0; j < rpm.size(); ++j)
            uneven.shape[j] = j < 60 ? 0.001 : 0.004;
        const std::vector<double> band = bandHalfWidth(uneven, rpm);
        QVERIFY(band[100] > 1.2 * band[20]);
        // Without any scatter there is no margin left.
        Scatter none = s;
        none.whole = 0.;
        none.shape.assign(rpm.size(), 0.);
        QCOMPARE(middle(none), 0.);
    }

    void itCoversAsOftenAsItSays_data() {
        QTest::addColumn<int>("each");
        QTest::addColumn<double>("whole");
        QTest::addColumn<double>("shape");
        QTest::newRow("three of each, mostly whole") << 3 << 0.005 << 0.001;
        QTest::newRow("three of each, mostly shape") << 3 << 0.0005 << 0.004;
        QTest::newRow("four of each, both") << 4 << 0.004 << 0.003;
    }
    void itCoversAsOftenAsItSays() {
        QFETCH(int, each);
        QFETCH(double, whole);
        QFETCH(double, shape);
        const std::vector<double> rpm = grid(3000., 9000., 100.);
        const PullModel model = pairs(each);
        const Eigen::VectorXd contrast = model.contrast(0, 1);
        Drawn drawn(77);
        constexpr int kTests = 500;
        int covered = 0;
        BandOptions options;
        options.draws = 500;
        for (int k = 0; k < kTests; ++k) {
            const Eigen::MatrixXd y = drawn.pulls(2 * each, rpm, whole, shape, 300.);
            const Scatter s = scatterOf(model.residual * y, rpm, model.freedom, 300.);
            const std::vector<double> half = bandHalfWidth(s, rpm, options);
            bool inside = true;
            for (std::size_t j = 0; j < rpm.size(); ++j)
                inside =
                    inside && std::abs(contrast.dot(y.col(static_cast<Eigen::Index>(j)))) <= contrast.norm() * half[j];
            covered += inside;
        }
        // 95 % of 500 is 475; the binomial's standard deviation is 4.9, four of them either way, and the split of the
        // two parts is never known exactly: a little wide is allowed, too narrow is not.
        const double share = 100. * covered / kTests;
        QVERIFY2(share >= 91. && share <= 98.8, qPrintable(QString::number(share)));
    }
};

JR_SUITE(TestBand)
#include "test_band.moc"
