// SPDX-License-Identifier: GPL-3.0-or-later
// The simulated road by itself: what it prints as the truth obeys Newton and the books of energy, and what its receiver
// writes down is the truth with the errors that were asked for and no others.
#include "tests/support/road_machine.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace standin;
using testsupport::gearedOnTheRoad;
using testsupport::quillOnTheRoad;

namespace {

constexpr double kGravityMPerS2 = 9.80665; // standard gravity, by definition

/// Nothing holds it, and it pulls with one and the same force.
RoadMachine withoutDrag() {
    RoadMachine m = quillOnTheRoad();
    m.dragAreaM2 = m.rolling = 0.;
    m.powerW = [](double) { return 1e6; };
    return m;
}

double massOf(const RoadMachine& m) {
    return m.machineKg + m.riderKg + m.fuelKg;
}

std::vector<double> column(const RoadRide& ride, std::size_t c) {
    std::vector<double> out;
    for (const auto& row : ride.recording.rows)
        out.push_back(row[c]);
    return out;
}
constexpr std::size_t kTime = 0, kSpeed = 1, kRpm = 2, kLatitude = 3, kSatellites = 6;

double speedAt(const RoadTruth& truth, double sinceFirstRowS) {
    const auto it = std::lower_bound(truth.timeS.begin(), truth.timeS.end(), sinceFirstRowS);
    return it == truth.timeS.end() ? truth.speedMPerS.back()
                                   : truth.speedMPerS[static_cast<std::size_t>(it - truth.timeS.begin())];
}

} // namespace

