// SPDX-License-Identifier: GPL-3.0-or-later
// The smoother under every curve, part by part: B-splines against GSL's, the penalised fit and its likelihood against
// the plain matrix formulae worked out another way and R's mgcv, the noise finder against noise of known size, sliding
// lines and medians against GSL.
#include "core/pull/local_line.h"
#include "core/pull/noise.h"
#include "core/pull/penalised_fit.h"
#include "core/pull/pull_fit.h"
#include "core/pull/speed_means.h"
#include "tests/support/certified.h"
#include "tests/support/suites.h"

#include <QTest>

#include <Eigen/Cholesky>
#include <Eigen/LU>

#include <gsl/gsl_bspline.h>
#include <gsl/gsl_fit.h>
#include <gsl/gsl_sort.h>
#include <gsl/gsl_statistics_double.h>

#include <cmath>
#include <numeric>
#include <random>

using namespace jr;

namespace {

/// A design of single points on a basis, with a wavy truth and noise of size one after whitening.
struct Points {
    SplineBasis basis{3000., 7000., 100.};
    std::vector<double> rpm;
    Eigen::MatrixXd design;
    Eigen::VectorXd observed;

    explicit Points(int free = 0, unsigned seed = 3) {
        std::mt19937 random(seed);
        std::normal_distribution<double> normal;
        const int n = 260;
        design = Eigen::MatrixXd::Zero(n, free + basis.size());
        observed.resize(n);
        for (int i = 0; i < n; ++i) {
            const double x = 3000. + 4000. * (i + 0.5) / n;
            rpm.push_back(x);
            const BasisAt b = basis.at(x);
            for (int k = 0; k < 4; ++k)
                design(i, free + b.first + k) = b.value[k];
            if (free > 0)
                design(i, 0) = i % 2; // every other point reads higher by a constant
            observed[i] = 40. + 6. * std::sin(x / 450.) + (free > 0 ? 5. * (i % 2) : 0.) + normal(random);
        }
    }
};

/// Squared second differences of the last `spline` of `all` coefficients.
Eigen::MatrixXd penalty(Eigen::Index all, Eigen::Index spline) {
    Eigen::MatrixXd d = Eigen::MatrixXd::Zero(spline - 2, all);
    for (Eigen::Index r = 0; r + 2 < spline; ++r) {
        d(r, all - spline + r) = 1.;
        d(r, all - spline + r + 1) = -2.;
        d(r, all - spline + r + 2) = 1.;
    }
    return d.transpose() * d;
}

/// The plain way, at a given penalty.
struct Plain {
    Eigen::MatrixXd cross, s, inverse;
    Eigen::VectorXd right;
    double lambda, squares;
    Eigen::Index n;

    Plain(const Points& p, double l)
        : cross(p.design.transpose() * p.design), s(penalty(p.design.cols(), p.basis.size())),
          inverse((cross + l * s).inverse()), right(p.design.transpose() * p.observed), lambda(l),
          squares(p.observed.squaredNorm()), n(p.design.rows()) {}
    double freedom() const { return (inverse * cross).trace(); }
    Eigen::VectorXd once() const { return inverse * right; }
    Eigen::VectorXd twice() const { return once() + inverse * (right - cross * once()); }
    /// Minus twice the restricted log-likelihood with the noise's size left out, up to a constant (Wood 2011).
    double deviance(int unpenalised) const {
        const double left = squares - right.dot(inverse * right);
        const Eigen::VectorXd pivots = (cross + lambda * s).llt().matrixL().toDenseMatrix().diagonal();
        return static_cast<double>(n - unpenalised) * std::log(left) + 2. * pivots.array().log().sum() -
               static_cast<double>(cross.rows() - unpenalised) * std::log(lambda);
    }
};

/// The penalty whose freedom for the spline alone is `range / detail`.
double lambdaFor(const Points& p, double detail, int free) {
    double low = -10., high = 25.;
    for (int i = 0; i < 70; ++i) {
        const double middle = 0.5 * (low + high);
        (Plain(p, std::exp(middle)).freedom() - free > 4000. / detail ? low : high) = middle;
    }
    return std::exp(0.5 * (low + high));
}

Eigen::VectorXd vectorOf(const std::vector<double>& values) {
    return Eigen::Map<const Eigen::VectorXd>(values.data(), static_cast<Eigen::Index>(values.size()));
}

} // namespace

