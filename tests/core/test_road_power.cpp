// SPDX-License-Identifier: GPL-3.0-or-later
// Power at the tyre from runs, and resistance from coast-downs: against closed forms, against the stand-in's truth, and
// whether the margins that are stated cover it.
#include "core/nan.h"
#include "core/road/road_power.h"
#include "core/road/ways.h"
#include "standin/road_log.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

constexpr double kGravity = 9.80665;

standin::RoadMachine quill() {
    return standin::onTheRoad(*standin::findMachine("quill"), {});
}

RoadRun roadRunOf(const standin::RoadRide& ride) {
    const Result<RoadRun> run = roadRun(testsupport::traceOf(ride.recording, PullKind::Road));
    return run ? *run : RoadRun{};
}

RoadRun coast(const standin::RoadMachine& machine, const standin::RoadSetting& setting) {
    return roadRunOf(standin::rideRoad(machine, setting));
}

standin::RoadSetting coasting(std::uint64_t seed, double slopePct = 0.) {
    standin::RoadSetting out;
    out.coastFromMPerS = 27.;
    out.slopePct = slopePct;
    out.seed = seed;
    out.mostS = 120.;
    return out;
}

} // namespace

class TestRoadPower : public QObject {
    Q_OBJECT
private slots:
    void aCoastDownOfTheClosedFormIsFoundExactly() {
        // v = sqrt(a/b) tan(atan(v0 sqrt(b/a)) - sqrt(a b) t) solves dv/dt = -a - b v^2.
        const double a = 0.19, b = 0.0017, v0 = 28.;
        RoadRun run;
        for (int k = 0; k <= 500; ++k) {
            const double t = 0.1 * k,
                         v = std::sqrt(a / b) * std::tan(std::atan(v0 * std::sqrt(b / a)) - std::sqrt(a * b) * t);
            if (v < 1.)
                break;
            run.timeS.push_back(t);
            run.speedMPerS.push_back(v);
        }
        QVERIFY(isCoastDown(run));
        const Result<CoastDownFit> fit = fitCoastDown(run);
        QVERIFY(fit.ok());
        QVERIFY(std::abs(fit->constantMPerS2 / a - 1.) < 2e-4);
        QVERIFY(std::abs(fit->squarePerM / b - 1.) < 2e-4);
    }

    void aBrakePutOnEndsIt() {
        RoadRun run;
        double v = 25.;
        for (int k = 0; k < 300 && v > 0.; ++k) {
            run.timeS.push_back(0.1 * k);
            run.speedMPerS.push_back(v);
            v -= 0.1 * (k < 120 ? 0.18 + 0.0016 * v * v : 3.5);
        }
        const Result<CoastDownFit> fit = fitCoastDown(run);
        QVERIFY(fit.ok());
        QVERIFY(fit->lastsS < 12.5);
        QVERIFY(std::abs(fit->constantMPerS2 / 0.18 - 1.) < 0.05);
    }

    void whatIsNoCoastDownIsRefusedWithWords() {
        const RoadRun run = roadRunOf(standin::rideRoad(quill(), {}));
        QVERIFY(!isCoastDown(run)); // a run from a standstill
        // One that is read from a record says so, and is not taken for a run that was too short.
        const RoadRun record = coast(quill(), coasting(1));
        QVERIFY(record.leftOut == coastDownReason());
        QVERIFY(record.flags.empty());
        RoadRun noisy = record; // a first sample from before the receiver spoke
        noisy.speedMPerS.front() = 0.;
        QVERIFY(timedRun("c", noisy, usualMarks(), Rollout::None).marks.empty());
        RoadRun brief;
        for (int k = 0; k < 30; ++k) {
            brief.timeS.push_back(0.1 * k);
            brief.speedMPerS.push_back(20. - 0.08 * k);
        }
        const Result<CoastDownFit> fit = fitCoastDown(brief);
        QVERIFY(!fit.ok());
        QVERIFY(fit.error().reason.find("5 s") != std::string::npos);
        QVERIFY(!measuredResistance({}, 180., 186.).ok());
    }

