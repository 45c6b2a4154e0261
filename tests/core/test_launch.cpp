// SPDX-License-Identifier: GPL-3.0-or-later
// The launch by itself: made-up starts of every shape whose first movement is known to the digit, without noise and
// with it; noise found from the samples themselves; records that are no start.
#include "core/road/launch.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <functional>
#include <numeric>
#include <random>

using namespace jr;

namespace {

struct Record {
    std::vector<double> timeS, mPerS;
};
/// Stands for `startS`, then goes as `speed` says, sampled so often with so much noise.
Record recordOf(const std::function<double(double)>& speed, double startS, double rateHz, double noise, unsigned seed) {
    std::mt19937 dice(seed);
    std::normal_distribution<double> normal;
    Record out;
    for (int i = 0; i / rateHz < startS + 8.; ++i) {
        const double t = i / rateHz, s = t - startS;
        out.timeS.push_back(t);
        out.mPerS.push_back(std::max(0., (s > 0. ? speed(s) : 0.) + noise * normal(dice)));
    }
    return out;
}

/// A pull of `a` that comes on over c seconds, evenly or smoothly; its integral.
double eased(double s, double a, double c, bool even) {
    const double x = std::min(s / c, 1.);
    return a * (s >= c ? s - 0.5 * c : even ? 0.5 * c * x * x : c * x * x * x * (1. - 0.5 * x));
}

std::optional<Launch> launchOf(const Record& r, double noise) {
    return findLaunch(r.timeS, r.mPerS, noise);
}

double weights(const Launch& launch) {
    return std::accumulate(launch.cases.begin(), launch.cases.end(), 0.,
                           [](double sum, const LaunchCase& one) { return sum + one.weight; });
}

} // namespace

