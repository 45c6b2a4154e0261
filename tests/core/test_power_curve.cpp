// SPDX-License-Identifier: GPL-3.0-or-later
// Power over engine speed as gearing needs it, gears, thrust and what holds against it: against closed forms.
#include "core/figure/gears/power_curve.h"
#include "core/figure/gears/thrust.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <numbers>

using namespace jr;

namespace {

constexpr double kGravity = 9.80665; // standard gravity, by definition

PowerCurve straightCurve() { // 2 W a rev/min, with a margin of 5 %
    PowerCurve out;
    for (double rpm = 4000.; rpm <= 8000.; rpm += 500.) {
        out.rpm.push_back(rpm);
        out.powerW.push_back(2. * rpm);
        out.lowW.push_back(1.9 * rpm);
        out.highW.push_back(2.1 * rpm);
    }
    return out;
}

} // namespace

class TestPowerCurve : public QObject {
    Q_OBJECT
private slots:
    void betweenItsPointsItIsStraight() {
        const PowerCurve curve = straightCurve();
        for (double rpm : {4000., 4001., 5250., 7777., 8000.}) {
            const PowerAt at = powerAt(curve, rpm);
            QVERIFY(!at.guessed);
            QVERIFY(std::abs(at.watt - 2. * rpm) < 1e-9);
            QVERIFY(std::abs(at.lowW - 1.9 * rpm) < 1e-9 && std::abs(at.highW - 2.1 * rpm) < 1e-9);
        }
    }
    void beyondThemItIsAGuessAndSaysSo() {
        const PowerCurve curve = straightCurve();
        const PowerAt above = powerAt(curve, 9000.), farther = powerAt(curve, 10000.);
        QVERIFY(above.guessed && farther.guessed);
        QVERIFY(std::abs(above.watt - 18000.) < 1e-6); // on along its last quarter's slope
        // The margin opens the farther it goes.
        QVERIFY(above.highW - above.lowW > 0.2 * 9000.);
        QVERIFY(farther.highW - farther.lowW > above.highW - above.lowW);
        // Below the first point power goes with speed: constant torque.
        const PowerAt below = powerAt(curve, 1000.);
        QVERIFY(below.guessed);
        QVERIFY(std::abs(below.watt - 8000. * 1000. / 4000.) < 1e-9);
        QVERIFY(below.lowW <= below.watt && below.highW >= below.watt);
        // A curve without a margin is still a curve.
        PowerCurve bare = curve;
        bare.lowW.clear();
        bare.highW.clear();
        QVERIFY(std::abs(powerAt(bare, 6000.).watt - 12000.) < 1e-9);
    }
    void whatIsNoCurve() {
        QVERIFY(checkedPowerCurve(straightCurve()));
        PowerCurve falling = straightCurve();
        std::swap(falling.rpm[2], falling.rpm[3]);
        PowerCurve one;
        one.rpm = {5000.};
        one.powerW = {1e4};
        PowerCurve hole = straightCurve();
        hole.powerW[4] = std::nan("");
        PowerCurve shorter = straightCurve();
        shorter.powerW.pop_back();
        PowerCurve twice = straightCurve();
        twice.rpm[1] = twice.rpm[0];
        for (const PowerCurve* wrong : {&falling, &one, &hole, &shorter, &twice}) {
            const auto checked = checkedPowerCurve(*wrong);
            QVERIFY(!checked);
            QVERIFY(!checked.error().reason.empty());
        }
        QVERIFY(!checkedPowerCurve({}));
    }
    /// 6000 rev/min through 2.5 * 3 * 2 = 15 turns with a wheel of 0.3 m: 400 turns of the wheel a minute.
    void gearsByClosedForm() {
        Gearing gearing;
        gearing.primary = 2.5;
        gearing.final = 3.;
        gearing.gears = {2., 1.};
        gearing.wheelRadiusM = 0.3;
        QCOMPARE(gearing.whole(0), 15.);
        const double speed = 2. * std::numbers::pi * 400. / 60. * 0.3;
        QVERIFY(std::abs(gearing.speedMPerS(0, 6000.) - speed) < 1e-12);
        QVERIFY(std::abs(gearing.speedMPerS(1, 6000.) - 2. * speed) < 1e-12);
        for (std::size_t gear : {0u, 1u})
            for (double rpm : {1500., 6000., 11000.})
                QVERIFY(std::abs(gearing.engineRpm(gear, gearing.speedMPerS(gear, rpm)) - rpm) < 1e-9);
    }
    void thrustIsPowerOverSpeed() {
        Gearing gearing;
        gearing.primary = 2.;
        gearing.final = 3.;
        gearing.gears = {2., 1.5, 1.};
        gearing.wheelRadiusM = 0.31;
        const PowerCurve curve = straightCurve();
        for (std::size_t gear = 0; gear < gearing.gears.size(); ++gear) {
            const auto branch = thrustBranch(curve, gearing, gear, 8600.);
            QVERIFY(branch.size() > curve.rpm.size());
            for (std::size_t i = 0; i < branch.size(); ++i) {
                const double rpm = gearing.engineRpm(gear, branch[i].speedMPerS);
                const PowerAt power = powerAt(curve, rpm);
                QVERIFY(std::abs(branch[i].thrustN * branch[i].speedMPerS - power.watt) < 1e-6 * power.watt);
                QVERIFY(branch[i].lowN <= branch[i].thrustN && branch[i].thrustN <= branch[i].highN);
                QCOMPARE(branch[i].guessed, rpm > 8000. + 1e-9);
                if (i > 0)
                    QVERIFY(branch[i].speedMPerS > branch[i - 1].speedMPerS);
                QVERIFY(std::abs(thrustN(curve, gearing, gear, branch[i].speedMPerS) - branch[i].thrustN) < 1e-6);
            }
            // Power goes with speed on this curve, so torque and thrust stand still over a gear, more in a lower one.
            QVERIFY(std::abs(branch[1].thrustN / branch[0].thrustN - 1.) < 1e-9);
        }
        QVERIFY(thrustBranch(curve, gearing, 0, 8000.)[0].thrustN > thrustBranch(curve, gearing, 2, 8000.)[0].thrustN);
    }
    void whatHoldsAgainstIt() {
        RoadLoad load;
        load.massKg = 200.;
        load.dragAreaM2 = 0.5;
        load.rolling = 0.02;
        load.airKgM3 = 1.2;
        QVERIFY(std::abs(load.resistanceN(0.) - 200. * kGravity * 0.02) < 1e-9);
        QVERIFY(std::abs(load.resistanceN(30.) - (200. * kGravity * 0.02 + 0.5 * 1.2 * 0.5 * 900.)) < 1e-9);
        load.slope = -0.02; // downhill it rolls by itself
        QVERIFY(std::abs(load.resistanceN(0.)) < 1e-9);
        QVERIFY(kUsualDragAreaM2.low < load.dragAreaM2 && load.dragAreaM2 < kUsualDragAreaM2.high);
    }
};

JR_SUITE(TestPowerCurve)
#include "test_power_curve.moc"
