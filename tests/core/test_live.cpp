// SPDX-License-Identifier: GPL-3.0-or-later
// Pulls found sample by sample, guards, steps, calibrations, brake figures, fuel and the crank's three schools.
#include "core/calibrate/calibrate.h"
#include "core/driveline/crank_estimate.h"
#include "core/live/guards.h"
#include "core/live/pull_watch.h"
#include "core/live/step_run.h"
#include "core/machine/fuel.h"
#include "core/mixture/steady_points.h"
#include "core/words/wording.h"
#include "standin/simulated_bench.h"
#include "tests/support/suites.h"

#include <QTest>
#include <gsl/gsl_fit.h>
#include <gsl/gsl_multifit.h>

#include <cmath>
#include <limits>

using namespace jr;

namespace {

/// A roller that follows a made-up day: idle, roll on, pull, coast. Engine is ten times the roller.
struct LiveDay {
    double t = 0., w = 5.;
    bool throttleKnown = true;
    std::vector<WatchEvent> events;
    std::vector<BenchState> states;
    PullWatch watch{Procedure{}};

    void run(double seconds, double slope, double throttle, double coolant = 80.) {
        for (double until = t + seconds; t < until; t += 0.005) {
            w = std::max(1., w + slope * 0.005);
            WatchSample s{t, w, rpmFromRadPerS(10. * w)};
            if (throttleKnown)
                s.throttle = throttle;
            s.coolantC = coolant;
            if (const auto event = watch.feed(s))
                events.push_back(*event);
            if (states.empty() || states.back() != watch.state())
                states.push_back(watch.state());
        }
    }
    static double rpmFromRadPerS(double v) { return v * 60. / (2. * 3.14159265358979); }
};

/// A coast-down with known drag, by small steps, with a little noise.
CoastDown coast(double inertia, std::array<double, 3> drag, double torque = 0., double noise = 0.0003,
                std::uint64_t seed = 3) {
    standin::Dice dice(seed);
    CoastDown out;
    double w = 220.;
    for (int i = 0; i < 9000; ++i) {
        out.timeS.push_back(0.02 * i);
        out.shaftRadS.push_back(w * (1. + noise * dice.normal()));
        for (int k = 0; k < 20; ++k)
            w += (torque - drag[0] - drag[1] * w - drag[2] * w * w) / inertia * 0.001;
    }
    return out;
}

} // namespace

