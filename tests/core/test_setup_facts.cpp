// SPDX-License-Identifier: GPL-3.0-or-later
// What the pulls of a setup tell the calculators, against the stand-in's own truth: the mean curve inside its margin,
// the peak and where it is, the air, each cylinder's mixture, mixture by throttle, where a belt holds the engine.
#include "core/study/setup_facts.h"
#include "core/units/units.h"
#include "standin/belt_pull.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/small_study.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;
using testsupport::SmallStudy;

namespace {

/// A pull of the stand-in's roller with its own luck.
Trace roller(unsigned seed, double startedS, double offsetShare) {
    standin::PullSetting pull;
    pull.seed = seed;
    pull.offsetShare = offsetShare;
    Trace t = testsupport::traceOf(standin::rollerPull({}, {}, pull), PullKind::Roller);
    t.header.startedEpochS = startedS;
    return t;
}

/// A channel that says so much at every row.
template <class Value>
void addChannel(Trace& t, ChannelId id, int index, const Value& value) {
    Channel c;
    c.name.id = id;
    c.name.number = index;
    c.values.resize(t.rows());
    for (std::size_t i = 0; i < c.values.size(); ++i)
        c.values[i] = value(i);
    t.channels.push_back(std::move(c));
}

} // namespace

class TestSetupFacts : public QObject {
    Q_OBJECT
private slots:
    void theCurveLiesInsideItsMargin() {
        const standin::EngineTruth truth;
        int inside = 0, points = 0;
        for (unsigned day = 0; day < 40; ++day) {
            standin::Dice dice(day + 1);
            SmallStudy s;
            for (unsigned i = 0; i < 4; ++i)
                s.add("a", roller(100 * day + i + 1, s.clock(), 0.004 * dice.normal()));
            const SetupFacts f = setupFacts(*s.study(), "a");
            QCOMPARE(f.pulls, 4);
            QVERIFY(f.rpm.size() > 50 && f.lowW.size() == f.rpm.size() && f.highW.size() == f.rpm.size());
            const std::size_t k = f.rpm.size() / 2; // one place a day: places of a curve are out together
            const double watt = truth.torqueAt(f.rpm[k]) * radPerSFromRpm(f.rpm[k]);
            inside += watt >= f.lowW[k] && watt <= f.highW[k];
            ++points;
            QVERIFY(f.peakW && f.peakRpm && f.peakW->low < f.peakW->mid);
            QVERIFY(f.airKgM3 && std::abs(*f.airKgM3 - 1.17) < 0.03 && std::abs(*f.airC - 22.) < 1e-9);
        }
        QVERIFY2(inside >= 36, qPrintable(QString("%1 of %2").arg(inside).arg(points)));
    }
    void onePullHasNoMarginAndNoneHasNothing() {
        SmallStudy s;
        s.add("a", roller(1, s.clock(), 0.));
        const SetupFacts one = setupFacts(*s.study(), "a");
        QCOMPARE(one.pulls, 1);
        QVERIFY(!one.rpm.empty() && one.lowW.empty());
        QVERIFY(one.peakW && !std::isfinite(one.peakW->low));
        const SetupFacts none = setupFacts(*s.study(), "b");
        QCOMPARE(none.pulls, 0);
        QVERIFY(none.rpm.empty() && !none.peakW && !none.airKgM3);
        // What is known of the bench gives one pull a margin.
        StudySettings known;
        known.known.pull = KnownSpread{0.005, 8.};
        const SetupFacts sure = setupFacts(*s.study(known), "a");
        QVERIFY(sure.lowW.size() == sure.rpm.size() && sure.highW.front() > sure.powerW.front());
        s.add("a", roller(2, s.clock(), 0.));
        s.setAside(1);
        QCOMPARE(setupFacts(*s.study(), "a").pulls, 1);
    }
    void mixtureOfEachCylinderAndByThrottle() {
        SmallStudy s;
        for (unsigned i = 0; i < 2; ++i) {
            Trace t = roller(10 + i, s.clock(), 0.);
            std::erase_if(t.channels, [](const Channel& c) { return c.name.id == ChannelId::Afr; });
            const double rows = static_cast<double>(t.rows());
            addChannel(t, ChannelId::Afr, 1, [](std::size_t) { return 12.6; });
            addChannel(t, ChannelId::Afr, 2, [](std::size_t) { return 13.2; });
            // Opened over the whole record; leaner where it is nearly shut.
            addChannel(t, ChannelId::Throttle, 0, [&](std::size_t k) { return static_cast<double>(k) / rows; });
            s.add("a", std::move(t));
        }
        const SetupFacts f = setupFacts(*s.study(), "a");
        QCOMPARE(f.cylinderAfr.size(), std::size_t(2));
        QVERIFY(std::abs(f.cylinderAfr[0] - 12.6) < 0.02 && std::abs(f.cylinderAfr[1] - 13.2) < 0.02);
        QCOMPARE(f.afrAtThrottle.size(), std::size_t(8));
        for (double afr : f.afrAtThrottle)
            QVERIFY(std::abs(afr - 12.9) < 0.01);
        QVERIFY(f.meanAfr && std::abs(f.meanAfr->mid - 12.9) < 0.05);
    }
    void aBeltTellsWhereItHolds() {
        SmallStudy s;
        for (unsigned i = 0; i < 3; ++i) {
            Trace t = testsupport::traceOf(standin::beltPull({}, 40 + i), PullKind::Roller);
            t.header.startedEpochS = s.clock();
            s.add("a", std::move(t));
        }
        const SetupFacts f = setupFacts(*s.study(), "a");
        QVERIFY(f.rpm.empty());                                       // its curves run over the road
        QVERIFY(f.heldRpm && std::abs(f.heldRpm->mid - 7345.) < 40.); // 7300, creeping by 90
        QVERIFY(f.roadRpm.size() > 20);
        for (double rpm : f.roadRpm)
            QVERIFY(rpm > 3000. && rpm < 11000.);
    }
};

JR_SUITE(TestSetupFacts)
#include "test_setup_facts.moc"