class TestSimulatedRoad : public QObject {
    Q_OBJECT
private slots:
    /// One force, no drag: v = F / m (t - c / 2) once the clutch is home, whichever way it comes; the way is its
    /// integral.
    void oneForceIsAClosedForm() {
        const RoadMachine machine = withoutDrag();
        const double pull = 520. / (massOf(machine) + machine.turningKg);
        for (bool straight : {false, true}) {
            RoadSetting s;
            s.clutchS = 0.4;
            s.clutchStraight = straight;
            s.mostThrustN = 520.;
            s.untilM = 300.;
            const RoadTruth truth = rideRoad(machine, s).truth;
            for (double v : {5., 12., 20.})
                QVERIFY2(std::abs(truth.timeAtSpeed(v) - (v / pull + 0.2)) < 0.006,
                         qPrintable(QString::number(truth.timeAtSpeed(v) - v / pull)));
            const double late = truth.timeAtM(250.) - truth.timeAtM(100.);
            // From 2 (x - x0) / a under the root; the metres of the clutch drop out of the difference but for a little.
            QVERIFY(std::abs(late - (std::sqrt(500. / pull) - std::sqrt(200. / pull))) < 0.02);
        }
        // What comes on evenly pushes more at first.
        RoadSetting soft, even;
        even.clutchStraight = true;
        QVERIFY(rideRoad(machine, even).truth.timeAtM(0.05) < rideRoad(machine, soft).truth.timeAtM(0.05));
    }
    /// Work at the wheel less what air and tyres took is the energy of what moves, all along the run.
    void theBooksOfEnergyClose() {
        for (const RoadMachine& machine : {quillOnTheRoad(), gearedOnTheRoad()}) {
            RoadSetting s;
            s.mostThrustN = machine.gears.empty() ? 520. : 1100.;
            s.untilM = 430.;
            const RoadTruth truth = rideRoad(machine, s).truth;
            const double mass = massOf(machine);
            double held = 0., moved = 0.;
            std::size_t checked = 0;
            double lastHeadroomW = 0.;
            for (std::size_t i = 1; i < truth.timeS.size() && truth.metres[i] < 400.; ++i) {
                const double v = 0.5 * (truth.speedMPerS[i] + truth.speedMPerS[i - 1]);
                const double dt = truth.timeS[i] - truth.timeS[i - 1];
                held +=
                    v * dt * (0.5 * s.airKgM3 * machine.dragAreaM2 * v * v + mass * kGravityMPerS2 * machine.rolling);
                moved = 0.5 * (mass + machine.turningKg) * truth.speedMPerS[i] * truth.speedMPerS[i];
                // Never more than the engine and the tyre could have given by then.
                if (i % 200 == 0) {
                    double most = 0.;
                    for (std::size_t k = 1; k <= i; ++k) {
                        const double speed = std::max(truth.speedMPerS[k], 0.3);
                        most += (truth.timeS[k] - truth.timeS[k - 1]) *
                                std::min(machine.powerW(truth.rpm[k]), s.mostThrustN * speed);
                    }
                    QVERIFY2(moved + held <= most * 1.002 + 5.,
                             qPrintable(QString("%1 of %2").arg(moved + held).arg(most)));
                    lastHeadroomW = (most - moved - held) / truth.timeS[i];
                    ++checked;
                }
            }
            QVERIFY(checked > 10 && lastHeadroomW >= -50.);
            QVERIFY(held > 0.05 * moved); // drag did take its share
        }
    }
    /// The second law at every moment of a coast-down, where the engine gives nothing.
    void coastingObeysNewton() {
        const RoadMachine machine = quillOnTheRoad();
        RoadSetting s;
        s.coastFromMPerS = 26.;
        s.slopePct = 0.8;
        s.windMPerS = 1.5;
        const RoadTruth truth = rideRoad(machine, s).truth;
        const double mass = massOf(machine);
        int checked = 0;
        for (std::size_t i = 500; i + 500 < truth.timeS.size(); i += 500) {
            const double slows =
                (truth.speedMPerS[i - 200] - truth.speedMPerS[i + 200]) / (truth.timeS[i + 200] - truth.timeS[i - 200]);
            const double through = truth.speedMPerS[i] + s.windMPerS;
            const double force = 0.5 * s.airKgM3 * machine.dragAreaM2 * through * through +
                                 mass * kGravityMPerS2 * (machine.rolling + s.slopePct / 100.);
            QVERIFY(std::abs(slows - force / (mass + machine.turningKg)) < 0.01 * slows);
            ++checked;
        }
        QVERIFY(checked > 10);
    }
    void theTruthIsInOrder() {
        RoadSetting s;
        s.gustMPerS = 2.;
        const RoadRide ride = rideRoad(gearedOnTheRoad(), s);
        const RoadTruth& t = ride.truth;
        QVERIFY(std::is_sorted(t.timeS.begin(), t.timeS.end()) && std::is_sorted(t.metres.begin(), t.metres.end()));
        QVERIFY(t.startS >= s.waitS && t.startS < s.waitS + 0.5);
        QVERIFY(t.timeAtM(100.) < t.timeAtM(200.) && t.timeAtSpeed(10.) < t.timeAtSpeed(15.));
        QVERIFY(t.timeAtM(1e6) < 0. && t.timeAtSpeed(200.) < 0.); // never reached, and says so
        // Metres are the integral of the speed.
        double sum = t.metres.front();
        for (std::size_t i = 1; i < t.timeS.size(); ++i)
            sum += 0.5 * (t.speedMPerS[i] + t.speedMPerS[i - 1]) * (t.timeS[i] - t.timeS[i - 1]);
        QVERIFY(std::abs(sum - t.metres.back()) < 0.05);
        QCOMPARE(ride.recording.columns.at(kSpeed), std::string("vehicle_speed [km/h]"));
    }