    void coastDownsBothWaysTellTheStandInsResistance() {
        const standin::RoadMachine machine = quill();
        const double mass = machine.machineKg + machine.riderKg + machine.fuelKg, slows = mass + machine.turningKg;
        int covered = 0, of = 0;
        for (std::uint64_t day = 1; day <= 60; ++day) {
            std::vector<CoastDownFit> fits;
            for (int k = 0; k < 4; ++k) {
                const bool back = k % 2 == 1;
                RoadRun run = coast(machine, coasting(10 * day + static_cast<std::uint64_t>(k), back ? -0.4 : 0.4));
                run.header.set(header_key::direction, back ? "back" : "out");
                const auto fit = fitCoastDown(run);
                QVERIFY(fit.ok());
                fits.push_back(*fit);
            }
            const RoadResistance known = measuredResistance(fits, mass, slows).value();
            QVERIFY(known.bothWays);
            for (double v : {10., 18., 26.}) {
                const double truth = mass * kGravity * machine.rolling + 0.5 * 1.19 * machine.dragAreaM2 * v * v;
                ++of;
                covered += std::abs(known.newtonAt(v) - truth) < 2. * known.sdNewtonAt(v) + 0.004 * truth;
                QVERIFY2(std::abs(known.newtonAt(v) / truth - 1.) < 0.05,
                         qPrintable(QString("%1 m/s: %2 of %3 N").arg(v).arg(known.newtonAt(v)).arg(truth)));
            }
        }
        QVERIFY2(covered >= 0.88 * of, qPrintable(QString("%1 of %2").arg(covered).arg(of)));
    }

    void oneWayTheSlopeIsInTheMargin() {
        const standin::RoadMachine machine = quill();
        const double mass = machine.machineKg + machine.riderKg + machine.fuelKg, slows = mass + machine.turningKg;
        const auto fit = fitCoastDown(coast(machine, coasting(3, 0.4)));
        const RoadResistance known = measuredResistance({*fit}, mass, slows).value();
        QVERIFY(!known.bothWays);
        const double truth = mass * kGravity * machine.rolling + 0.5 * 1.19 * machine.dragAreaM2 * 400.;
        QVERIFY(known.newtonAt(20.) > truth); // it went uphill
        QVERIFY(std::abs(known.newtonAt(20.) - truth) < 2. * known.sdNewtonAt(20.));
    }

    void powerAtTheTyreIsTheStandIns() {
        // Mass and resistance exactly known: what is left is noise, and the engine's own power comes out.
        const standin::RoadMachine machine = quill();
        const double mass = machine.machineKg + machine.riderKg + machine.fuelKg;
        RoadLoadKnown known;
        known.massKg = Ranged::exactly(mass);
        known.turningKg = Ranged::exactly(machine.turningKg);
        known.resistance =
            usualResistance(mass, 1.19, Ranged::exactly(machine.dragAreaM2), Ranged::exactly(machine.rolling));
        known.slopeSd = known.windSdMPerS = 0.;
        std::vector<RoadRun> runs;
        for (std::uint64_t seed = 1; seed <= 6; ++seed) {
            standin::RoadSetting setting;
            setting.seed = seed;
            setting.latencyS = 0.;
            runs.push_back(roadRunOf(standin::rideRoad(machine, setting)));
        }
        std::vector<const RoadRun*> all;
        for (const RoadRun& run : runs)
            all.push_back(&run);
        const Result<RoadPower> power = roadPower(all, known);
        QVERIFY(power.ok());
        QVERIFY(power->mPerS.size() > 15);
        double squares = 0., n = 0.;
        for (std::size_t i = 0; i < power->mPerS.size(); ++i) {
            const double truth = machine.powerW(machine.engineRpm(power->mPerS[i]));
            QVERIFY(power->doubtW[i] < 1e-9);
            if (power->mPerS[i] < 17.) // below it the stand-in's tyre holds the thrust back
                continue;
            squares += std::pow(power->powerW[i] / truth - 1., 2);
            n += 1.;
        }
        QVERIFY2(n > 5 && std::sqrt(squares / n) < 0.02, qPrintable(QString::number(std::sqrt(squares / n))));
    }

