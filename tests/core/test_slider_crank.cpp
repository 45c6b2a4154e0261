// SPDX-License-Identifier: GPL-3.0-or-later
// Where the piston stands, how it moves, and when ports open: closed forms at the angles that have one, numeric
// derivatives, the limit of an endless rod, and the way back.
#include "core/figure/ports/port_timing.h"
#include "core/figure/ports/slider_crank.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <numbers>

using namespace jr;

namespace {
constexpr double kDegPerRad = 180. / std::numbers::pi;
}

class TestSliderCrank : public QObject {
    Q_OBJECT
private slots:
    void atTheAnglesThatHaveAClosedForm() {
        const Crank crank{0.050, 0.100};
        QVERIFY(std::abs(pistonDownM(crank, 0.)) < 1e-15);
        QVERIFY(std::abs(pistonDownM(crank, 180.) - 0.050) < 1e-15);
        // A quarter turn: r + l - sqrt(l^2 - r^2).
        QVERIFY(std::abs(pistonDownM(crank, 90.) - (0.025 + 0.100 - std::sqrt(0.01 - 0.000625))) < 1e-15);
        // Crank and rod at right angles: cos a = r / sqrt(r^2 + l^2), piston at r + l - sqrt(r^2 + l^2).
        const double straight = std::hypot(0.025, 0.1);
        QVERIFY(std::abs(pistonDownM(crank, std::acos(0.025 / straight) * kDegPerRad) - (0.125 - straight)) < 1e-15);
        for (double angle : {10., 77., 133.})
            QVERIFY(std::abs(pistonDownM(crank, angle) - pistonDownM(crank, 360. - angle)) < 1e-15);
    }
    void ratesAreItsDerivatives() {
        const Crank crank{0.054, 0.110};
        constexpr double kStepDeg = 1e-3;
        for (double angle = 1.; angle < 359.; angle += 3.7) {
            const double h = kStepDeg / kDegPerRad;
            const double before = pistonDownM(crank, angle - kStepDeg), here = pistonDownM(crank, angle),
                         after = pistonDownM(crank, angle + kStepDeg);
            QVERIFY(std::abs(pistonRateMPerRad(crank, angle) - (after - before) / (2. * h)) < 1e-9);
            const double bend =
                (pistonRateMPerRad(crank, angle + kStepDeg) - pistonRateMPerRad(crank, angle - kStepDeg)) / (2. * h);
            QVERIFY(std::abs(pistonBendMPerRad2(crank, angle) - bend) < 1e-8);
            Q_UNUSED(here);
        }
        // Bend at the dead centres: r (1 + r/l) and -r (1 - r/l), the first two terms of any text on balancing, which
        // are exact there.
        QVERIFY(std::abs(pistonBendMPerRad2(crank, 0.) - 0.027 * (1. + 0.027 / 0.110)) < 1e-12);
        QVERIFY(std::abs(pistonBendMPerRad2(crank, 180.) + 0.027 * (1. - 0.027 / 0.110)) < 1e-12);
    }
    void withAnEndlessRodItIsACosine() {
        const Crank crank{0.060, 0.299};
        for (double angle = 0.; angle <= 180.; angle += 9.) {
            const double cosine = 0.030 * (1. - std::cos(angle / kDegPerRad));
            const double most = 0.030 * 0.030 / (2. * 0.299) * 1.01; // r^2 / 2 l, where the rod stands most askew
            QVERIFY(pistonDownM(crank, angle) >= cosine - 1e-12);
            QVERIFY(pistonDownM(crank, angle) - cosine < most);
        }
    }
    void andBack() {
        for (double rod : {0.08, 0.1, 0.2})
            for (double stroke : {0.02, 0.054, 0.12}) {
                const Crank crank{stroke, rod};
                for (double angle = 0.5; angle < 180.; angle += 2.3)
                    QVERIFY(std::abs(crankDegAtDown(crank, pistonDownM(crank, angle)) - angle) < 1e-6);
                QVERIFY(std::abs(crankDegAtDown(crank, 0.)) <
                        1e-4); // an arc cosine has half its digits at the dead centres
                QVERIFY(std::abs(crankDegAtDown(crank, stroke) - 180.) < 1e-4);
            }
    }
    void whatCannotGoRound() {
        QVERIFY(checkedCrank(0.054, 0.11));
        QVERIFY(!checkedCrank(0.1, 0.05)); // as long as half the stroke
        QVERIFY(!checkedCrank(0.1, 0.03));
        QVERIFY(!checkedCrank(0.001, 0.1));
        QVERIFY(!checkedCrank(0.5, 0.2));
        QVERIFY(!checkedCrank(std::nan(""), 0.1));
    }

    void portsByTheirAngles() {
        const Crank crank{0.054, 0.110};
        const auto ports = portFigures(crank, {88., 117., 75.});
        QVERIFY(ports);
        QCOMPARE(ports->exhaustDurationDeg, 184.);
        QCOMPARE(ports->transferDurationDeg, 126.);
        QCOMPARE(ports->intakeDurationDeg.value_or(0.), 150.);
        QCOMPARE(ports->blowdownDeg, 29.);
        QVERIFY(std::abs(ports->exhaustDownM + ports->exhaustHighM - 0.054) < 1e-12);
        QVERIFY(std::abs(ports->exhaustDownM - pistonDownM(crank, 88.)) < 1e-12);
        QVERIFY(ports->exhaustHighM > ports->transferHighM);
        QVERIFY(!portFigures(crank, {117., 88., {}})); // transfers before the exhaust
        QVERIFY(!portFigures(crank, {40., 117., {}}));
        QCOMPARE(wallPortOpensDeg(wallPortDurationDeg(91.5)), 91.5);
    }
    void metalMoved() {
        const Crank crank{0.054, 0.110};
        const double opens = 88.;
        const double up = roofMovedDeg(crank, opens, 0.001), down = roofMovedDeg(crank, opens, -0.001);
        QVERIFY(up < opens && opens < down);
        QVERIFY(std::abs(pistonDownM(crank, opens) - pistonDownM(crank, up) - 0.001) < 1e-9);
        QVERIFY(std::abs(roofMovedDeg(crank, up, -0.001) - opens) < 1e-6); // and back
        // A spacer under the barrel lifts all roofs alike, and the floor of a piston port with them.
        const PortTiming timing{88., 117., 75.};
        const PortTiming lifted = withBaseSpacer(crank, timing, 0.0005);
        QVERIFY(std::abs(lifted.exhaustOpensDeg - roofMovedDeg(crank, 88., 0.0005)) < 1e-9);
        QVERIFY(std::abs(lifted.transferOpensDeg - roofMovedDeg(crank, 117., 0.0005)) < 1e-9);
        QVERIFY(*lifted.intakeOpensDeg < 75.);
        // Half a millimetre moves the transfers by more degrees than the exhaust: the piston is slower down there.
        QVERIFY(117. - lifted.transferOpensDeg > 88. - lifted.exhaustOpensDeg);
        // As much taken off the skirt gives the intake back what the spacer took.
        QVERIFY(std::abs(skirtShortenedDeg(crank, *lifted.intakeOpensDeg, 0.0005) - 75.) < 1e-6);
        QVERIFY(!withBaseSpacer(crank, {88., 117., {}}, 0.0005).intakeOpensDeg);
    }
};

JR_SUITE(TestSliderCrank)
#include "test_slider_crank.moc"
