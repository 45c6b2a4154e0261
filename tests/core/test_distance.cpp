// SPDX-License-Identifier: GPL-3.0-or-later
// Metres from a receiver's speeds, which way a run went, how much the road climbs: closed forms, and how quickly the
// error goes as the receiver gets quicker.
#include "core/road/distance.h"
#include "core/road/slope.h"
#include "core/road/ways.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <functional>
#include <numbers>
#include <random>

using namespace jr;

namespace {

struct Samples {
    std::vector<double> timeS, mPerS;
};
Samples sampled(const std::function<double(double)>& speed, double lastS, double rateHz, double unevenS = 0.) {
    std::mt19937 dice(3);
    std::uniform_real_distribution<double> off(-unevenS, unevenS);
    Samples out;
    for (int i = 0; i / rateHz <= lastS + 1e-9; ++i) {
        const double t = i / rateHz + (i > 0 ? off(dice) : 0.);
        out.timeS.push_back(t);
        out.mPerS.push_back(speed(t));
    }
    return out;
}

double metresOf(const Samples& s) {
    double sum = 0.;
    for (std::size_t i = 1; i < s.timeS.size(); ++i)
        sum += metresWithin(s.timeS, s.mPerS, i, 1.);
    return sum;
}

/// A run north-east or another way, straight, from places a metre out.
RoadRun runTo(double headingDeg, double metres, unsigned seed, double climbs = 0., double heightNoiseM = 0.) {
    std::mt19937 dice(seed);
    std::normal_distribution<double> normal;
    constexpr double kEarthM = 6371000., kLatitude = 0.8;
    const double heading = headingDeg * std::numbers::pi / 180.;
    RoadRun run;
    run.launch = Launch{};
    for (int i = 0; i <= 100; ++i) {
        const double along = metres * i / 100.;
        run.timeS.push_back(0.1 * i);
        run.speedMPerS.push_back(0.2 * i);
        run.distanceM.push_back(along);
        run.latitudeRad.push_back(kLatitude + (along * std::cos(heading) + normal(dice)) / kEarthM);
        run.longitudeRad.push_back(0.3 + (along * std::sin(heading) + normal(dice)) / kEarthM / std::cos(kLatitude));
        run.altitudeM.push_back(200. + climbs * along + heightNoiseM * normal(dice));
    }
    run.topRow = 100;
    return run;
}

std::string wayOf(const RoadRun& run) {
    return std::string(run.header.text(header_key::direction));
}

} // namespace

class TestDistance : public QObject {
    Q_OBJECT
private slots:
    /// Speeds on a parabola have their slopes right from their neighbours: inside, the metres are exact.
    void parabolasAreExact() {
        const Samples s = sampled([](double t) { return 3. + 4. * t - 0.2 * t * t; }, 10., 5.);
        const auto way = [](double t) { return 3. * t + 2. * t * t - 0.2 / 3. * t * t * t; };
        for (std::size_t i = 2; i + 1 < s.timeS.size(); ++i)
            for (double x : {0.25, 0.5, 1.}) {
                const double t = s.timeS[i - 1] + x * 0.2;
                QVERIFY(std::abs(metresWithin(s.timeS, s.mPerS, i, x) - (way(t) - way(s.timeS[i - 1]))) < 1e-12);
            }
        QCOMPARE(metresWithin(s.timeS, s.mPerS, 3, 0.), 0.);
        QVERIFY(std::abs(slopeAt(s.timeS, s.mPerS, 10) - (4. - 0.4 * s.timeS[10])) < 1e-12);
        QVERIFY(std::isfinite(slopeAt(s.timeS, s.mPerS, 0)));
        QVERIFY(std::isfinite(slopeAt(s.timeS, s.mPerS, s.timeS.size() - 1)));
    }
    /// Twice the rate, an eighth of the error or less (the ends are of third order), far less than summed steps leave.
    void theErrorGoesQuicklyWithTheRate() {
        const auto speed = [](double t) { return 30. * (1. - std::exp(-t / 3.)); };
        const double exact = 30. * (12. - 3. * (1. - std::exp(-4.)));
        double last = 0.;
        for (double rate : {1., 2., 4., 8., 16.}) {
            const Samples s = sampled(speed, 12., rate);
            const double error = std::abs(metresOf(s) - exact);
            if (last > 0.)
                QVERIFY2(error < last / 6.5, qPrintable(QString("%1 Hz: %2 after %3").arg(rate).arg(error).arg(last)));
            last = error;
        }
        QVERIFY(last < 1e-4);
    }
    void unevenSamplesToo() {
        const auto speed = [](double t) { return 30. * (1. - std::exp(-t / 3.)); };
        const Samples s = sampled(speed, 12., 10., 0.03);
        const double lasts = s.timeS.back();
        const double exact = 30. * (lasts - 3. * (1. - std::exp(-lasts / 3.)));
        QVERIFY(std::abs(metresOf(s) - exact) < 0.01);
    }