class TestLaunch : public QObject {
    Q_OBJECT
private slots:
    void withoutNoise_data() {
        QTest::addColumn<double>("clutchS");
        QTest::addColumn<bool>("even");
        QTest::addColumn<double>("rateHz");
        for (double rate : {10., 25., 50.})
            for (double c : {0.1, 0.3, 0.55})
                for (bool even : {false, true})
                    QTest::addRow("%g s, %s, %g Hz", c, even ? "even" : "soft", rate) << c << even << rate;
    }
    void withoutNoise() {
        QFETCH(double, clutchS);
        QFETCH(bool, even);
        QFETCH(double, rateHz);
        for (double startS : {3., 3.037, 3.081}) {
            const Record r = recordOf([&](double s) { return eased(s, 4.2, clutchS, even); }, startS, rateHz, 0., 1);
            const auto launch = launchOf(r, 0.);
            QVERIFY(launch);
            QVERIFY(std::abs(weights(*launch) - 1.) < 1e-9);
            // An even clutch of 0.3 s and a soft one of 0.4 s that began 0.05 s earlier differ by 2 mm/s: which it was
            // no record tells.
            QVERIFY2(std::abs(launch->startS - startS) < 0.2 * clutchS + 0.02,
                     qPrintable(QString::number(launch->startS - startS)));
            // The joint is a sample, and what was run by then is the integral.
            QCOMPARE(launch->joinS, r.timeS[launch->joinRow]);
            double run = 0.;
            const double h = (launch->joinS - startS) / 2000.;
            for (int i = 0; i < 2000; ++i)
                run += h * eased((i + 0.5) * h, 4.2, clutchS, even);
            double meant = 0.;
            for (const LaunchCase& one : launch->cases) {
                meant += one.weight * one.joinM;
                QVERIFY(one.rolloutS > one.startS && one.rolloutS <= launch->joinS);
            }
            QVERIFY2(std::abs(meant - run) < 0.01, qPrintable(QString::number(meant - run)));
        }
    }
    /// The first foot of a steady 4 m/s2: sqrt(2 s / a) after it began, closed form.
    void theFirstFootByClosedForm() {
        const Record r = recordOf([](double s) { return 4. * s; }, 3.02, 50., 0., 1);
        const auto launch = launchOf(r, 0.);
        QVERIFY(launch);
        double foot = 0.;
        for (const LaunchCase& one : launch->cases)
            foot += one.weight * one.rolloutS;
        QVERIFY2(std::abs(foot - 3.02 - std::sqrt(2. * kRolloutM / 4.)) < 0.006,
                 qPrintable(QString::number(foot - 3.02)));
    }
    /// A machine whose power is the limit: speed goes with the root of the time.
    void powerIsTheLimit() {
        for (double rate : {10., 25.}) {
            const Record r =
                recordOf([](double s) { return 6. * std::sqrt(eased(s, 1., 0.2, true)); }, 3.01, rate, 0., 1);
            const auto launch = launchOf(r, 0.);
            QVERIFY(launch && std::abs(launch->startS - 3.01) < 0.03);
        }
    }
    void noiseCostsAndIsStated() {
        double last = 0.;
        for (double noise : {0.02, 0.05, 0.12}) {
            double squares = 0., stated = 0.;
            constexpr int kRuns = 120;
            for (unsigned k = 1; k <= kRuns; ++k) {
                const double startS = 3. + 0.001 * k;
                const Record r = recordOf([](double s) { return eased(s, 4., 0.3, false); }, startS, 10., noise, k);
                const auto launch = launchOf(r, noise);
                QVERIFY(launch);
                squares += std::pow(launch->startS - startS, 2);
                stated += launch->sdS / kRuns;
            }
            const double rms = std::sqrt(squares / kRuns);
            QVERIFY2(rms < 2. * stated && rms > 0.15 * stated, qPrintable(QString("%1 of %2").arg(rms).arg(stated)));
            QVERIFY(stated > last); // louder, and less is known
            last = stated;
        }
    }
    void noiseFoundFromTheSamples() {
        for (double noise : {0.01, 0.05, 0.2})
            for (double rate : {5., 25.}) {
                double sum = 0.;
                for (unsigned k = 1; k <= 20; ++k) {
                    const Record r =
                        recordOf([](double s) { return 30. * (1. - std::exp(-s / 6.)); }, 3., rate, noise, k);
                    sum += speedNoiseMPerS(r.timeS, r.mPerS) / 20.;
                }
                QVERIFY2(std::abs(sum / noise - 1.) < 0.3, qPrintable(QString("%1 for %2").arg(sum).arg(noise)));
            }
        QCOMPARE(speedNoiseMPerS({0., 1., 2.}, {5., 6., 7.}), 0.); // too few to say
        const Record clean = recordOf([](double s) { return 3. * s; }, 3., 10., 0., 1);
        QVERIFY(speedNoiseMPerS(clean.timeS, clean.mPerS) < 1e-9);
    }
    void whatIsNoStart() {
        Record rolling = recordOf([](double s) { return 12. + s; }, 0., 10., 0., 1);
        rolling.mPerS.front() = 12.; // it never stood
        QVERIFY(!launchOf(rolling, 0.));
        const Record standing = recordOf([](double) { return 0.; }, 3., 10., 0.01, 1);
        QVERIFY(!launchOf(standing, 0.01));
        const Record pushed =
            recordOf([](double s) { return s < 1. ? 0.3 : 0.; }, 3., 10., 0.01, 1); // moved in the yard
        QVERIFY(!launchOf(pushed, 0.01));
        QVERIFY(!findLaunch({}, {}, 0.) && !findLaunch({0., 1.}, {0., 4.}, 0.));
    }
    /// Rolled up to the line and stood for a moment, or crept over it: the start is where it truly went.
    void aCreepBeforeIsNoStart() {
        const auto speed = [](double s) { return s < 0.8 ? 0.25 : s < 1.9 ? 0. : eased(s - 1.9, 4., 0.3, true); };
        const Record r = recordOf(speed, 2., 25., 0.005, 3);
        const auto launch = launchOf(r, 0.005);
        QVERIFY(launch);
        QVERIFY2(std::abs(launch->startS - 3.9) < 0.08, qPrintable(QString::number(launch->startS)));
    }
};

JR_SUITE(TestLaunch)
#include "test_launch.moc"
