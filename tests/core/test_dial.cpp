// SPDX-License-Identifier: GPL-3.0-or-later
// A dial that reads high set right by runs with a receiver, through the engine's turns for the road; and when it must
// stay as it is.
#include "core/road/dial.h"
#include "core/road/mark_times.h"
#include "core/road/timed_runs.h"
#include "tests/support/road_machine.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

RoadRun ridden(const standin::RoadMachine& machine, std::uint64_t seed, bool dial, double untilM = 430.) {
    standin::RoadSetting s;
    s.seed = seed;
    s.dial = dial;
    s.dialShare = 0.06;
    s.untilM = untilM;
    s.mostThrustN = machine.gears.empty() ? s.mostThrustN : 1100.;
    return roadRun(testsupport::traceOf(standin::rideRoad(machine, s).recording, PullKind::Road)).value();
}

double quarterS(const RoadRun& run) {
    const auto marks = markTimes(run, {parseMark("1/4mile").value()}, Rollout::OneFoot);
    return marks.empty() ? 0. : marks.front().timeS;
}

} // namespace

class TestDial : public QObject {
    Q_OBJECT
private slots:
    void gearsAreFoundAsTheyAre() {
        const standin::RoadMachine machine = testsupport::gearedOnTheRoad();
        const auto ratios = steadyRatios(ridden(machine, 1, false));
        QVERIFY(ratios.size() >= 3);
        for (double ratio : ratios) {
            double nearest = 1.;
            for (double gear : machine.gears)
                nearest = std::min(nearest, std::abs(ratio * machine.wheelRadiusM / gear / 9.549296586 - 1.));
            QVERIFY2(nearest < 0.012, qPrintable(QString::number(ratio)));
        }
    }

    void aDialIsSetRightOverOtherRuns() {
        const standin::RoadMachine machine = testsupport::gearedOnTheRoad();
        RoadRun a = ridden(machine, 2, false), b = ridden(machine, 3, false), dial = ridden(machine, 4, true),
                again = ridden(machine, 8, true);
        const double wrong = quarterS(dial);
        QVERIFY(std::abs(wrong - quarterS(a)) > 0.2); // it believes that it has come further
        setDialsRight({&a, &b, &dial, &again});
        QVERIFY(dial.dialFactor.has_value());
        QVERIFY2(std::abs(*dial.dialFactor * 1.06 - 1.) < 0.006, qPrintable(QString::number(*dial.dialFactor)));
        QVERIFY2(std::abs(quarterS(dial) - quarterS(a)) < 0.08,
                 qPrintable(QString("%1 %2").arg(quarterS(dial)).arg(quarterS(a))));
        QVERIFY(!a.dialFactor && !b.dialFactor);
        // It stays a dial: said so, and never set against a receiver.
        std::vector<TimedRun> dials{timedRun("d", dial, usualMarks(), Rollout::None)},
            receivers{timedRun("a", a, usualMarks(), Rollout::None)};
        QVERIFY(!compareRuns(receivers, dials, usualMarks(), {}).ok());
        const auto among = compareRuns(dials, {timedRun("e", again, usualMarks(), Rollout::None)}, usualMarks(), {});
        QVERIFY(among.ok());
        QVERIFY(std::any_of(among->cautions.begin(), among->cautions.end(),
                            [](const Caution& c) { return c.kind == "dial"; }));
    }

    void itStaysAsItIsWhereNothingTells() {
        const standin::RoadMachine machine = testsupport::gearedOnTheRoad();
        RoadRun dial = ridden(machine, 5, true), without = ridden(machine, 6, false);
        without.engineRpm.clear();
        setDialsRight({&dial, &without});
        QVERIFY(!dial.dialFactor);
        RoadRun alone = ridden(machine, 7, true);
        RoadRun other = ridden(machine, 9, true);
        setDialsRight({&alone, &other});
        QVERIFY(!alone.dialFactor && !other.dialFactor);
        const auto among = compareRuns({timedRun("d", alone, usualMarks(), Rollout::None)},
                                       {timedRun("e", other, usualMarks(), Rollout::None)}, usualMarks(), {});
        QVERIFY(among.ok());
        QVERIFY(std::any_of(among->cautions.begin(), among->cautions.end(),
                            [](const Caution& c) { return c.kind == "uncalibrated"; }));
    }
};

JR_SUITE(TestDial)
#include "test_dial.moc"