class TestLive : public QObject {
    Q_OBJECT
private slots:
    void aPullIsFoundByThrottle() {
        LiveDay d;
        d.run(2., 0., 0.03, 40.);
        QCOMPARE(d.watch.state(), BenchState::WarmUp);
        d.run(2., 0., 0.03);
        QCOMPARE(d.watch.state(), BenchState::Ready);
        d.run(1.5, 14., 0.25);
        QCOMPARE(d.watch.state(), BenchState::RollOn);
        d.run(1., 3., 0.25); // near the start speed, not open yet
        const double opened = d.t;
        d.run(5., 12., 1.);
        QCOMPARE(d.watch.state(), BenchState::Pulling);
        const double shut = d.t;
        d.run(6., -4., 0.);
        QCOMPARE(d.watch.state(), BenchState::Coasting);
        QCOMPARE(d.events.size(), std::size_t(1));
        QCOMPARE(d.events[0].kind, WatchEvent::Kind::PullEnded);
        QVERIFY(d.events[0].fromS >= opened - 0.01 && d.events[0].fromS < opened + 0.8);
        QVERIFY(std::abs(d.events[0].toS - shut) < 0.15);
        d.run(2., -30., 0.); // the rider's brake: free running is over
        QCOMPARE(d.events.size(), std::size_t(2));
        QCOMPARE(d.events[1].kind, WatchEvent::Kind::CoastEnded);
        QVERIFY(d.events[1].toS <= shut + 6.05);
        d.run(4., 0., 0.03);
        QCOMPARE(d.watch.state(), BenchState::Ready);
    }
    void aCoastDownIsFollowedAsFarAsItGoes() {
        // A heavy roller that slows by 1.5 % a second: two minutes to fall to a sixth, far past what a pull lasts.
        PullWatch watch;
        std::vector<WatchEvent> events;
        double t = 0., w = 60.;
        const auto feed = [&](double throttle) {
            WatchSample s{t, w, w * 57.3, throttle, std::numeric_limits<double>::quiet_NaN(), 80.};
            if (const auto event = watch.feed(s))
                events.push_back(*event);
            t += 0.01;
        };
        for (; w < 160.; w += 0.12)
            feed(1.);
        while (w > 160. / 6.) {
            w -= 0.015 * w * 0.01;
            feed(0.);
        }
        QCOMPARE(watch.state(), BenchState::Coasting);
        QVERIFY(watch.coastFromRadS() > 158.);
        QCOMPARE(events.size(), std::size_t(1)); // the pull's end alone
        watch.endByHand();
        feed(0.);
        QCOMPARE(events.size(), std::size_t(2));
        QCOMPARE(events[1].kind, WatchEvent::Kind::CoastEnded);
        QVERIFY(events[1].toS - events[1].fromS > 100.);
        QVERIFY(watch.state() != BenchState::Coasting);
        // Left alone it is over where the bearings begin to stick.
        PullWatch other;
        events.clear();
        t = 0.;
        for (w = 60.; w < 160.; w += 0.12)
            (void)other.feed({t += 0.01, w, w * 57.3, 1.});
        bool ended = false;
        while (!ended && w > 1.) {
            w -= 0.015 * w * 0.01;
            const auto event = other.feed({t += 0.01, w, w * 57.3, 0.});
            ended = event && event->kind == WatchEvent::Kind::CoastEnded;
        }
        QVERIFY(ended && w > 7. && w < 8.1); // a twentieth of 160
        // An engine on a brake falls to its idle and stays there: that is over soon, and so is a roller held by
        // something.
        for (bool roller : {false, true}) {
            PullWatch third;
            third.setFollowsCoast(roller);
            t = 0.;
            for (w = 60.; w < 160.; w += 0.12)
                (void)third.feed({t += 0.01, w, w * 57.3, 1.});
            const double shut = t;
            while (t < shut + 60. && third.state() != BenchState::Done) {
                w = std::max(w - 0.3, roller ? 80. : 30.);
                (void)third.feed({t += 0.01, w, w * 57.3, 0.});
            }
            QVERIFY2(third.state() == BenchState::Done && t < shut + 10., roller ? "roller" : "engine");
        }
    }
    void withoutAThrottleSpeedDecides() {
        LiveDay d;
        d.throttleKnown = false;
        d.run(2., 0., 0.);
        d.run(9., 12., 0.);
        d.run(3., -4., 0.);
        QCOMPARE(d.events.size(), std::size_t(1));
        QCOMPARE(d.events[0].kind, WatchEvent::Kind::PullEnded);
    }
    void aBlipIsNoPull() {
        LiveDay d;
        d.run(2., 14., 0.25);
        d.run(0.5, 12., 1.);
        d.run(2., -4., 0.);
        QCOMPARE(d.events.front().kind, WatchEvent::Kind::NotAPull);
    }
    void aMarkAndAKeyDecide() {
        PullWatch watch;
        const auto feed = [&](double t, double mark) {
            WatchSample s{t, 100. + 5. * t, 3000. + 600. * t};
            s.mark = mark;
            return watch.feed(s);
        };
        std::optional<WatchEvent> event;
        for (double t = 0.; t < 6. && !event; t += 0.01)
            event = feed(t, t > 1. && t < 4. ? 1. : 0.);
        QVERIFY(event && event->kind == WatchEvent::Kind::PullEnded);
        QVERIFY(std::abs(event->fromS - 1.) < 0.03 && std::abs(event->toS - 4.) < 0.03);
        PullWatch byKey(Procedure{.byHand = true});
        event.reset();
        for (int i = 0; i < 600 && !event; ++i) {
            if (i == 100)
                byKey.beginByHand();
            if (i == 400)
                byKey.endByHand();
            event = byKey.feed({0.01 * i, 100. + 0.05 * i, 3000. + 6. * i});
        }
        QVERIFY(event && event->kind == WatchEvent::Kind::PullEnded);
        QVERIFY(std::abs(event->fromS - 1.) < 0.02 && std::abs(event->toS - 4.) < 0.02);
    }
    void guardsTripOncePerPullAndCylinder() {
        Guards guards(GuardLimits{.overspeedRpm = 9000.});
        std::vector<GuardTrip> trips;
        const auto feed = [&](double t, bool pulling, double afr1, double afr2, double rpm = 6000.,
                              double coolant = 90.) {
            GuardSample s;
            s.timeS = t;
            s.pulling = pulling;
            s.engineRpm = rpm;
            s.afr = {afr1, afr2};
            s.egtC = {700., 700.};
            s.coolantC = coolant;
            for (const GuardTrip& trip : guards.feed(s))
                trips.push_back(trip);
        };
        for (double t = 0.; t < 3.; t += 0.01)
            feed(t, false, 19., 19.); // overrun is no load
        QVERIFY(trips.empty());
        for (double t = 3.; t < 3.5; t += 0.01)
            feed(t, true, 18., 13.); // the first moments of full throttle
        QVERIFY(trips.empty());
        for (double t = 3.5; t < 5.; t += 0.01)
            feed(t, true, 13., 13.);
        for (double t = 5.; t < 5.15; t += 0.01)
            feed(t, true, 18., 13.); // shorter than the sensor's own flicker
        QVERIFY(trips.empty());
        for (double t = 5.2; t < 7.; t += 0.01)
            feed(t, true, 13., 17.);
        QCOMPARE(trips.size(), std::size_t(1));
        QCOMPARE(trips[0].kind, GuardKind::Lean);
        QCOMPARE(trips[0].cylinder, 2);
        for (double t = 7.; t < 8.; t += 0.01)
            feed(t, true, 24., 17., 9100., 120.);
        std::vector<GuardKind> kinds;
        for (const GuardTrip& t : trips)
            kinds.push_back(t.kind);
        for (GuardKind k : {GuardKind::NotFiring, GuardKind::Overspeed, GuardKind::Coolant})
            QCOMPARE(std::count(kinds.begin(), kinds.end(), k), 1L);
        QCOMPARE(QString::fromStdString(said(guardMessage(trips[0]))),
                 QStringLiteral("cylinder 2 lean: 17.0:1 past 16.0:1"));
    }
    void stepsWaitUntilTheyHaveSettled() {
        StepRun run({.stepsRpm = {5000., 6000., 7000.}});
        double asked = *run.begin(0.), rpm = 3000.;
        std::vector<double> all{asked};
        bool never = false;
        for (double t = 0.; t < 60. && !run.finished(); t += 0.02) {
            // The third speed is never reached.
            rpm += std::clamp((std::min(asked, 6700.) - rpm) * 0.1, -30., 30.);
            if (const auto next = run.feed(t, rpm)) {
                asked = *next;
                all.push_back(asked);
            }
            never = never || t > 59.;
        }
        QVERIFY(!never);
        QCOMPARE(all, (std::vector<double>{5000., 6000., 7000.}));
        QCOMPARE(run.givenUp(), std::vector<double>{7000.});
    }
    void theLoadCellAgainstGsl() {
        // Outside check: the same line by GSL's gsl_fit_linear.
        const std::vector<WeightReading> readings = {{0., 0.021},  {2., 0.515},  {5., 1.262},
                                                     {10., 2.497}, {15., 3.742}, {20., 4.981}};
        std::vector<double> x, y;
        for (const auto& r : readings) {
            x.push_back(r.reading);
            y.push_back(r.massKg * kStandardGravity);
        }
        double c0, c1, v00, v01, v11, squares;
        gsl_fit_linear(x.data(), 1, y.data(), 1, x.size(), &c0, &c1, &v00, &v01, &v11, &squares);
        const auto fit = fitLoadCell(readings);
        QVERIFY(fit);
        QVERIFY(std::abs(fit->newtonPerReading / c1 - 1.) < 1e-10);
        QVERIFY(std::abs(fit->zeroReading + c0 / c1) < 1e-10);
        QVERIFY(std::abs(fit->newtonPerReadingError / std::sqrt(v11) - 1.) < 1e-8);
        QVERIFY(std::abs(fit->residualSdN / std::sqrt(squares / 4.) - 1.) < 1e-8);
        // What is no calibration is refused in words.
        QVERIFY(!fitLoadCell(std::vector<WeightReading>{{0., 1.}, {5., 2.}}));
        QVERIFY(!fitLoadCell(std::vector<WeightReading>{{5., 1.}, {5., 2.}, {5., 3.}}));
        QVERIFY(!fitLoadCell(std::vector<WeightReading>{{0., 1.}, {5., 1.}, {9., 1.}}));
    }
    void dragAndInertiaComeBack() {
        const std::array<double, 3> drag{6.2, 0.021, 6.4e-5};
        const auto fit = fitDrag(coast(11.4, drag), 11.4);
        QVERIFY2(fit, fit ? "" : fit.error().text().c_str());
        for (double w : {fit->fromRadS, 0.5 * (fit->fromRadS + fit->toRadS), fit->toRadS}) {
            const double truth = drag[0] + drag[1] * w + drag[2] * w * w;
            QVERIFY(std::abs((fit->dragNm[0] + fit->dragNm[1] * w + fit->dragNm[2] * w * w) / truth - 1.) < 0.03);
        }
        const auto added = inertiaFromAdded(coast(11.4, drag, 0., 0.0003, 5), coast(13.4, drag, 0., 0.0003, 6), 2.);
        QVERIFY2(added, added ? "" : added.error().text().c_str());
        QVERIFY2(std::abs(added->inertiaKgM2 / 11.4 - 1.) < 0.03, qPrintable(QString::number(added->inertiaKgM2)));
        const auto driven = inertiaFromTorque(coast(11.4, drag, 0., 0.0003, 7), coast(11.4, drag, 4., 0.0003, 8), 4.);
        QVERIFY2(driven, driven ? "" : driven.error().text().c_str());
        QVERIFY2(std::abs(driven->inertiaKgM2 / 11.4 - 1.) < 0.03, qPrintable(QString::number(driven->inertiaKgM2)));
        // Runs that say nothing are refused.
        QVERIFY(!fitDrag(coast(11.4, drag), 0.));
        QVERIFY(!fitDrag(coast(11.4, {0.4, 0., 0.}), 11.4)); // hardly slows
        // Over too little of the speeds: refused, and how far it should have run.
        CoastDown narrow = coast(11.4, drag);
        const double first = narrow.shaftRadS.front();
        while (narrow.shaftRadS.back() < 0.7 * first) {
            narrow.shaftRadS.pop_back();
            narrow.timeS.pop_back();
        }
        const auto refused = fitDrag(narrow, 11.4);
        QVERIFY(!refused);
        QCOMPARE(std::string(refused.error().message.code), std::string("error.coast-too-narrow"));
        // Thinned it says the same.
        const auto thin = fitDrag(thinned(coast(11.4, drag), 1500), 11.4), whole = fitDrag(coast(11.4, drag), 11.4);
        QVERIFY(thin && whole);
        for (double w : {60., 100., 140.}) {
            const auto at = [w](const DragFit& f) { return f.dragNm[0] + f.dragNm[1] * w + f.dragNm[2] * w * w; };
            QVERIFY(std::abs(at(*thin) / at(*whole) - 1.) < 0.005);
        }
        QVERIFY(!inertiaFromAdded(coast(11.4, drag), coast(11.4, drag, 0., 0.0003, 9), 2.));
    }
    void brakeFigures() {
        // Textbook definition, worked by hand: 1 kg/h of fuel at 3 kW is 333.3 g/kWh.
        QVERIFY(std::abs(*bsfcKgPerJ(1. / 3600., 3000.) * kGramPerKWhPerKgPerJ - 333.333) < 0.01);
        // A 600 cc two-stroke at 6000 rpm that fills itself wholly with air of 1.2 kg/m3 draws 0.072 kg/s.
        QVERIFY(std::abs(*breathing(0.072, {600e-6, 2}, 1.2, 6000.) - 1.) < 1e-12);
        QVERIFY(std::abs(*breathing(0.036, {600e-6, 4}, 1.2, 6000.) - 1.) < 1e-12);
        QVERIFY(!breathing(0.03, {0., 4}, 1.2, 6000.));
        QVERIFY(!bsfcKgPerJ(0.001, 0.));
        // bmep: 100 N·m from 1 litre is 12.566 bar as a four-stroke, half as a two-stroke.
        QVERIFY(std::abs(bmepPa(100., {1e-3, 4}) / 1e5 - 12.566) < 0.001);
        QVERIFY(std::abs(bmepPa(100., {1e-3, 2}) / 1e5 - 6.283) < 0.001);
    }
    void steadyStretchesAreFoundAndMeasured() {
        Trace t;
        t.header.kind = PullKind::Brake;
        t.header.brakeArmM = 0.5;
        t.header.airTempC = 25.;
        t.header.airPressurePa = 1e5;
        t.header.humidity = 0.;
        std::vector<std::pair<ChannelId, std::vector<double>>> columns = {{ChannelId::Time, {}},
                                                                          {ChannelId::EngineSpeed, {}},
                                                                          {ChannelId::LoadForce, {}},
                                                                          {ChannelId::FuelFlow, {}},
                                                                          {ChannelId::AirFlow, {}}};
        // Two plateaus of two seconds with a ramp between.
        for (int i = 0; i < 500; ++i) {
            const double s = 0.01 * i, rpm = s < 2. ? 5000. : s < 3. ? 5000. + 1000. * (s - 2.) : 6000.;
            const double values[] = {s, radPerSFromRpm(rpm), 100., 0.002, 0.026};
            for (std::size_t c = 0; c < columns.size(); ++c)
                columns[c].second.push_back(values[c]);
        }
        for (auto& [id, values] : columns) {
            Channel c;
            c.name = {id, 0};
            c.values = values;
            t.channels.push_back(std::move(c));
        }
        const auto points = steadyPoints(t, {600e-6, 2});
        QCOMPARE(points.size(), std::size_t(2));
        QVERIFY(std::abs(points[0].rpm - 5000.) < 40. && std::abs(points[1].rpm - 6000.) < 40.);
        QVERIFY(std::abs(points[0].torqueNm - 50.) < 1e-9);
        QVERIFY(std::abs(*points[0].afr - 13.) < 1e-9);
        QVERIFY(points[0].bsfcKgPerJ && points[0].breathing && points[0].bmepPa);
    }
    void fuelAndPullsLeft() {
        // Common practice, no source: a saw tank lasts 25 to 30 pulls of a 70 cc two-stroke. 5 hp for 6 s from a
        // 0.75 l tank, until it is empty.
        const double perPull = fuelForPullMl(3700. * 6., usualFuelUse(2, MachineKind::HandHeld));
        const int pulls = pullsLeft(750., 0., perPull, 0.);
        QVERIFY2(pulls >= 25 && pulls <= 30, qPrintable(QString::number(pulls)));
        // A motorcycle's pull is its own: 30 kW for 8 s take some 45 ml of a four-stroke.
        const double road = fuelForPullMl(30000. * 8., usualFuelUse(4, MachineKind::FourStroke));
        QVERIFY2(road > 40. && road < 50., qPrintable(QString::number(road)));
        QCOMPARE(pullsLeft(1000., 900., 50., 0.15), 0);
        QCOMPARE(pullsLeft(1000., 0., 50., 0.), 20);
    }
    void threeSchoolsAreRangesAboveTheWheel() {
        CrankOptions o;
        o.dragAloneNm = std::array<double, 3>{6., 0.02, 0.};
        o.dragWithMachineNm = std::array<double, 3>{16., 0.06, 0.};
        o.rollerRadS = 150.;
        const auto all = crankEstimates(25000., o);
        QCOMPARE(all.size(), std::size_t(3));
        for (const CrankEstimate& e : all)
            QVERIFY(e.lowW > 25000. && e.highW > e.lowW);
        // 8 to 10 % for a bike (common practice, no source): the loss is of the crank's power.
        QVERIFY(std::abs(25000. / all[0].lowW - 0.92) < 1e-12);
        QCOMPARE(crankEstimates(25000., {}).size(), std::size_t(2));
    }
};

JR_SUITE(TestLive)
#include "test_live.moc"
