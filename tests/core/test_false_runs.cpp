// SPDX-License-Identifier: GPL-3.0-or-later
// Readings that are none, put into records where it is known which: every run of them found, whatever its length and
// place, and what machines really do left alone.
#include "core/pull/false_runs.h"
#include "core/pull/missed_beats.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <functional>
#include <random>

using namespace jr;

namespace {

constexpr double kRateHz = 200.;

/// A record of 8 s: engine speed in rad/s as a function of time, with a tachometer's noise.
struct Record {
    ReadyPull pull;
    std::vector<double> value;
    std::vector<char> good, truly; ///< truly: not put in by us
};

Record recordOf(const std::function<double(double)>& speed, unsigned seed) {
    std::mt19937 dice(seed);
    std::normal_distribution<double> noise(0., 2.);
    Record out;
    for (int i = 0; i < 1600; ++i) {
        out.pull.timeS.push_back(i / kRateHz);
        out.value.push_back(speed(i / kRateHz) + noise(dice));
    }
    out.good.assign(out.value.size(), 1);
    out.truly = out.good;
    out.pull.to = out.value.size();
    return out;
}

double rising(double t) {
    return 400. + 600. * (1. - std::exp(-t / 5.));
}

void put(Record& into, std::size_t from, std::size_t count, const std::function<double(double)>& reads) {
    for (std::size_t i = from; i < std::min(from + count, into.value.size()); ++i) {
        into.value[i] = reads(into.value[i]);
        into.truly[i] = 0;
    }
}

struct Score {
    int missed = 0, wronged = 0, put = 0;
};
Score scoreOf(const Record& record) {
    Score out;
    for (std::size_t i = 0; i < record.value.size(); ++i) {
        out.put += !record.truly[i];
        out.missed += !record.truly[i] && record.good[i];
        out.wronged += record.truly[i] && !record.good[i];
    }
    return out;
}

} // namespace

class TestFalseRuns : public QObject {
    Q_OBJECT
private slots:
    void runs_data() {
        QTest::addColumn<int>("samples");
        QTest::addColumn<double>("share"); // of the true reading
        for (int samples : {1, 6, 30, 120})
            for (double share : {0., 0.5, 0.7, 2.})
                QTest::addRow("%d samples of %g of the truth", samples, share) << samples << share;
    }
    void runs() {
        QFETCH(int, samples);
        QFETCH(double, share);
        for (unsigned seed = 1; seed <= 40; ++seed) {
            std::mt19937 dice(100 + seed);
            Record record = recordOf(rising, seed);
            for (std::size_t run = 0; run < 3; ++run)
                put(record, 60 + 500 * run + std::uniform_int_distribution<std::size_t>(0, 300)(dice),
                    static_cast<std::size_t>(samples), [&](double value) { return share * value; });
            maskFalseRuns(record.pull, record.value, {}, record.good);
            const Score score = scoreOf(record);
            QVERIFY2(score.missed == 0 && score.wronged == 0, qPrintable(QString("seed %1: %2 of %3 missed, %4 wronged")
                                                                             .arg(seed)
                                                                             .arg(score.missed)
                                                                             .arg(score.put)
                                                                             .arg(score.wronged)));
        }
    }
    /// What machines do: a pull, a lift of the throttle, a shift of gears in a tenth of a second, a limiter that beats.
    void machinesAreBelieved() {
        const std::function<double(double)> all[] = {
            rising,
            [](double t) { return rising(t) - 200. * std::clamp(t - 4., 0., 1.); },
            [](double t) { return t < 4. ? rising(t) : rising(t) * (1. - 0.25 * std::clamp((t - 4.) / 0.1, 0., 1.)); },
            [](double t) { return t < 5. ? rising(t) : rising(5.) * (1. - 0.03 * std::abs(std::sin(40. * t))); },
            [](double) { return 120.; },
            [](double t) { return 900. * std::exp(-t / 6.); },
        };
        for (const auto& speed : all)
            for (unsigned seed = 1; seed <= 20; ++seed) {
                Record record = recordOf(speed, seed);
                maskFalseRuns(record.pull, record.value, {}, record.good);
                QCOMPARE(scoreOf(record).wronged, 0);
            }
    }
    void theEndsByChoice() {
        Record record = recordOf(rising, 1);
        put(record, 0, 40, [](double) { return 0.; });
        put(record, 1560, 40, [](double) { return 0.; });
        Record kept = record;
        maskFalseRuns(record.pull, record.value, {}, record.good);
        QCOMPARE(scoreOf(record).missed, 0);
        FalseRunOptions options;
        options.ends = false; // somebody else judges how a record begins and ends
        maskFalseRuns(kept.pull, kept.value, options, kept.good);
        QCOMPARE(scoreOf(kept).missed, 80);
        // Nor what begins where another begins to judge.
        Record spared = recordOf(rising, 2);
        put(spared, 200, 30, [](double) { return 0.; });
        put(spared, 1200, 30, [](double) { return 0.; });
        options.spareFrom = 1000;
        maskFalseRuns(spared.pull, spared.value, options, spared.good);
        QCOMPARE(scoreOf(spared).missed, 30);
        QVERIFY(!spared.good[215] && spared.good[1215]);
    }
    void emptyShortAndFullOfHoles() {
        ReadyPull none;
        std::vector<char> good;
        maskFalseRuns(none, {}, {}, good);
        QVERIFY(good.empty());
        Record record = recordOf(rising, 3);
        for (std::size_t i = 0; i < record.value.size(); i += 2)
            record.value[i] = std::nan("");
        maskFalseRuns(record.pull, record.value, {}, record.good);
        QCOMPARE(scoreOf(record).wronged, 0);
        // All of it is broken: nothing to believe, and no end of time spent on it.
        Record mad = recordOf(rising, 4);
        std::mt19937 dice(4);
        for (double& value : mad.value)
            value = std::uniform_real_distribution<double>(0., 3000.)(dice);
        maskFalseRuns(mad.pull, mad.value, {}, mad.good);
        QVERIFY(mad.good.size() == mad.value.size());
    }

