// SPDX-License-Identifier: GPL-3.0-or-later
// The simulated bench is the outside every promise is held against, so it is held against physics itself: what it
// writes down must be what a roller of that inertia, dragged so, does under that torque.
#include "archive/formats/pull_file.h"
#include "core/air/air.h"
#include "core/air/standards.h"
#include "standin/simulated_bench.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace standin;

namespace {

PullSetting silent() {
    PullSetting p;
    p.edgeJitterShare = p.whiteShare = p.tachoShare = p.scaleShare = 0.;
    return p;
}

std::size_t column(const Recording& r, const char* name) {
    for (std::size_t c = 0; c < r.columns.size(); ++c)
        if (r.columns[c].rfind(name, 0) == 0)
            return c;
    return r.columns.size();
}

std::string key(const Recording& r, const char* name) {
    for (const auto& [k, v] : r.keys)
        if (k == name)
            return v;
    return {};
}

} // namespace

class TestSimulatedBench : public QObject {
    Q_OBJECT
private slots:
    void theRollerObeysNewton() {
        const EngineTruth engine;
        const BenchSetting bench;
        const Recording r = rollerPull(engine, bench, silent());
        const std::size_t t = column(r, "time"), w = column(r, "roller_speed");
        QVERIFY(t < r.columns.size() && w < r.columns.size());
        const double factor = airFactorJ1349(22., 1000., 45.);
        int looked = 0;
        for (std::size_t i = 10; i + 10 < r.rows.size(); i += 25) {
            // Speed gained between two samples either side, by the torque of the speed in the middle.
            const double gained = (r.rows[i + 5][w] - r.rows[i - 5][w]) / (r.rows[i + 5][t] - r.rows[i - 5][t]);
            const double speed = r.rows[i][w], rpm = speed * bench.enginePerRoller * 30. / M_PI;
            if (rpm < 3100. || rpm > 9100.)
                continue;
            const double drag =
                bench.rollerLossNm[0] + bench.rollerLossNm[1] * speed + bench.rollerLossNm[2] * speed * speed;
            const double power = (bench.rollerInertiaKgM2 * gained + drag) * speed;
            QVERIFY2(
                std::abs(power * factor / engine.powerAt(rpm) - 1.) < 0.004,
                qPrintable(QStringLiteral("%1 rpm: %2 of %3").arg(rpm).arg(power * factor).arg(engine.powerAt(rpm))));
            ++looked;
        }
        QVERIFY(looked > 20);
    }

    void theWorkDoneIsTheEnergyOfTheRoller() {
        // Without drag: the work of the engine over the pull is what the roller holds more at the end.
        EngineTruth engine;
        BenchSetting bench;
        bench.rollerLossNm = {0., 0., 0.};
        const Recording r = rollerPull(engine, bench, silent());
        const std::size_t t = column(r, "time"), w = column(r, "roller_speed");
        const double factor = airFactorJ1349(22., 1000., 45.);
        double work = 0.;
        std::size_t first = 0, last = 0;
        for (std::size_t i = 1; i < r.rows.size(); ++i) {
            const double rpm = r.rows[i][w] * bench.enginePerRoller * 30. / M_PI;
            if (rpm < 3200. || rpm > 9000.)
                continue;
            first = first == 0 ? i : first;
            if (i > first)
                work += engine.powerAt(0.5 * (r.rows[i][w] + r.rows[i - 1][w]) * bench.enginePerRoller * 30. / M_PI) /
                        factor * (r.rows[i][t] - r.rows[i - 1][t]);
            last = i;
        }
        const double energy =
            0.5 * bench.rollerInertiaKgM2 * (std::pow(r.rows[last][w], 2) - std::pow(r.rows[first][w], 2));
        QVERIFY2(std::abs(work / energy - 1.) < 0.002, qPrintable(QString::number(work / energy)));
    }

    void theBrakeReadsTorqueAndInertia() {
        const EngineTruth engine;
        const BenchSetting bench;
        const Recording r = brakePull(engine, bench, silent());
        const std::size_t t = column(r, "time"), force = column(r, "load_force"), speed = column(r, "engine_speed");
        QVERIFY(force < r.columns.size());
        const double factor = airFactorJ1349(22., 1000., 45.);
        int looked = 0;
        for (std::size_t i = 20; i + 20 < r.rows.size(); i += 20) {
            const double rpm = r.rows[i][speed];
            const double ramp =
                (r.rows[i + 10][speed] - r.rows[i - 10][speed]) * M_PI / 30. / (r.rows[i + 10][t] - r.rows[i - 10][t]);
            const double torque = r.rows[i][force] * bench.brakeArmM + bench.brakeInertiaKgM2 * ramp;
            if (rpm < 3300. || rpm > 9000.)
                continue;
            QVERIFY2(std::abs(torque * factor * rpm * M_PI / 30. / engine.powerAt(rpm) - 1.) < 0.01,
                     qPrintable(QString::number(rpm)));
            ++looked;
        }
        QVERIFY(looked > 10);
    }

    void itsAirIsTheStandardsAir() {
        // Two hands wrote the formula, one here and one in the program; neither looked at the other's.
        for (double temp : {5., 22., 38.})
            for (double pressure : {920., 1000., 1035.})
                for (double humidity : {10., 45., 90.}) {
                    const jr::Air air{temp, 100. * pressure, humidity / 100.};
                    const double ours = jr::findStandard("sae-j1349")->factor(air);
                    QVERIFY2(std::abs(airFactorJ1349(temp, pressure, humidity) / ours - 1.) < 2e-4,
                             qPrintable(QStringLiteral("%1 %2 %3").arg(temp).arg(pressure).arg(humidity)));
                }
    }