class TestSmoothing : public QObject {
    Q_OBJECT
private slots:
    void splinesAgainstGsl() {
        // GSL ties its knots together at the ends; far enough inside the two are the same functions, ours one later.
        gsl_bspline_workspace* work = gsl_bspline_alloc(4, 41);
        gsl_bspline_knots_uniform(2000., 6000., work);
        gsl_vector* values = gsl_vector_alloc(gsl_bspline_ncoeffs(work));
        const SplineBasis basis(2000., 6000., 100.);
        QCOMPARE(basis.size(), static_cast<int>(gsl_bspline_ncoeffs(work)));
        for (double x = 2400.; x < 5600.; x += 37.3) {
            gsl_bspline_eval(x, values, work);
            const BasisAt b = basis.at(x);
            for (int k = 0; k < 4; ++k)
                QVERIFY(std::abs(b.value[k] - gsl_vector_get(values, static_cast<std::size_t>(b.first + k))) < 1e-12);
        }
        gsl_vector_free(values);
        gsl_bspline_free(work);
    }

    void splinesAddUpToOneEverywhere() {
        const SplineBasis basis(1234., 8765., 75.);
        QVERIFY(basis.low() <= 1234. && basis.high() >= 8765.);
        // On whole multiples of the spacing, so that pulls of another range stand on the same knots.
        QVERIFY(std::abs(std::remainder(basis.low(), 75.)) < 1e-9);
        for (double x : {0., 1234., 1500., 5000.1, 8765., 20000.}) { // outside: the edge, nothing is extrapolated
            const BasisAt b = basis.at(x);
            QVERIFY(b.first >= 0 && b.first + 3 < basis.size());
            QVERIFY(std::abs(b.value[0] + b.value[1] + b.value[2] + b.value[3] - 1.) < 1e-12);
        }
        QCOMPARE(basis.at(0.).first, basis.at(basis.low()).first);
    }

    void theFitIsThePlainFormula_data() {
        QTest::addColumn<int>("free");
        QTest::addColumn<double>("detail");
        for (int free : {0, 1})
            for (double detail : {150., 300., 700.})
                QTest::addRow("%d free, detail %g", free, detail) << free << detail;
    }
    void theFitIsThePlainFormula() {
        QFETCH(int, free);
        QFETCH(double, detail);
        const Points p(free);
        const auto made = PenalisedFit::make(p.design, p.observed, free, p.basis, 4000.);
        const PenalisedFit& fit = **made;
        const Plain plain(p, lambdaFor(p, detail, free));
        const std::vector<double> found = fit.coefficients(detail, false);
        const Eigen::VectorXd once = vectorOf(found), twice = vectorOf(fit.coefficients(detail, true));
        QVERIFY((once - plain.once().tail(once.size())).norm() < 1e-5 * once.norm());
        QVERIFY((twice - plain.twice().tail(twice.size())).norm() < 1e-5 * twice.norm());
        // The same smoothing of a given curve: of data without noise that lie on it.
        const Eigen::VectorXd again = vectorOf(fit.smoothedAgain(found, detail, false));
        Eigen::VectorXd whole = Eigen::VectorXd::Zero(p.design.cols());
        whole.tail(once.size()) = once;
        const Eigen::VectorXd byHand = plain.inverse * (plain.cross * whole);
        QVERIFY((again - byHand.tail(again.size())).norm() < 1e-5 * again.norm());
        // Standard errors: the diagonal of the estimator's covariance, with the noise as found.
        const std::vector<double> at{3300., 5000., 6900.};
        const std::vector<double> errors = fit.standardErrors(at, detail, false);
        for (std::size_t i = 0; i < at.size(); ++i) {
            Eigen::VectorXd row = Eigen::VectorXd::Zero(p.design.cols());
            const BasisAt b = p.basis.at(at[i]);
            for (int k = 0; k < 4; ++k)
                row[free + b.first + k] = b.value[k];
            const double variance = row.dot(plain.inverse * plain.cross * plain.inverse * row);
            QVERIFY(std::abs(errors[i] / (fit.noiseScale(detail) * std::sqrt(variance)) - 1.) < 1e-4);
            QVERIFY(std::abs(fit.value(found, at[i]) - row.dot(plain.once())) < 1e-3);
        }
    }

