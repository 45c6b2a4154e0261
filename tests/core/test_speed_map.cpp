// SPDX-License-Identifier: GPL-3.0-or-later
// Engine speed against road speed, from made-up runs whose belt, clutch and gears are known to the digit.
#include "core/road/speed_map.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <functional>
#include <random>

using namespace jr;

namespace {

/// A run that gains speed evenly to 30 m/s in 15 s, the engine as `rpm` has it over road speed.
TimedRun runOf(const std::string& setup, const std::function<double(double)>& rpm, unsigned seed, double noise = 15.) {
    std::mt19937 dice(seed);
    std::normal_distribution<double> normal;
    TimedRun out;
    out.name = setup + std::to_string(seed);
    out.setup = setup;
    for (int i = 0; i <= 375; ++i) {
        const double t = i / 25., v = 2. * t;
        out.run.timeS.push_back(t);
        out.run.speedMPerS.push_back(v);
        out.run.engineRpm.push_back(rpm(v) + noise * normal(dice));
        out.run.distanceM.push_back(t * t);
    }
    out.run.rateHz = 25.;
    out.run.topRow = 375;
    out.run.launch = Launch{};
    return out;
}

/// A belt: clutch at 4000 until 4 m/s would turn it so fast, low gear to `held`, held to 22 m/s, then the long ratio.
double belt(double v, double held) {
    const double low = 1000. * v, high = held / 22. * v;
    return std::max(4000., std::min(low, std::max(held, high)));
}

} // namespace

class TestSpeedMap : public QObject {
    Q_OBJECT
private slots:
    void whereTheBeltHoldsAndWhereItEnds() {
        std::vector<TimedRun> runs;
        for (unsigned k = 1; k <= 3; ++k)
            runs.push_back(runOf(
                "16 g", [](double v) { return belt(v, 7000.); }, k));
        for (unsigned k = 4; k <= 6; ++k)
            runs.push_back(runOf(
                "14 g", [](double v) { return belt(v, 7500.); }, k));
        const auto maps = speedMap(runs, EngineBand{7200., 7800.});
        QCOMPARE(maps.size(), std::size_t(2));
        QCOMPARE(maps[0].setup, std::string("16 g")); // in the order they were first met
        QCOMPARE(maps[0].threads.size(), std::size_t(3));
        for (const auto& [map, held] : {std::pair(&maps[0], 7000.), std::pair(&maps[1], 7500.)}) {
            QVERIFY2(std::abs(*map->heldRpm - held) < 30., qPrintable(QString::number(*map->heldRpm)));
            QVERIFY(*map->heldFromMPerS > held / 1000. - 1.5 && *map->heldFromMPerS < held / 1000. + 2.5);
            QVERIFY(std::abs(*map->heldToMPerS - 22.) < 2.5);
            QVERIFY(std::abs(*map->takesHoldRpm - 4000.) < 30.);
            QVERIFY(std::abs(*map->endRpm - held / 22. * 30.) < 150.);
            QVERIFY(std::abs(map->leastPerMPerS - held / 22.) < 12.);
            const Estimate told = heldOnRoad(*map);
            QVERIFY(told.low < held + 15. && told.high > held - 15. && told.half() < 40.);
        }
        // The run passes through the best band on its way; held inside it, it stays there.
        QVERIFY(*maps[1].timeShare > *maps[0].timeShare + 0.2);
        QVERIFY(*maps[1].distanceShare > *maps[1].timeShare); // it holds at the quicker end of the run
        for (const SetupOnMap& map : maps)
            for (const SpeedThread& thread : map.threads)
                QVERIFY(thread.mPerS.size() == thread.rpm.size() && *thread.timeShare >= 0. && *thread.timeShare <= 1.);
    }
    void gearsHoldNothing() {
        const auto geared = [](double v) { return v < 10. ? 900. * v : v < 20. ? 480. * v : 320. * v; };
        const auto maps = speedMap({runOf("gears", geared, 1), runOf("gears", geared, 2)}, {});
        QCOMPARE(maps.size(), std::size_t(1));
        QVERIFY(!maps[0].heldRpm && !maps[0].timeShare); // no band was given: no share of it
        QVERIFY(std::abs(maps[0].leastPerMPerS - 320.) < 10.);
    }
    void whatHasNoPlaceOnIt() {
        TimedRun mute = runOf(
            "a", [](double v) { return belt(v, 7000.); }, 1);
        mute.run.engineRpm.clear();
        TimedRun aside = runOf(
            "b", [](double v) { return belt(v, 7000.); }, 2);
        aside.run.leftOut = Message{"road.aside"};
        QVERIFY(speedMap({mute, aside}, {}).empty());
        QVERIFY(speedMap({}, {}).empty());
        // Holes in the tachometer's record are passed over.
        TimedRun holes = runOf(
            "c", [](double v) { return belt(v, 7000.); }, 3);
        for (std::size_t i = 0; i < holes.run.engineRpm.size(); i += 3)
            holes.run.engineRpm[i] = std::nan("");
        const auto maps = speedMap({holes}, {});
        QCOMPARE(maps.size(), std::size_t(1));
        QVERIFY(std::abs(*maps[0].heldRpm - 7000.) < 40.);
        for (double rpm : maps[0].threads[0].rpm)
            QVERIFY(std::isfinite(rpm));
        // One run has a mean and no margin.
        const Estimate one = heldOnRoad(maps[0]);
        QVERIFY(std::isfinite(one.mid) && std::isnan(one.low) && std::isnan(one.high));
    }
};

JR_SUITE(TestSpeedMap)
#include "test_speed_map.moc"