    void headingFromPlaces() {
        for (double deg : {0., 37., 90., 181., 300.}) {
            const auto heading = headingRad(runTo(deg, 300., 5));
            QVERIFY(heading);
            const double off = std::remainder(*heading - deg * std::numbers::pi / 180., 2. * std::numbers::pi);
            QVERIFY2(std::abs(off) < 0.02, qPrintable(QString::number(off)));
        }
        QVERIFY(!headingRad(runTo(10., 30., 5))); // places a metre out tell nothing over so little
        RoadRun nowhere = runTo(10., 300., 5);
        nowhere.latitudeRad.clear();
        nowhere.longitudeRad.clear();
        QVERIFY(!headingRad(nowhere));
    }
    void runsBothWaysAreNamed() {
        RoadRun a = runTo(20., 300., 1), b = runTo(200., 300., 2), c = runTo(23., 300., 3),
                across = runTo(110., 300., 4);
        nameWays({&a, &b, &c, &across});
        QCOMPARE(wayOf(a), std::string("out"));
        QCOMPARE(wayOf(b), std::string("back"));
        QCOMPARE(wayOf(c), std::string("out"));
        QCOMPARE(wayOf(across), std::string()); // quite another way
        // One that says so is believed, and the others follow it.
        RoadRun d = runTo(20., 300., 1), e = runTo(200., 300., 2);
        e.header.set(header_key::direction, "out");
        nameWays({&d, &e});
        QCOMPARE(wayOf(d), std::string("back"));
        QCOMPARE(wayOf(e), std::string("out"));
        // All one way: nobody has to be told.
        RoadRun f = runTo(20., 300., 1), g = runTo(25., 300., 2);
        nameWays({&f, &g});
        QVERIFY(wayOf(f).empty() && wayOf(g).empty());
        nameWays({});
    }

    void theRoadClimbs() {
        RoadRun steep = runTo(20., 400., 1, 0.018, 0.4);
        findSlope(steep);
        QVERIFY(steep.slopePct && std::abs(*steep.slopePct - 1.8) < 0.15);
        QCOMPARE(steep.flags.size(), std::size_t(1));
        QVERIFY(steep.flags.front().kind == FlagKind::Slope);
        // Asked again nothing is told twice, and a person's word stays.
        steep.flags.front().overruled = true;
        findSlope(steep);
        QCOMPARE(steep.flags.size(), std::size_t(1));
        QVERIFY(steep.flags.front().overruled);
        findSlope(steep, 5.); // who does not mind two per cent
        QVERIFY(steep.flags.empty());
        RoadRun level = runTo(20., 400., 2, 0., 0.4);
        findSlope(level);
        QVERIFY(level.slopePct && std::abs(*level.slopePct) < 0.15 && level.flags.empty());
    }
    /// Heights that show a slope go before what is said; noisy ones do not.
    void heightsAgainstWhatIsSaid() {
        RoadRun measured = runTo(20., 400., 3, 0.02, 0.3);
        measured.header.set(header_key::slopePct, -1.);
        findSlope(measured);
        QVERIFY(*measured.slopePct > 1.7);
        RoadRun noisy = runTo(20., 400., 4, 0.002, 12.);
        noisy.header.set(header_key::slopePct, -1.25);
        findSlope(noisy);
        QCOMPARE(*noisy.slopePct, -1.25);
        RoadRun without = runTo(20., 400., 5);
        without.altitudeM.clear();
        findSlope(without);
        QVERIFY(!without.slopePct && without.flags.empty());
        without.header.set(header_key::slopePct, 0.9);
        findSlope(without);
        QCOMPARE(without.slopePct.value_or(0.), 0.9);
        QCOMPARE(without.flags.size(), std::size_t(1));
        // Holes in the heights are passed over; too few are no slope.
        RoadRun holes = runTo(20., 400., 6, 0.02, 0.3);
        for (std::size_t i = 0; i < holes.altitudeM.size(); ++i)
            if (i % 3 == 0)
                holes.altitudeM[i] = std::nan("");
        findSlope(holes);
        QVERIFY(std::abs(*holes.slopePct - 2.) < 0.2);
        for (std::size_t i = 5; i < holes.altitudeM.size(); ++i)
            holes.altitudeM[i] = std::nan("");
        findSlope(holes);
        QVERIFY(!holes.slopePct);
    }
};

JR_SUITE(TestDistance)
#include "test_distance.moc"