    void theLikelihoodIsThePlainFormula() {
        const Points p;
        const auto made = PenalisedFit::make(p.design, p.observed, 0, p.basis, 4000.);
        const PenalisedFit& fit = **made;
        const auto plain = [&](double detail) { return Plain(p, lambdaFor(p, detail, 0)).deviance(2); };
        const double reference = 250.;
        for (double detail : {130., 180., 400., 900.})
            QVERIFY(std::abs((fit.deviance(detail) - fit.deviance(reference)) - (plain(detail) - plain(reference))) <
                    1e-3);
        // A wave of 2800 rpm in noise of one: neither followed to the last wiggle nor ironed flat.
        double best = 0., least = 1e300;
        for (double detail = 120.; detail < 1300.; detail *= 1.1)
            if (fit.deviance(detail) < least) {
                least = fit.deviance(detail);
                best = detail;
            }
        QVERIFY2(best > 150. && best < 700., qPrintable(QString::number(best)));
        QVERIFY(std::abs(fit.noiseScale(best) - 1.) < 0.1);
    }

    /// How much is smoothed, and the curve that comes of it, against R's mgcv (tests/reference/scripts/smoothing.R).
    void theLikeliestDetailAgainstMgcv() {
        const testsupport::CertifiedSet set = testsupport::certifiedSet("penalised-spline");
        QCOMPARE(set.rows.size(), std::size_t(150));
        const SplineBasis basis(3000., 9000., 200.);
        const double range = basis.high() - basis.low();
        Eigen::MatrixXd design = Eigen::MatrixXd::Zero(150, basis.size());
        Eigen::VectorXd observed(150);
        for (Eigen::Index i = 0; i < 150; ++i) {
            const std::vector<double>& row = set.rows[static_cast<std::size_t>(i)];
            const BasisAt at = basis.at(row[0]);
            for (int k = 0; k < 4; ++k)
                design(i, at.first + k) = at.value[k];
            observed[i] = row[1];
        }
        const auto fit = PenalisedFit::make(design, observed, 0, basis, range);
        QVERIFY(fit);
        double likeliest = (*fit)->finestDetailRpm();
        constexpr double kStep = 1.0001;
        for (double detail = likeliest; detail < (*fit)->coarsestDetailRpm(); detail *= kStep)
            if ((*fit)->deviance(detail) < (*fit)->deviance(likeliest))
                likeliest = detail;
        QCOMPARE(set.against("free_parameters", range / likeliest), QString());
        QCOMPARE(set.against("noise", (*fit)->noiseScale(likeliest)), QString());
        const std::vector<double> spline = (*fit)->coefficients(likeliest, false);
        for (double rpm : {3300., 4500., 6000., 6200., 6400., 7800., 8700.})
            QCOMPARE(set.against(QStringLiteral("at_%1").arg(rpm), (*fit)->value(spline, rpm)), QString());
    }
    void aStraightLineComesBackWhateverTheDetail() {
        Points p;
        for (Eigen::Index i = 0; i < p.observed.size(); ++i)
            p.observed[i] = 12. + 0.004 * p.rpm[static_cast<std::size_t>(i)];
        const auto made = PenalisedFit::make(p.design, p.observed, 0, p.basis, 4000.);
        const PenalisedFit& fit = **made;
        for (double detail : {fit.finestDetailRpm(), 300., fit.coarsestDetailRpm()}) {
            const std::vector<double> spline = fit.coefficients(detail, false);
            for (double x : {3050., 4444., 6950.})
                QVERIFY(std::abs(fit.value(spline, x) - 12. - 0.004 * x) < 1e-4);
        }
    }

    void detailIsHeldToWhatTheDataCanShow() {
        const Points p;
        const auto made = PenalisedFit::make(p.design, p.observed, 0, p.basis, 4000.);
        const PenalisedFit& fit = **made;
        QVERIFY(fit.finestDetailRpm() > 90. && fit.finestDetailRpm() < 110.); // the knots
        QVERIFY(std::abs(fit.coarsestDetailRpm() - 4000. / 3.) < 1.);
        // Less is followed as the detail grows: the curve's bends can only shrink.
        double last = 1e300;
        for (double detail = 110.; detail < 1300.; detail *= 1.3) {
            const Eigen::VectorXd b = vectorOf(fit.coefficients(detail, false));
            double bends = 0.;
            for (Eigen::Index i = 2; i < b.size(); ++i)
                bends += std::pow(b[i] - 2. * b[i - 1] + b[i - 2], 2);
            QVERIFY(bends < last);
            last = bends;
        }
    }

