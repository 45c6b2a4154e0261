// What is not the engine is found, named, and leaves peaks; a clean pull carries no flag.
#include "core/pull/curve.h"
#include "tests/support/simulated_trace.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace jr;
using standin::PullSetting;

namespace {

Trace roller(const PullSetting& p) {
    return testsupport::traceOf(standin::rollerPull({}, {}, p), PullKind::Roller);
}
Trace brake(const PullSetting& p) {
    standin::BenchSetting b;
    b.sampleHz = 100.;
    return testsupport::traceOf(standin::brakePull({}, b, p), PullKind::Brake);
}
bool has(const Result<PullFit>& fit, FlagKind kind) {
    return fit && std::any_of(fit->flags().begin(), fit->flags().end(), [&](const Flag& f) { return f.kind == kind; });
}
bool peakIsClear(const PullFit& fit) {
    CurveOptions o;
    o.detailRpm = 200.;
    const auto curve = curveOf(fit, o);
    for (const Flag& f : fit.flags())
        if (flagExcludes(f.kind) && !f.overruled && curve->peakPower && curve->peakPower->rpm >= f.fromRpm &&
            curve->peakPower->rpm <= f.toRpm)
            return false;
    return true;
}

} // namespace

class TestFlags : public QObject {
    Q_OBJECT
private slots:
    void cleanPullsCarryNone() {
        for (std::uint64_t seed = 1; seed <= 12; ++seed) {
            PullSetting p;
            p.seed = seed;
            p.endRpm = 9000.;
            const auto r = fitPull(roller(p)), b = fitPull(brake(p));
            QVERIFY(r && b);
            QVERIFY2(r->flags().empty(), r->flags().empty() ? "" : r->flags().front().text.c_str());
            QVERIFY2(b->flags().empty(), b->flags().empty() ? "" : b->flags().front().text.c_str());
        }
    }
    void limiter() {
        PullSetting p;
        p.limiterRpm = 8000.;
        const auto fit = fitPull(roller(p));
        QVERIFY(has(fit, FlagKind::Limiter));
        QVERIFY(peakIsClear(*fit));
        // Also when nobody wrote the limiter down.
        Trace unwritten = roller(p);
        unwritten.header.limiterRpm.reset();
        QVERIFY(has(fitPull(unwritten), FlagKind::Limiter));
    }
    void slip() {
        PullSetting p;
        p.slipAtS = 2.;
        p.slipForS = 0.4;
        p.slipShare = 0.09;
        const auto fit = fitPull(roller(p));
        QVERIFY(has(fit, FlagKind::Slip));
        QVERIFY(peakIsClear(*fit));
    }
    void tachoDropout() {
        PullSetting p;
        p.dropoutAtS = 2.;
        QVERIFY(has(fitPull(roller(p)), FlagKind::Dropout));
        QVERIFY(has(fitPull(brake(p)), FlagKind::Dropout));
    }
    void loadSpike() {
        PullSetting p;
        p.loadSpikeShare = 0.4;
        const auto fit = fitPull(brake(p));
        QVERIFY(has(fit, FlagKind::LoadSpike));
        QVERIFY(peakIsClear(*fit));
    }
    void mixture() {
        PullSetting p;
        p.leanAtS = 2.;
        QVERIFY(has(fitPull(roller(p)), FlagKind::Lean));
        p.leanAfr = 23.;
        const auto dead = fitPull(roller(p));
        QVERIFY(has(dead, FlagKind::NotFiring));
        QVERIFY(!has(dead, FlagKind::Lean));
        p.leanAfr = 9.2;
        QVERIFY(has(fitPull(roller(p)), FlagKind::Rich));
        // On methanol 7:1 is lean, not rich: thresholds are in petrol terms.
        PullSetting m;
        m.afr = 5.5;
        Trace methanol = roller(m);
        methanol.header.stoich = 6.4;
        const auto fit = fitPull(methanol);
        QVERIFY(!has(fit, FlagKind::Rich) && !has(fit, FlagKind::Lean));
    }
    void fuelRunningOut() {
        PullSetting p;
        Trace trace = roller(p);
        // The last fifth leans out and sags: the roller is slowed after the fact, sample by sample.
        Channel& afr = trace.channels[3];
        Channel& speed = trace.channels[1];
        const std::size_t n = speed.values.size(), from = n * 8 / 10;
        double lost = 0.;
        for (std::size_t i = from; i < n; ++i) {
            const double in = static_cast<double>(i - from) / static_cast<double>(n - from);
            afr.values[i] += 2.6 * std::min(1., 4. * in);
            lost += 0.35 * in * (speed.values[from] - speed.values[from - 200]) / 200.;
            speed.values[i] -= lost;
            trace.channels[2].values[i] -= lost * 5.24;
        }
        QVERIFY(has(fitPull(trace), FlagKind::FuelStarved));
    }
    void coldHotShort() {
        PullSetting p;
        p.coolantC = 35.;
        QVERIFY(has(fitPull(roller(p)), FlagKind::Cold));
        p.coolantC = 120.;
        QVERIFY(has(fitPull(roller(p)), FlagKind::Hot));
        p.coolantC = 84.;
        p.endRpm = 3800.;
        const auto brief = fitPull(roller(p));
        QVERIFY(has(brief, FlagKind::Short));
        CurveOptions o;
        o.detailRpm = 150.;
        QVERIFY(curveOf(*brief, o)->peakPower); // short excludes nothing
    }
    void clockJumps() {
        Trace trace = roller({});
        trace.channels[0].values[300] = trace.channels[0].values[290];
        trace.channels[0].values[301] = trace.channels[0].values[299];
        QVERIFY(has(fitPull(trace), FlagKind::Clock));
    }
    void writtenRatioDisagrees() {
        Trace trace = roller({});
        trace.header.enginePerRoller = 4.5;
        const auto fit = fitPull(trace);
        QVERIFY(has(fit, FlagKind::Inconsistent));
    }
    void overrulingPutsItBack() {
        PullSetting p;
        p.leanAtS = 2.;
        const Trace trace = roller(p);
        const auto fit = fitPull(trace);
        const Flag lean = fit->flags().front();
        ReadyOptions o;
        o.overrules = {{lean.kind, 0.5 * (lean.fromS + lean.toS)}};
        const auto again = fitPull(trace, o);
        QVERIFY(again->flags().front().overruled);
        CurveOptions c;
        c.detailRpm = 200.;
        const auto curve = curveOf(*again, c);
        QVERIFY(std::all_of(curve->counted.begin(), curve->counted.end(), [](char k) { return k; }));
    }
    void kindsReadBack() {
        for (int k = 0; k < 13; ++k) {
            FlagKind kind{};
            QVERIFY(parseFlagKind(flagText(static_cast<FlagKind>(k)), kind));
            QCOMPARE(static_cast<int>(kind), k);
        }
    }
};

QTEST_GUILESS_MAIN(TestFlags)
#include "test_flags.moc"
