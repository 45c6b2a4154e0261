// SPDX-License-Identifier: GPL-3.0-or-later
// A difference is kept once, as the logarithm of a ratio: what is read off it as a share, in watts and in per cent
// always tells of one band; and readings of a mixture probe belong to the sample they were made of.
#include "core/judge/difference.h"
#include "core/pull/probe_delay.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <random>

using namespace jr;

class TestLogRatioBand : public QObject {
    Q_OBJECT
private slots:
    void aShareIsTheExponentialLessOne() {
        LogRatioBand band;
        band.add(std::log(1.1), std::log(1.02));
        QCOMPARE(band.size(), std::size_t(1));
        const Estimate share = band.share(0);
        QVERIFY(std::abs(share.mid - 0.1) < 1e-15);
        QVERIFY(std::abs(share.low - (1.1 / 1.02 - 1.)) < 1e-15);
        QVERIFY(std::abs(share.high - (1.1 * 1.02 - 1.)) < 1e-15);
        QVERIFY(std::abs(band.log(0).half() - std::log(1.02)) < 1e-15);
    }
    /// Whichever way it is read, the same places are a gain, a loss, or neither.
    void everyReadingTellsOfOneBand() {
        std::mt19937 dice(1);
        LogRatioBand band;
        for (int k = 0; k < 3000; ++k)
            band.add(std::normal_distribution<>(0., 0.02)(dice), std::uniform_real_distribution<>(0., 0.04)(dice));
        for (std::size_t i = 0; i < band.size(); ++i) {
            const Estimate log = band.log(i), share = band.share(i), watt = share.times(23e3), pct = share.times(100.);
            for (const Estimate* read : {&share, &watt, &pct}) {
                QCOMPARE(read->low > 0., log.low > 0.);
                QCOMPARE(read->high < 0., log.high < 0.);
                QVERIFY(read->low <= read->mid && read->mid <= read->high);
            }
            QVERIFY(std::abs(watt.mid / 230. - pct.mid) < 1e-9);
        }
    }
    /// Turned round, base for changed, it is the same band seen from the other side.
    void turnedRoundItIsTheSame() {
        std::mt19937 dice(2);
        LogRatioBand there, back;
        for (int k = 0; k < 500; ++k) {
            const double log = std::normal_distribution<>(0., 0.05)(dice), half = 0.03 * (k % 7) / 7.;
            there.add(log, half);
            back.add(-log, half);
        }
        for (std::size_t i = 0; i < there.size(); ++i) {
            const Estimate a = there.share(i), b = back.share(i);
            QVERIFY(std::abs((1. + a.mid) * (1. + b.mid) - 1.) < 1e-12);
            QVERIFY(std::abs((1. + a.low) * (1. + b.high) - 1.) < 1e-12);
            QVERIFY(std::abs((1. + a.high) * (1. + b.low) - 1.) < 1e-12);
        }
    }
    void withoutAScatterThereAreNoEnds() {
        LogRatioBand band;
        band.add(0.02, std::nan(""));
        const Estimate share = band.share(0);
        QVERIFY(std::isfinite(share.mid) && std::isnan(share.low) && std::isnan(share.high));
        QVERIFY(band.log(0).mid == 0.02 && std::isnan(band.log(0).half()));
        LogRatioBand same;
        same.add(0.02, 0.01);
        QVERIFY(!(same == band) && same == same);
    }

    void whatAProbeReadsLate() {
        ReadyPull pull;
        for (std::size_t i = 0; i < 200; ++i) {
            pull.row.push_back(i + 7); // some rows of the trace came before
            pull.timeS.push_back(0.02 * static_cast<double>(i));
        }
        ProbeDelay none(pull, 0.);
        for (std::size_t i : {0u, 50u, 199u})
            QCOMPARE(none.rowOf(i).value(), i + 7);
        ProbeDelay late(pull, 0.3); // fifteen samples
        for (std::size_t i = 0; i < 200; ++i) {
            const auto row = late.rowOf(i);
            if (i + 15 < 200)
                QVERIFY(row && *row >= i + 7 + 15 && *row <= i + 7 + 16);
            else if (i > 185)
                QVERIFY(!row); // the record ended before it answered
        }
        // Uneven samples: the first that is late enough.
        ReadyPull uneven;
        double t = 0.;
        std::mt19937 dice(3);
        for (std::size_t i = 0; i < 300; ++i) {
            uneven.row.push_back(i);
            uneven.timeS.push_back(t);
            t += std::uniform_real_distribution<>(0.005, 0.05)(dice);
        }
        ProbeDelay probe(uneven, 0.17);
        for (std::size_t i = 0; i < 300; ++i)
            if (const auto row = probe.rowOf(i)) {
                QVERIFY(uneven.timeS[*row] >= uneven.timeS[i] + 0.17);
                QVERIFY(*row == i || uneven.timeS[*row - 1] < uneven.timeS[i] + 0.17);
            }
        ProbeDelay never(uneven, 1e6);
        QVERIFY(!never.rowOf(0));
    }
};

JR_SUITE(TestLogRatioBand)
#include "test_log_ratio_band.moc"