    void theReceiverTellsLateAndWithItsNoise() {
        const RoadMachine machine = quillOnTheRoad();
        for (double rate : {5., 10., 25.})
            for (double late : {0., 0.08, 0.3}) {
                RoadSetting s;
                s.rateHz = rate;
                s.latencyS = late;
                s.speedNoiseMPerS = 0.05;
                s.seed = static_cast<std::uint64_t>(rate) + 1;
                const RoadRide ride = rideRoad(machine, s);
                const std::vector<double> time = column(ride, kTime), speed = column(ride, kSpeed);
                double sum = 0., squares = 0.;
                int n = 0;
                for (std::size_t i = 0; i < time.size(); ++i) {
                    const double then = time[i] - late;
                    if (then < ride.truth.startS + 1. || then > ride.truth.timeS.back() - 0.5)
                        continue;
                    const double off = speed[i] / kKmhPerMPerS - speedAt(ride.truth, then);
                    sum += off;
                    squares += off * off;
                    ++n;
                }
                QVERIFY(n > 50);
                QVERIFY2(std::abs(sum / n) < 0.02, qPrintable(QString::number(sum / n)));
                QVERIFY2(std::abs(std::sqrt(squares / n) - 0.05) < 0.012,
                         qPrintable(QString::number(std::sqrt(squares / n))));
                for (std::size_t i = 1; i < time.size(); ++i)
                    QVERIFY(std::abs(time[i] - time[i - 1] - 1. / rate) < 0.0021);
            }
    }
    void whatGoesWrongIsWhereItWasAsked() {
        RoadSetting s;
        s.lostAtS = 8.;
        s.lostForS = 1.2;
        s.poorFromS = 12.;
        s.poorForS = 2.;
        const RoadRide ride = rideRoad(quillOnTheRoad(), s);
        for (const auto& row : ride.recording.rows) {
            const bool lost = row[kTime] >= 8. && row[kTime] < 9.2, poor = row[kTime] >= 12. && row[kTime] < 14.;
            QCOMPARE(std::isnan(row[kSpeed]), lost);
            QCOMPARE(std::isnan(row[kLatitude]), lost);
            QCOMPARE(row[kSatellites], lost ? 0. : poor ? 4. : 11.);
        }
        // A dial reads high by its share, has no satellites, and does not lose a fix.
        s.dial = true;
        s.dialShare = 0.07;
        const RoadRide dial = rideRoad(quillOnTheRoad(), s);
        QCOMPARE(std::find(dial.recording.columns.begin(), dial.recording.columns.end(), "satellites [1]"),
                 dial.recording.columns.end());
        const std::vector<double> time = column(dial, kTime), speed = column(dial, kSpeed);
        for (std::size_t i = 0; i < time.size(); i += 20)
            if (time[i] > dial.truth.startS + 2. && time[i] < dial.truth.timeS.back())
                QVERIFY(std::abs(speed[i] / kKmhPerMPerS / speedAt(dial.truth, time[i]) - 1.07) < 0.01);
    }
    void theBeltHoldsAndTheGearsShift() {
        const RoadRide belt = rideRoad(quillOnTheRoad(), {});
        const RoadTruth& t = belt.truth;
        // From where the ratio begins to move until it ends the engine stays within its creep.
        std::vector<double> held;
        const RoadMachine machine = quillOnTheRoad();
        for (std::size_t i = 0; i < t.timeS.size(); ++i) {
            const double low = t.rpm[i] / (t.speedMPerS[i] / machine.wheelRadiusM * 60. / (2. * 3.14159265358979));
            if (low < machine.lowRatio * 0.99 && low > machine.highRatio * 1.01 && t.metres[i] < 400.)
                held.push_back(t.rpm[i]);
        }
        QVERIFY(held.size() > 1000);
        const auto [least, most] = std::minmax_element(held.begin(), held.end());
        QVERIFY2(*most - *least <= machine.creepRpm + 1., qPrintable(QString::number(*most - *least)));
        // Through gears it falls back once a gear, and never past the shift.
        RoadSetting strong;
        strong.mostThrustN = 1200.;
        const RoadTruth geared = rideRoad(gearedOnTheRoad(), strong).truth;
        int falls = 0;
        double highest = 0.;
        for (std::size_t i = 1; i < geared.rpm.size(); ++i) {
            highest = std::max(highest, geared.rpm[i]);
            if (geared.rpm[i] < geared.rpm[i - 1] - 500.) {
                ++falls;
                QVERIFY2(highest < gearedOnTheRoad().gearShiftRpm * 1.01, qPrintable(QString::number(highest)));
            }
        }
        QVERIFY2(falls >= 2 && falls <= 4, qPrintable(QString::number(falls)));
        QVERIFY(column(belt, kRpm).size() == belt.recording.rows.size());
    }
    void theSameSeedIsTheSameRide() {
        RoadSetting s;
        s.gustMPerS = 1.5;
        const RoadRide a = rideRoad(quillOnTheRoad(), s), b = rideRoad(quillOnTheRoad(), s);
        QVERIFY(a.recording.rows == b.recording.rows && a.truth.metres == b.truth.metres);
        s.seed = 2;
        const RoadRide c = rideRoad(quillOnTheRoad(), s);
        QVERIFY(a.recording.rows != c.recording.rows);
        // Gusts, slope and wind do what their names say.
        RoadSetting still, uphill, against, strong;
        uphill.slopePct = 3.;
        against.windMPerS = 5.;
        strong.offsetShare = 0.05;
        const auto quarter = [](const RoadSetting& setting) {
            return rideRoad(quillOnTheRoad(), setting).truth.timeAtM(402.336);
        };
        QVERIFY(quarter(uphill) > quarter(still) + 0.3 && quarter(against) > quarter(still) + 0.3);
        QVERIFY(quarter(strong) < quarter(still) - 0.1);
    }
};

JR_SUITE(TestSimulatedRoad)
#include "test_simulated_road.moc"
