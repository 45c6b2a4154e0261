// SPDX-License-Identifier: GPL-3.0-or-later
// What is not the engine is found, named, and leaves peaks; a clean pull carries no flag.
#include "core/pull/curve.h"
#include "core/words/wording.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

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
/// Whether a flag of the kind stands where it happened: it covers the middle of it and reaches no further than
/// `around`.
bool stands(const Result<PullFit>& fit, FlagKind kind, double fromS, double toS, double around = 0.25) {
    return fit && std::any_of(fit->flags().begin(), fit->flags().end(), [&](const Flag& f) {
               const double middle = 0.5 * (fromS + toS);
               return f.kind == kind && f.fromS <= middle && f.toS >= middle && f.fromS >= fromS - around &&
                      f.toS <= toS + around;
           });
}
std::shared_ptr<PullCurve> curveAt200(const PullFit& fit) {
    CurveOptions o;
    o.detail = 200.;
    auto curve = curveOf(fit, o);
    return curve ? std::make_shared<PullCurve>(std::move(curve).value()) : nullptr;
}
bool peakIsClear(const PullFit& fit) {
    CurveOptions o;
    o.detail = 200.;
    const auto curve = curveOf(fit, o);
    for (const Flag& f : fit.flags())
        if (flagExcludes(f.kind) && !f.overruled && curve->peakPower && curve->peakPower->place >= f.fromRpm &&
            curve->peakPower->place <= f.toRpm)
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
            QVERIFY2(r->flags().empty(), r->flags().empty() ? "" : said(r->flags().front().message).c_str());
            QVERIFY2(b->flags().empty(), b->flags().empty() ? "" : said(b->flags().front().message).c_str());
        }
    }
    void limiter() {
        PullSetting p;
        p.limiterRpm = 8000.;
        const auto fit = fitPull(roller(p));
        QVERIFY(has(fit, FlagKind::Limiter));
        QVERIFY(peakIsClear(*fit));
        for (const Flag& f : fit->flags())
            if (f.kind == FlagKind::Limiter)
                QVERIFY2(f.fromRpm > 7600. && f.toRpm < 8200.,
                         qPrintable(QStringLiteral("%1 to %2 rpm").arg(f.fromRpm).arg(f.toRpm)));
        // The same engine without a limiter says what the curve is up to there: the peak told is that curve's, and the
        // cut adds nothing to it.
        PullSetting free;
        free.seed = p.seed;
        const auto whole = fitPull(roller(free));
        const auto limited = curveAt200(*fit), open = curveAt200(*whole);
        QVERIFY(limited->peakPower && limited->peakPower->place < 8000.);
        const long at = open->at(std::round(limited->peakPower->place / 50.) * 50.);
        QVERIFY(at >= 0);
        QVERIFY2(std::abs(limited->peakPower->value / open->powerW[static_cast<std::size_t>(at)] - 1.) < 0.01,
                 qPrintable(QString::number(limited->peakPower->value)));
        // And the flag is what does it: overruled, the cut is in the curve and bends it.
        ReadyOptions overruled;
        for (const Flag& f : fit->flags())
            overruled.overrules.push_back({f.kind, 0.5 * (f.fromS + f.toS)});
        const auto through = fitPull(roller(p), overruled);
        QVERIFY(through);
        QVERIFY(through->ready.to > fit->ready.to);
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
        QVERIFY(stands(fit, FlagKind::Slip, 2., 2.4));
        QVERIFY(peakIsClear(*fit));
    }
    void runsOfFalseReadings_data() {
        QTest::addColumn<bool>("onBrake");
        QTest::addColumn<QString>("channel");
        QTest::addColumn<double>("forS");
        QTest::addColumn<double>("sampleHz");
        QTest::addColumn<double>("reads"); // NaN: stuck at the last reading before
        for (double hz : {100., 200., 1000.}) {
            const QByteArray at = QByteArray(" at ") + QByteArray::number(hz) + " Hz";
            for (double forS : {0.03, 0.2, 0.8}) {
                const QByteArray span = QByteArray(" for ") + QByteArray::number(forS) + " s" + at;
                QTest::newRow("tachometer zero" + span) << false << "engine_speed" << forS << hz << 0.;
                QTest::newRow("drum pickup zero" + span) << false << "roller_speed" << forS << hz << 0.;
                QTest::newRow("drum pickup doubles" + span) << false << "roller_speed" << forS << hz << -2.;
            }
            QTest::newRow("scale zero" + at) << true << "load_force" << 0.25 << hz << 0.;
            QTest::newRow("scale zero, long" + at) << true << "load_force" << 0.8 << hz << 0.;
            QTest::newRow("brake tachometer zero" + at) << true << "engine_speed" << 0.25 << hz << 0.;
        }
    }
    /// A run that no machine can have followed is a dropout and nothing else, the fit leaves it out, and the curve is
    /// the one without it.
    void runsOfFalseReadings() {
        QFETCH(bool, onBrake);
        QFETCH(QString, channel);
        QFETCH(double, forS);
        QFETCH(double, sampleHz);
        QFETCH(double, reads);
        standin::BenchSetting b;
        b.sampleHz = sampleHz;
        for (std::uint64_t seed = 1; seed <= 3; ++seed) {
            PullSetting p;
            p.seed = seed;
            const auto recorded = onBrake ? standin::brakePull({}, b, p) : standin::rollerPull({}, b, p);
            const PullKind kind = onBrake ? PullKind::Brake : PullKind::Roller;
            const Trace clean = testsupport::traceOf(recorded, kind);
            Trace bad = clean;
            const std::vector<double> time = bad.find(ChannelId::Time)->values;
            const double from = time.front() + 0.45 * (time.back() - time.front());
            for (Channel& c : bad.channels)
                if (channelText(c.name) == channel.toStdString())
                    for (std::size_t i = 0; i < time.size(); ++i)
                        if (time[i] >= from && time[i] < from + forS)
                            c.values[i] = reads < 0. ? -reads * c.values[i] : reads;
            const auto truth = fitPull(clean), fit = fitPull(bad);
            QVERIFY2(truth && fit, fit ? "" : fit.error().reason.c_str());
            QVERIFY(truth->flags().empty());
            QVERIFY(has(fit, FlagKind::Dropout));
            for (const Flag& f : fit->flags()) {
                QVERIFY2(f.kind == FlagKind::Dropout, said(f.message).c_str());
                QVERIFY2(f.fromS >= from - 0.06 && f.toS <= from + forS + 0.06, said(f.message).c_str());
            }
            QVERIFY(peakIsClear(*fit));
            CurveOptions o;
            o.detail = 200.;
            const auto a = curveOf(*truth, o), c = curveOf(*fit, o);
            QVERIFY(a && c);
            for (std::size_t i = 0; i < c->place.size(); ++i)
                if (const long k = a->at(c->place[i]); k >= 0 && c->counted[i])
                    QVERIFY2(std::abs(c->powerW[i] / a->powerW[static_cast<std::size_t>(k)] - 1.) < 0.04,
                             qPrintable(QStringLiteral("%1 rpm: %2 for %3")
                                            .arg(c->place[i])
                                            .arg(c->powerW[i])
                                            .arg(a->powerW[static_cast<std::size_t>(k)])));
        }
    }
    void aLimiterOnABrakeIsNoFalseReading() {
        // The load falls away in one sample and comes back near the top: the limiter's, whoever wrote it down.
        PullSetting p;
        Trace t = brake(p);
        std::vector<double>& load = const_cast<Channel*>(t.find(ChannelId::LoadForce))->values;
        const std::vector<double>& time = t.find(ChannelId::Time)->values;
        for (std::size_t i = 0; i < load.size(); ++i)
            if (const double left = time.back() - time[i]; left < 0.5 && std::fmod(left, 0.2) < 0.1)
                load[i] = 0.;
        const auto fit = fitPull(t);
        QVERIFY(fit);
        for (const Flag& f : fit->flags())
            QVERIFY2(f.kind != FlagKind::Dropout || f.toS - f.fromS < 0.1, said(f.message).c_str());
    }
    void tachoDropout() {
        PullSetting p;
        p.dropoutAtS = 2.;
        QVERIFY(stands(fitPull(roller(p)), FlagKind::Dropout, 2., 2.01, 0.1)); // two and a half samples at 200 Hz
        QVERIFY(stands(fitPull(brake(p)), FlagKind::Dropout, 2., 2.02, 0.1));
    }
    void loadSpike() {
        PullSetting p;
        p.loadSpikeShare = 0.4;
        const auto fit = fitPull(brake(p));
        QVERIFY(has(fit, FlagKind::LoadSpike));
        for (const Flag& f : fit->flags())
            if (f.kind == FlagKind::LoadSpike)
                QVERIFY(f.toS < fit->ready.timeS.front() + 0.25 * (fit->ready.timeS.back() - fit->ready.timeS.front()));
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
        o.detail = 150.;
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
        c.detail = 200.;
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

JR_SUITE(TestFlags)
#include "test_flags.moc"
