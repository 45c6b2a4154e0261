// SPDX-License-Identifier: GPL-3.0-or-later
// Traces to curves, held against the simulated bench's known truth.
#include "core/pull/curve.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

Result<PullCurve> curveFrom(const Trace& trace, double detail = 0., const char* standard = "sae-j1349") {
    const Result<PullFit> fit = fitPull(trace);
    if (!fit)
        return fit.error();
    const PullFit* one[] = {&*fit};
    CurveOptions o;
    o.detail = detail > 0. ? detail : likelyDetail(one);
    o.standard = findStandard(standard);
    return curveOf(*fit, o);
}

double rmsShare(const PullCurve& c, const standin::EngineTruth& engine) {
    double sum = 0., peak = 0.;
    for (std::size_t i = 0; i < c.place.size(); ++i) {
        peak = std::max(peak, engine.powerAt(c.place[i]));
        sum += std::pow(c.powerW[i] - engine.powerAt(c.place[i]), 2);
    }
    return std::sqrt(sum / static_cast<double>(c.place.size())) / peak;
}

Trace givenCurve(std::optional<std::string> corrected, bool air) {
    Trace t;
    t.header.kind = PullKind::Curve;
    t.header.corrected = std::move(corrected);
    if (air) {
        t.header.airTempC = 30.;
        t.header.airPressurePa = 97000.;
        t.header.humidity = 0.5;
    }
    Channel speed, power;
    speed.name = {ChannelId::EngineSpeed, 0};
    power.name = {ChannelId::Power, 0};
    for (double rpm = 3025.; rpm <= 6000.; rpm += 100.) {
        speed.values.push_back(radPerSFromRpm(rpm));
        power.values.push_back(10000. + rpm);
    }
    t.channels = {speed, power};
    return t;
}

} // namespace

class TestCurve : public QObject {
    Q_OBJECT
private slots:
    void rollerReturnsTheTruth() {
        standin::EngineTruth engine;
        engine.bumps = {{0.05, 4300., 350.}, {-0.04, 7200., 500.}};
        for (std::uint64_t seed : {1u, 2u, 3u}) {
            standin::PullSetting p;
            p.seed = seed;
            p.endRpm = 9000.;
            const auto curve = curveFrom(testsupport::traceOf(standin::rollerPull(engine, {}, p), PullKind::Roller));
            QVERIFY(curve);
            QVERIFY2(rmsShare(*curve, engine) < 0.005, qPrintable(QString::number(rmsShare(*curve, engine))));
            QVERIFY((curve->usedTo - curve->usedFrom) / 6000. > 0.85);
            QVERIFY(curve->usedFrom >= 3000. - 20. && curve->usedTo <= 9000. + 20.);
        }
    }
    void brakeReturnsTheTruth() {
        standin::EngineTruth engine;
        standin::BenchSetting bench;
        bench.sampleHz = 100.;
        standin::PullSetting p;
        p.endRpm = 9000.;
        const auto curve = curveFrom(testsupport::traceOf(standin::brakePull(engine, bench, p), PullKind::Brake));
        QVERIFY(curve);
        QVERIFY2(rmsShare(*curve, engine) < 0.005, qPrintable(QString::number(rmsShare(*curve, engine))));
    }
    void powerIsTorqueTimesSpeed() {
        const auto curve = curveFrom(testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller));
        for (std::size_t i = 0; i < curve->place.size(); ++i)
            QVERIFY(std::abs(curve->torqueNm[i] * radPerSFromRpm(curve->place[i]) - curve->powerW[i]) <
                    1e-6 * curve->powerW[i]);
    }
    void gridIsWholeMultiplesAndNeverOutside() {
        const auto curve = curveFrom(testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller));
        for (double rpm : curve->place) {
            QVERIFY(std::abs(std::remainder(rpm, 50.)) < 1e-9);
            QVERIFY(rpm >= curve->usedFrom && rpm <= curve->usedTo);
        }
    }
    void standardsOnlyScale() {
        const Trace trace = testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller);
        const auto a = curveFrom(trace, 200., "none"), b = curveFrom(trace, 200., "din-70020");
        for (std::size_t i = 0; i < a->place.size(); ++i)
            QVERIFY(std::abs(b->powerW[i] / a->powerW[i] - *b->factor) < 1e-9);
    }
    void withoutAirFiguresStayAsMeasured() {
        Trace trace = testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller);
        trace.header.humidity.reset();
        const auto curve = curveFrom(trace);
        QVERIFY(curve && !curve->factor);
        QCOMPARE(curve->cautions.size(), std::size_t(1));
    }
    void givenCurves() {
        const auto same = curveFrom(givenCurve("sae-j1349", true));
        QCOMPARE(*same->factor, 1.);
        QVERIFY(std::abs(same->powerW[1] - (10000. + same->place[1])) < 1e-6);
        const auto other = curveFrom(givenCurve("din-70020", true));
        const Air air{30., 97000., 0.5};
        QVERIFY(std::abs(*other->factor -
                         findStandard("sae-j1349")->factor(air) / findStandard("din-70020")->factor(air)) < 1e-12);
        QVERIFY(!curveFrom(givenCurve("din-70020", false))->factor);
        const auto unknown = curveFrom(givenCurve(std::nullopt, true));
        QVERIFY(!unknown->factor);
        QCOMPARE(unknown->cautions.front().kind, std::string("standard-unknown"));
    }
    void missingThingsAreNamed() {
        Trace trace = testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller);
        Trace noInertia = trace;
        noInertia.header.rollerInertiaKgM2.reset();
        QVERIFY(QString::fromStdString(fitPull(noInertia).error().reason).contains(QLatin1String("roller's inertia")));
        Trace noSpeed = trace;
        noSpeed.channels.erase(noSpeed.channels.begin() + 1);
        QVERIFY(QString::fromStdString(fitPull(noSpeed).error().reason).contains(QLatin1String("roller speed")));
        Trace brake = trace;
        brake.header.kind = PullKind::Brake;
        QVERIFY(QString::fromStdString(fitPull(brake).error().reason).contains(QLatin1String("column of its load")));
        Trace empty;
        QVERIFY(!fitPull(empty));
    }
    void twoRatesGiveOneCurve() {
        // The same engine sampled at 100 Hz and 1 kHz, quiet: curves agree within half a per cent.
        standin::PullSetting p;
        standin::BenchSetting slow, fast;
        slow.sampleHz = 100.;
        fast.sampleHz = 1000.;
        const auto a = curveFrom(testsupport::traceOf(standin::rollerPull({}, slow, p), PullKind::Roller), 250.);
        const auto b = curveFrom(testsupport::traceOf(standin::rollerPull({}, fast, p), PullKind::Roller), 250.);
        for (double rpm = 4000.; rpm <= 8000.; rpm += 500.)
            QVERIFY(std::abs(a->powerW[static_cast<std::size_t>(a->at(rpm))] /
                                 b->powerW[static_cast<std::size_t>(b->at(rpm))] -
                             1.) < 0.01);
    }
};

JR_SUITE(TestCurve)
#include "test_curve.moc"