    /// Single beats, missed (half) or counted twice: what the median of the neighbours sees.
    void singleBeats() {
        for (unsigned seed = 1; seed <= 60; ++seed) {
            std::mt19937 dice(300 + seed);
            Record record = recordOf(rising, seed);
            for (std::size_t beat = 0; beat < 12; ++beat) // no two on one sample, which would make it right again
                put(record, 130 * beat + std::uniform_int_distribution<std::size_t>(0, 129)(dice), 1,
                    [&](double value) { return (beat % 2 ? 0.5 : 2.) * value; });
            maskJumps(record.pull, record.value, ChannelId::EngineSpeed, 0.08, 10., record.good);
            const Score score = scoreOf(record);
            QVERIFY2(
                score.missed == 0 && score.wronged == 0,
                qPrintable(QString("seed %1: %2 missed, %3 wronged").arg(seed).arg(score.missed).arg(score.wronged)));
        }
    }
    /// A value no such channel can have is none, however many there are of it.
    void valuesNoChannelHas() {
        Record record = recordOf(rising, 5);
        put(record, 300, 200, [](double) { return 1e5; });
        put(record, 900, 3, [](double) { return std::nan(""); });
        maskJumps(record.pull, record.value, ChannelId::EngineSpeed, 0.08, 10., record.good);
        const Score score = scoreOf(record);
        QCOMPARE(score.missed, 0);
        QCOMPARE(score.wronged, 0);
    }
    /// Beats close together are one flag, beats apart are two.
    void flagsAreOnePerPlace() {
        Record record = recordOf(rising, 6);
        ReadyOptions options;
        record.pull.from = 0;
        record.pull.rpm.assign(record.value.size(), 6000.);
        record.pull.shaftRadS = record.pull.shaftSmooth = record.value;
        for (std::size_t i : {400u, 404u, 409u, 900u})
            record.good[i] = 0;
        flagDropouts(record.pull, record.good, "engine_speed", options);
        QCOMPARE(record.pull.flags.size(), std::size_t(2));
        QVERIFY(std::abs(record.pull.flags[0].fromS - 2.) < 0.01 && std::abs(record.pull.flags[1].fromS - 4.5) < 0.01);
        for (const Flag& flag : record.pull.flags)
            QVERIFY(flag.kind == FlagKind::Dropout && flag.fromS <= flag.toS);
        // And one per hole in the record.
        Record holes = recordOf(rising, 7);
        holes.pull.rpm.assign(holes.value.size(), 6000.);
        holes.pull.shaftRadS = holes.pull.shaftSmooth = holes.value;
        for (std::size_t i = 800; i < holes.pull.timeS.size(); ++i)
            holes.pull.timeS[i] += 0.4;
        flagHoles(holes.pull, options);
        QCOMPARE(holes.pull.flags.size(), std::size_t(1));
    }
};

JR_SUITE(TestFalseRuns)
#include "test_false_runs.moc"