    void aKnotWithoutDataDoesNoHarm() {
        Points p;
        for (Eigen::Index i = 0; i < p.design.rows(); ++i)
            if (const double x = p.rpm[static_cast<std::size_t>(i)]; x > 4200. && x < 5200.) {
                p.design.row(i).setZero();
                p.observed[i] = 0.;
            }
        const auto made = PenalisedFit::make(p.design, p.observed, 0, p.basis, 4000.);
        const PenalisedFit& fit = **made;
        const std::vector<double> spline = fit.coefficients(300., true);
        QVERIFY(vectorOf(spline).allFinite());
        QVERIFY(std::abs(fit.value(spline, 3500.) - 40. - 6. * std::sin(3500. / 450.)) < 1.5);
    }

    /// A factorisation that fails is a result with words, not a curve of nonsense.
    void whatHoldsNoCurveIsRefused() {
        Points p;
        QVERIFY(PenalisedFit::make(p.design, p.observed, 0, p.basis, 4000.).ok());
        p.observed[3] = std::nan("");
        QVERIFY(!PenalisedFit::make(p.design, p.observed, 0, p.basis, 4000.).ok());
        Points empty;
        empty.design.setZero();
        QVERIFY(!PenalisedFit::make(empty.design, empty.observed, 0, empty.basis, 4000.).ok());
        // All data at one speed: a line through a point is any line.
        Points one;
        for (Eigen::Index i = 1; i < one.design.rows(); ++i)
            one.design.row(i) = one.design.row(0);
        const auto refused = PenalisedFit::make(one.design, one.observed, 0, one.basis, 4000.);
        QVERIFY(!refused.ok());
        QVERIFY(refused.error().reason.find("cannot be fitted") != std::string::npos);
    }

    void noiseOfKnownSizeIsFound_data() {
        QTest::addColumn<double>("white");
        QTest::addColumn<double>("edge");
        QTest::newRow("white alone") << 0.0005 << 0.;
        QTest::newRow("edges alone") << 0.00002 << 0.0008;
        QTest::newRow("both") << 0.0003 << 0.0008;
        QTest::newRow("a fine encoder") << 0.0001 << 0.0001;
    }
    void noiseOfKnownSizeIsFound() {
        QFETCH(double, white);
        QFETCH(double, edge);
        std::mt19937 random(11);
        std::normal_distribution<double> normal;
        std::vector<double> speed;
        double before = normal(random);
        for (int i = 0; i < 20000; ++i) {
            const double now = normal(random), truth = 40. + 0.004 * i + 3. * std::sin(i / 900.);
            speed.push_back(truth * std::exp(white * normal(random) + edge * (now - before)));
            before = now;
        }
        const SpeedNoise found = estimateSpeedNoise(speed, 0.001);
        // The smaller of two is the harder; together they must give the noise of a sample and of a long mean.
        const double sample = white * white + 2. * edge * edge;
        QVERIFY(std::abs((found.whiteVariance + 2. * found.edgeVariance) / sample - 1.) < 0.1);
        if (white >= 0.0001) {
            QVERIFY2(std::abs(std::sqrt(found.whiteVariance) / white - 1.) < 0.15,
                     qPrintable(QString::number(std::sqrt(found.whiteVariance))));
        }
        // One missed beat in a thousand does not pass for noise.
        for (std::size_t i = 500; i < speed.size(); i += 1000)
            speed[i] *= 1.3;
        const SpeedNoise struck = estimateSpeedNoise(speed, 0.001);
        QVERIFY((struck.whiteVariance + 2. * struck.edgeVariance) / sample < 1.6);
    }

    void aSlowLoggersCurveIsNoNoise() {
        // A rise of torque within a tenth of a second, as a pipe comes in, read 60 times a second for seven seconds.
        std::mt19937 random(3);
        std::normal_distribution<double> normal;
        constexpr double kWhite = 0.0002, kSampleS = 1. / 60.;
        double share = 0.;
        constexpr int kRuns = 20;
        for (int run = 0; run < kRuns; ++run) {
            std::vector<double> speed;
            double w = 60.;
            for (int i = 0; i < 420; ++i) {
                speed.push_back(w * std::exp(kWhite * normal(random)));
                const double t = i * kSampleS;
                w += kSampleS * (6. + 10. / (1. + std::exp(-(t - 3.) / 0.05)) - 7. / (1. + std::exp(-(t - 5.) / 0.05)));
            }
            share += std::sqrt(estimateSpeedNoise(speed, kSampleS).whiteVariance) / kWhite / kRuns;
        }
        QVERIFY2(share > 0.8 && share < 1.25, qPrintable(QString::number(share)));
    }

