// SPDX-License-Identifier: GPL-3.0-or-later
// Round numbers for an axis, whatever its range: inside it, evenly apart, at 1, 2 or 5 times a power of ten, neither
// crowded nor lonely.
#include "app/charts/nice_ticks.h"
#include "tests/support/suites.h"

#include <QTest>

#include <random>

using jr::app::niceTicks;

class TestNiceTicks : public QObject {
    Q_OBJECT
private slots:
    void whateverTheRange() {
        std::mt19937 dice(1);
        for (int k = 0; k < 4000; ++k) {
            const double size = std::pow(10., std::uniform_real_distribution<>(-6., 7.)(dice));
            const double low = std::uniform_real_distribution<>(-3., 3.)(dice) * size;
            const double high = low + std::uniform_real_distribution<>(0.2, 4.)(dice) * size;
            const int count = 3 + k % 8;
            const std::vector<double> ticks = niceTicks(low, high, count);
            QVERIFY2(ticks.size() >= static_cast<std::size_t>(count) / 2 &&
                         ticks.size() <= static_cast<std::size_t>(2 * count),
                     qPrintable(QString("%1 for %2").arg(ticks.size()).arg(count)));
            const double step = ticks.size() > 1 ? ticks[1] - ticks[0] : high - low;
            for (std::size_t i = 0; i < ticks.size(); ++i) {
                QVERIFY(ticks[i] >= low - 1e-6 * step && ticks[i] <= high + 1e-6 * step);
                if (i > 0)
                    QVERIFY(std::abs(ticks[i] - ticks[i - 1] - step) < 1e-6 * step);
                // A whole multiple of the step: a round number.
                QVERIFY(std::abs(ticks[i] / step - std::round(ticks[i] / step)) < 1e-5);
            }
            if (ticks.size() > 1) {
                const double share = step / std::pow(10., std::floor(std::log10(step) + 1e-9));
                QVERIFY2(std::abs(share - 1.) < 1e-6 || std::abs(share - 2.) < 1e-6 || std::abs(share - 5.) < 1e-6,
                         qPrintable(QString::number(share)));
            }
        }
    }
    void noughtIsNought() {
        for (double tick : niceTicks(-0.3, 0.3, 6))
            QVERIFY(tick == 0. || std::abs(tick) > 0.05);
        const std::vector<double> ticks = niceTicks(-1., 1.);
        QVERIFY(std::find(ticks.begin(), ticks.end(), 0.) != ticks.end());
        QVERIFY(!std::signbit(*std::find(ticks.begin(), ticks.end(), 0.)));
    }
    void noRangeNoTicks() {
        QVERIFY(niceTicks(3., 3.).empty() && niceTicks(4., 3.).empty());
        QVERIFY(niceTicks(std::nan(""), 3.).empty() && niceTicks(0., std::nan("")).empty());
    }
};

JR_SUITE(TestNiceTicks)
#include "test_nice_ticks.moc"