    void noiseIsAsLargeAsItIsSaidToBe() {
        const EngineTruth engine;
        const BenchSetting bench;
        PullSetting noisy = silent();
        noisy.whiteShare = 0.001;
        const Recording quiet = rollerPull(engine, bench, silent()), loud = rollerPull(engine, bench, noisy);
        QCOMPARE(quiet.rows.size(), loud.rows.size());
        const std::size_t w = column(quiet, "roller_speed");
        double squares = 0.;
        for (std::size_t i = 0; i < quiet.rows.size(); ++i)
            squares += std::pow(loud.rows[i][w] / quiet.rows[i][w] - 1., 2) / static_cast<double>(quiet.rows.size());
        QVERIFY2(std::abs(std::sqrt(squares) / 0.001 - 1.) < 0.08, qPrintable(QString::number(std::sqrt(squares))));
        // Edge jitter: neighbours' errors cancel, so sums of many samples hardly err at all.
        PullSetting edges = silent();
        edges.edgeJitterShare = 0.001;
        const Recording jitter = rollerPull(engine, bench, edges);
        double sum = 0., each = 0.;
        for (std::size_t i = 0; i < quiet.rows.size(); ++i) {
            const double e = jitter.rows[i][w] / quiet.rows[i][w] - 1.;
            sum += e;
            each += e * e;
        }
        QVERIFY(std::abs(sum) < 0.01);
        QVERIFY(std::sqrt(each / static_cast<double>(quiet.rows.size())) > 0.001);
    }

    void theSameSeedIsTheSamePull() {
        PullSetting p;
        p.seed = 5;
        const auto once = rollerPull({}, {}, p), again = rollerPull({}, {}, p);
        QCOMPARE(once.text(), again.text());
        p.seed = 6;
        QVERIFY(rollerPull({}, {}, p).text() != once.text());
        // And the dice are those of the published generator: SplitMix64 from 1234567 gives these first numbers (values
        // from memory of its reference outputs).
        Dice dice(1234567);
        QVERIFY(std::abs(dice.uniform() - 6457827717110365317. / 18446744073709551616.) < 1e-12);
        QVERIFY(std::abs(dice.uniform() - 3203168211198807973. / 18446744073709551616.) < 1e-12);
    }

    void whatGoesWrongIsWhereItWasAsked() {
        PullSetting p = silent();
        p.dropoutAtS = 3.;
        p.leanAtS = 4.;
        p.slipAtS = 2.;
        const Recording r = rollerPull({}, {}, p), plain = rollerPull({}, {}, silent());
        const std::size_t t = column(r, "time"), afr = column(r, "afr"), e = column(r, "engine_speed");
        double leanest = 0., leanAt = 0.;
        for (const auto& row : r.rows)
            if (row[afr] > leanest) {
                leanest = row[afr];
                leanAt = row[t];
            }
        QVERIFY(leanest > 16.5 && leanAt >= 3.9 && leanAt <= 4.6);
        bool dropped = false, slipped = false;
        for (std::size_t i = 0; i < std::min(r.rows.size(), plain.rows.size()); ++i) {
            const double ratio = r.rows[i][e] / plain.rows[i][e];
            if (std::abs(r.rows[i][t] - 3.) < 0.1)
                dropped = dropped || std::abs(ratio - 1.) > 0.2;
            if (r.rows[i][t] > 2.02 && r.rows[i][t] < 2.2)
                slipped = slipped || ratio > 1.03;
        }
        QVERIFY(dropped || slipped);
        QVERIFY(slipped);
    }

    void aLimiterHolds() {
        PullSetting p = silent();
        p.limiterRpm = 8000.;
        const Recording r = rollerPull({}, {}, p);
        const std::size_t e = column(r, "engine_speed");
        double top = 0.;
        int near = 0;
        for (const auto& row : r.rows) {
            top = std::max(top, row[e]);
            near += row[e] > 7850.;
        }
        QVERIFY(top < 8150. && top > 7950.);
        QVERIFY(near > 0.4 * 200.); // held for more than half a second at 200 Hz
        QCOMPARE(std::atof(key(r, "limiter_rpm").c_str()), 8000.);
    }

    void theFileIsReadBackAsItWasWritten() {
        PullSetting p;
        const Recording r = rollerPull({}, {}, p);
        const std::string text = r.text(6), head = "# jolly-ram: pull 1\n";
        QVERIFY(text.rfind(head, 0) == 0);
        const auto trace = jr::readPullFile(head + "# kind: roller\n" + text.substr(head.size()), "simulated");
        QVERIFY2(trace, trace ? "" : trace.error().text().c_str());
        QCOMPARE(trace->rows(), r.rows.size());
        QCOMPARE(trace->channels.size(), r.columns.size());
        QVERIFY(std::abs(*trace->header.rollerInertiaKgM2 - 6.7) < 1e-9);
        QVERIFY(std::abs(*trace->header.airTempC - 22.) < 1e-9);
        const jr::Channel* speed = trace->find(jr::ChannelId::RollerSpeed);
        QVERIFY(std::abs(speed->values[100] - r.rows[100][column(r, "roller_speed")]) < 1e-4);
    }
};

JR_SUITE(TestSimulatedBench)
#include "test_simulated_bench.moc"