    void whatIsNotKnownIsInTheMarginByName() {
        const standin::RoadMachine machine = quill();
        const double mass = machine.machineKg + machine.riderKg + machine.fuelKg;
        std::vector<RoadRun> runs;
        for (std::uint64_t seed = 1; seed <= 4; ++seed) {
            standin::RoadSetting setting;
            setting.seed = seed;
            runs.push_back(roadRunOf(standin::rideRoad(machine, setting)));
        }
        std::vector<const RoadRun*> all;
        for (const RoadRun& run : runs)
            all.push_back(&run);
        RoadLoadKnown guessed;
        guessed.massKg = massOf(runs[0].header, {}).value();
        QCOMPARE(guessed.massKg.value, mass);
        guessed.resistance = usualResistance(mass, 1.19);
        const RoadPower power = roadPower(all, guessed).value();
        QVERIFY(power.resistancePct > power.massPct && power.slopePct > 0.5 && power.windPct > 0.);
        int inside = 0;
        for (std::size_t i = 0; i < power.mPerS.size(); ++i) {
            const double truth = machine.powerW(machine.engineRpm(power.mPerS[i]));
            inside += power.mPerS[i] > 17. && std::abs(power.powerW[i] - truth) < power.halfW(i);
        }
        QVERIFY(inside > 5);
        // Coast-downs of its own make the margin smaller.
        std::vector<CoastDownFit> fits;
        for (int k = 0; k < 4; ++k) {
            RoadRun run = coast(machine, coasting(static_cast<std::uint64_t>(50 + k)));
            run.header.set(header_key::direction, k % 2 ? "back" : "out");
            fits.push_back(*fitCoastDown(run));
        }
        RoadLoadKnown measured = guessed;
        measured.resistance = measuredResistance(fits, mass, mass + machine.turningKg).value();
        const RoadPower better = roadPower(all, measured).value();
        QVERIFY(better.resistancePct < 0.5 * power.resistancePct);
    }

    void aMassNobodySaidIsNoPower() {
        PullHeader header;
        QVERIFY(!massOf(header, {}));
        header.set(header_key::riderKg, 80.);
        QVERIFY(!massOf(header, {}));
        QCOMPARE(massOf(header, {112., 75.})->value, 192.); // the sheet's machine stands there with its fuel
        header.set(header_key::machineKg, 104.);
        const Ranged tank = massOf(header, {112., 75.}).value();
        QCOMPARE(tank.value, 187.);
        QVERIFY(tank.high - tank.low >= 10.); // nobody said what was in it
        const RoadRun run = roadRunOf(standin::rideRoad(quill(), {}));
        QVERIFY(!roadPower({&run}, {}).ok());
        QVERIFY(!roadPower({}, {}).ok());
    }

    void waysAreToldByThePlaces() {
        const auto heading = [](double north, double east) {
            RoadRun run;
            for (int k = 0; k <= 40; ++k) {
                run.timeS.push_back(0.1 * k);
                run.speedMPerS.push_back(0.5 * k);
                run.latitudeRad.push_back(0.7 + north * k / 40. / 6371008.8);
                run.longitudeRad.push_back(0.1 + east * k / 40. / 6371008.8 / std::cos(0.7));
            }
            run.topRow = 40;
            return run;
        };
        RoadRun north = heading(200., 10.), south = heading(-190., 0.), east = heading(0., 200.),
                near = heading(9., 3.);
        QVERIFY(std::abs(headingRad(east).value() - 1.5707963) < 1e-3);
        QVERIFY(!headingRad(near).has_value());
        nameWays({&north, &south, &east, &near});
        QCOMPARE(QString::fromStdString(std::string(north.header.text(header_key::direction))), QString("out"));
        QCOMPARE(QString::fromStdString(std::string(south.header.text(header_key::direction))), QString("back"));
        QVERIFY(east.header.text(header_key::direction).empty() && near.header.text(header_key::direction).empty());
        RoadRun said = heading(-190., 0.), other = heading(200., 0.);
        said.header.set(header_key::direction, "out");
        nameWays({&other, &said});
        QCOMPARE(QString::fromStdString(std::string(other.header.text(header_key::direction))), QString("back"));
        RoadRun a = heading(200., 0.), b = heading(210., 5.);
        nameWays({&a, &b}); // all one way: nothing to pair
        QVERIFY(a.header.text(header_key::direction).empty() && b.header.text(header_key::direction).empty());
    }
};

JR_SUITE(TestRoadPower)
#include "test_road_power.moc"