    void slidingLinesAgainstGsl() {
        std::mt19937 random(5);
        std::normal_distribution<double> normal;
        std::vector<double> t, v;
        std::vector<char> use;
        for (int i = 0; i < 400; ++i) {
            t.push_back(1000. + 0.01 * i + 0.002 * std::sin(i)); // not evenly spaced, far from zero
            v.push_back(30. + std::sin(0.02 * i) + 0.05 * normal(random));
            use.push_back(i % 13 != 0);
        }
        const double half = 0.055;
        const LocalLine line = localLine(t, v, use, half);
        for (std::size_t i : {std::size_t(0), std::size_t(13), std::size_t(200), std::size_t(399)}) {
            std::vector<double> x, y;
            for (std::size_t j = 0; j < t.size(); ++j)
                if (use[j] && std::abs(t[j] - t[i]) <= half) {
                    x.push_back(t[j] - t[i]);
                    y.push_back(v[j]);
                }
            double c0, c1, cov00, cov01, cov11, squares;
            gsl_fit_linear(x.data(), 1, y.data(), 1, x.size(), &c0, &c1, &cov00, &cov01, &cov11, &squares);
            QVERIFY(std::abs(line.value[i] - c0) < 1e-8);
            QVERIFY(std::abs(line.slope[i] - c1) < 1e-6);
        }
    }

    void holesAreBridgedByTheNearestLine() {
        std::vector<double> t, v;
        std::vector<char> use;
        for (int i = 0; i < 100; ++i) {
            t.push_back(0.01 * i);
            v.push_back(5. + 2. * t.back());
            use.push_back(i >= 10 && (i < 40 || i > 70));
        }
        const LocalLine line = localLine(t, v, use, 0.05);
        for (std::size_t i = 0; i < t.size(); ++i)
            QVERIFY(std::abs(line.value[i] - v[i]) < 1e-9);
        // Nothing usable at all: nothing is said.
        const LocalLine none = localLine(t, v, std::vector<char>(100, 0), 0.05);
        QVERIFY(std::isnan(none.value[50]));
    }

    void mediansAgainstGsl() {
        std::mt19937 random(8);
        std::normal_distribution<double> normal(10., 3.);
        for (std::size_t n : {std::size_t(1), std::size_t(5), std::size_t(101), std::size_t(2001)}) {
            std::vector<double> v(n);
            std::generate(v.begin(), v.end(), [&] { return normal(random); });
            std::vector<double> sorted = v;
            gsl_sort(sorted.data(), 1, n);
            QCOMPARE(median(v), gsl_stats_median_from_sorted_data(sorted.data(), 1, n));
            // Ours is a value that occurs, GSL's lies between two: within one place of it.
            const double share = quantile(v, 0.9);
            const auto rank = std::lower_bound(sorted.begin(), sorted.end(), share) - sorted.begin();
            QVERIFY(std::abs(static_cast<double>(rank) - 0.9 * static_cast<double>(n)) <= 1.);
        }
        QVERIFY(std::isnan(median({})));
        QCOMPARE(median({std::nan(""), 4., std::nan("")}), 4.);
        const std::vector<double> v{9., 1., 2., 100., 3., 4.};
        const std::vector<char> use{1, 1, 1, 0, 1, 1};
        QCOMPARE(windowMedian(v, use, 3, 2), 3.); // 1 2 _ 3 4: the upper of the two in the middle
        QVERIFY(std::isnan(windowMedian(v, std::vector<char>(6, 0), 3, 2)));
    }

    void meansOverAStretchOfSpeeds() {
        // Unordered, with a gap: as a pull with a limiter bounce gives them.
        const SpeedMeans means({{4000., 13.}, {3000., 12.}, {3500., std::nan("")}, {4100., 14.}, {3900., 12.}});
        QVERIFY(!means.empty());
        QCOMPARE(means.mean(3850., 4050.), 12.5);
        QCOMPARE(means.mean(4000., 4000.), 13.);
        QCOMPARE(means.mean(0., 1e6), 12.75);
        QVERIFY(std::isnan(means.mean(3100., 3800.)));
        QVERIFY(SpeedMeans().empty());
    }
};

JR_SUITE(TestSmoothing)
#include "test_smoothing.moc"
