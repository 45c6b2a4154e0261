// SPDX-License-Identifier: GPL-3.0-or-later
// Comparisons: margins, calls, drift, single pulls, cautions; on simulated benches and on samples made by somebody
// else.
#include "core/judge/comparison.h"
#include "core/judge/other_standards.h"
#include "core/judge/range_model.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace jr;

namespace {

std::vector<PullFit> sitting(const std::string& order, double gain, double driftPerHour = 0., double offset = 0.003,
                             std::size_t oddPull = 99, double oddBy = 0.) {
    std::vector<PullFit> fits;
    standin::Dice dice(77);
    for (std::size_t i = 0; i < order.size(); ++i) {
        standin::EngineTruth e;
        e.torqueNm *= order[i] == 'B' ? 1. + gain : 1.;
        standin::PullSetting p;
        p.endRpm = 9000.;
        p.seed = 500 + i;
        p.offsetShare =
            offset * dice.normal() + driftPerHour * 0.15 * static_cast<double>(i) + (i == oddPull ? oddBy : 0.);
        Trace t = testsupport::traceOf(standin::rollerPull(e, {}, p), PullKind::Roller);
        t.header.startedEpochS = 1.7e9 + 540. * static_cast<double>(i);
        t.header.setup = order[i] == 'B' ? "changed" : "base";
        fits.push_back(std::move(fitPull(t)).value());
    }
    return fits;
}

Result<Comparison> judged(const std::vector<PullFit>& fits, const CompareOptions& options = {}) {
    std::vector<const PullFit*> base, with;
    for (const PullFit& f : fits)
        (f.header.setup == "base" ? base : with).push_back(&f);
    return compare(base, with, options);
}

bool cautions(const Comparison& c, const char* kind) {
    return std::any_of(c.cautions.begin(), c.cautions.end(), [&](const Caution& x) { return x.kind == kind; });
}

/// A comparison with given per cent figures, for the calls alone.
Comparison drawn(const std::vector<double>& low, const std::vector<double>& high) {
    Comparison c;
    c.worthPct = 1.;
    c.margins = true;
    for (std::size_t i = 0; i < low.size(); ++i) {
        c.place.push_back(4000. + 50. * static_cast<double>(i));
        const double from = std::log1p(0.01 * low[i]), to = std::log1p(0.01 * high[i]);
        c.difference.add(0.5 * (from + to), 0.5 * (to - from));
        c.base.powerW.push_back(10000.);
    }
    return c;
}

} // namespace

class TestComparison : public QObject {
    Q_OBJECT
private slots:
    void aRealGainIsCalledEverywhere() {
        const auto c = judged(sitting("ABBAABBA", 0.03));
        QVERIFY(c && c->margins);
        QCOMPARE(c->calls.size(), std::size_t(1));
        QCOMPARE(c->calls.front().kind, CallKind::Gain);
        QVERIFY(std::abs(c->bandMean.pct - 3.) < 1.);
        QVERIFY(*c->bandMean.lowW < c->bandMean.differenceW && c->bandMean.differenceW < *c->bandMean.highW);
        for (std::size_t i = 0; i < c->place.size(); ++i)
            QVERIFY(c->watt(i).low < c->watt(i).mid && c->watt(i).mid < c->watt(i).high);
    }
    void differenceIsWithMinusBase() {
        const auto c = judged(sitting("ABBAABBA", -0.03));
        QCOMPARE(c->calls.front().kind, CallKind::Loss);
        QVERIFY(c->bandMean.differenceW < 0.);
    }
    void aReferencePutBackTellsTheDriftOfWhatCannotBeTakenBack() {
        // Base, then the cut one, an uncut spare before, between and after; the day drifts by 3 % an hour.
        const std::vector<PullFit> fits = sitting("RRAAARRBBBRR", 0.02, 0.03);
        std::vector<std::vector<const PullFit*>> sets(3);
        for (std::size_t i = 0; i < fits.size(); ++i)
            sets[i < 2 || i == 5 || i == 6 || i > 9 ? 2 : i < 5 ? 0 : 1].push_back(&fits[i]);
        CompareOptions options;
        const Result<Comparison> alone = compare(sets[0], sets[1], options);
        options.driftSets = 1;
        const auto held = compareSets(sets, options);
        QVERIFY(alone && held);
        QCOMPARE(held->size(), std::size_t(1)); // the reference is compared with nothing
        QVERIFY(!alone->drift.checked && cautions(*alone, "drift-unchecked"));
        QVERIFY(alone->bandMean.pct > 3.5); // five steps of drift taken for gain
        const Comparison& c = held->front();
        QVERIFY(c.drift.checked && c.drift.removed && !cautions(c, "drift-unchecked"));
        QVERIFY(cautions(c, "reference-used"));
        QVERIFY(std::abs(c.bandMean.pct - 2.) < 0.8);
        QVERIFY(*c.bandMean.lowW<0.02 * c.bandMean.baseW&& * c.bandMean.highW> 0.02 * c.bandMean.baseW);
        QVERIFY(!compareSets({sets[0], sets[1]}, options)); // nothing left to compare
    }
    void driftIsTakenOutWhenTheOrderTells() {
        const auto c = judged(sitting("ABBAABBA", 0., 0.03, 0.0005));
        QVERIFY(c->drift.checked && c->drift.removed);
        QVERIFY(std::abs(*c->drift.pctPerHour - 3.) < 0.5);
        const auto blocks = judged(sitting("AAABBB", 0., 0.03, 0.0005));
        QVERIFY(!blocks->drift.checked && !blocks->drift.pctPerHour);
        QVERIFY(cautions(*blocks, "drift-unchecked"));
    }
    void onePullASideIsOpenUnlessRepeatabilityIsKnown() {
        const auto fits = sitting("AB", 0.05);
        const auto c = judged(fits);
        QVERIFY(!c->margins && !c->bandMean.lowW && !c->repeatabilityPct);
        for (const Call& call : c->calls)
            QCOMPARE(call.kind, CallKind::Open);
        CompareOptions o;
        o.known = typedRepeatability(0.5);
        const auto borrowed = judged(fits, o);
        QVERIFY(borrowed->margins && cautions(*borrowed, "borrowed-repeatability"));
        QCOMPARE(*borrowed->repeatabilityPct, 0.5);
        QVERIFY(std::any_of(borrowed->calls.begin(), borrowed->calls.end(),
                            [](const Call& k) { return k.kind == CallKind::Gain; }));
    }
    void baseChangeBaseKeepsItsScatter() {
        // A B A: drift can be told but taking it out would leave nothing to show scatter.
        const auto c = judged(sitting("ABA", 0.));
        QVERIFY(c->drift.checked && !c->drift.removed && c->drift.pctPerHour);
    }
    void bothSidesUseOneStandard() {
        auto fits = sitting("ABBA", 0.);
        fits[1].header.airTempC.reset();
        const auto c = judged(fits);
        QCOMPARE(std::string(c->standard->id), std::string("none"));
        QVERIFY(cautions(*c, "standard-unknown"));
    }
    void cautionsAboutTheTest() {
        auto fits = sitting("ABBA", 0.);
        QVERIFY(cautions(*judged(fits), "few-pulls"));
        for (PullFit& f : fits)
            f.header.machine = "one";
        for (PullFit& f : fits)
            if (f.header.setup == "changed") {
                f.header.machine = "another";
                f.header.airTempC = 31.;
                f.header.measuredAt = MeasuredAt::Hub;
            }
        const auto c = judged(fits);
        QVERIFY(cautions(*c, "confounded") && cautions(*c, "air-differs") && cautions(*c, "measured-at-differs"));
        CompareOptions o;
        o.changes = {"stack", "jets"};
        QVERIFY(cautions(*judged(sitting("ABBA", 0.), o), "confounded"));
        o.changes = {"stack"};
        QVERIFY(!cautions(*judged(sitting("ABBA", 0.), o), "confounded"));
        // Written from the second pull on (a job that was named late, an operator who signs on): not known is no
        // difference. What is written on both sides and differs is one.
        for (const char* key : {"operator", "fans", "gear", "machine"}) {
            std::vector<PullFit> late = sitting("AABB", 0.);
            const auto write = [&](PullFit& fit, const char* value) {
                if (std::string(key) == "machine")
                    fit.header.machine = value;
                else
                    fit.header.other.emplace_back(key, value);
            };
            for (PullFit& fit : late)
                if (fit.header.setup == "changed")
                    write(fit, "the one");
            QVERIFY2(!cautions(*judged(late), "confounded"), key);
            for (PullFit& fit : late)
                if (fit.header.setup == "base")
                    write(fit, "the other");
            QVERIFY2(cautions(*judged(late), "confounded"), key);
        }
    }
    void aCallThatHangsOnTheStandardIsSaid() {
        // The changed side run 28 K hotter: standards differ in what that is worth, and for some gains in the call.
        int said = 0;
        for (double gain : {-0.064, -0.06, -0.056, -0.052, -0.048, -0.044, -0.04}) { // about what correction gives
            auto fits = sitting("ABBAABBA", gain);
            for (PullFit& f : fits)
                f.header.airTempC = f.header.setup == "changed" ? 43. : 15.;
            const auto c = judged(fits);
            QVERIFY(c && cautions(*c, "correction-doubt"));
            std::vector<std::vector<CurvedPull>> sets(2);
            CompareOptions o;
            o.detail = c->detail;
            std::vector<const PullFit*> sides[2];
            for (const PullFit& f : fits)
                sides[f.header.setup == "changed"].push_back(&f);
            sets = *curvedSets({sides[0], sides[1]}, o);
            for (const OtherCall& other : callsUnderOtherStandards(*c, sets, o)) {
                ++said;
                // Worked out anew under that standard it is called just so there, and not so under this one.
                CompareOptions anew;
                anew.standard = other.standard;
                const auto under = judged(fits, anew);
                const double middle = 0.5 * (other.from + other.to);
                const auto callAt = [&](const Comparison& of) {
                    for (const Call& call : of.calls)
                        if (middle >= call.from && middle <= call.to)
                            return call.kind;
                    return CallKind::Open;
                };
                QCOMPARE(callAt(*under), other.kind);
                QVERIFY(callAt(*c) != other.kind);
                QVERIFY(other.to - other.from >= c->detail.at(middle));
            }
        }
        QVERIFY2(said > 0, qPrintable(QString::number(said)));
        // In one air no standard says anything else.
        const auto plain = judged(sitting("ABBAABBA", 0.006));
        QVERIFY(!cautions(*plain, "correction-doubt"));
    }
    void workingBandLimitsEverything() {
        CompareOptions o;
        o.from = 5000.;
        o.to = 7000.;
        const auto c = judged(sitting("ABBA", 0.), o);
        QCOMPARE(c->place.front(), 5000.);
        QCOMPARE(c->place.back(), 7000.);
        QCOMPARE(c->bandMean.from, 5000.);
    }
    void callsOnDrawnBands() {
        // gain, then open, then same, then loss; each ten points.
        std::vector<double> low, high;
        const auto add = [&](double l, double h, int n) {
            for (int i = 0; i < n; ++i) {
                low.push_back(l);
                high.push_back(h);
            }
        };
        add(0.5, 2.5, 10);
        add(-2., 2., 10);
        add(-0.6, 0.6, 10);
        add(-3., -0.4, 10);
        const std::vector<Call> calls = callStretches(drawn(low, high));
        QCOMPARE(calls.size(), std::size_t(4));
        QCOMPARE(calls[0].kind, CallKind::Gain);
        QCOMPARE(calls[1].kind, CallKind::Open);
        QCOMPARE(calls[2].kind, CallKind::Same);
        QCOMPARE(calls[3].kind, CallKind::Loss);
        QCOMPARE(calls[0].from, 4000.);
        QCOMPARE(calls[0].to, 4450.);
        // A small but certain gain stays a gain and says it is small.
        const std::vector<Call> small =
            callStretches(drawn(std::vector<double>(20, 0.1), std::vector<double>(20, 0.7)));
        QVERIFY(small.front().kind == CallKind::Gain && small.front().belowWorth);
    }
    void shortStretchesLoseTheirClaim() {
        std::vector<double> low(30, -1.5), high(30, 1.5);
        low[10] = low[11] = 0.1;
        const std::vector<Call> calls = callStretches(drawn(low, high));
        QCOMPARE(calls.size(), std::size_t(1));
        QCOMPARE(calls.front().kind, CallKind::Open);
    }
    void sidesWithoutCommonRange() {
        auto fits = sitting("AB", 0.);
        CompareOptions o;
        o.from = 20000.;
        QVERIFY(!judged(fits, o));
        QVERIFY(!compare({}, {&fits[0]}, {}));
    }
    void anOddPullIsNamedWithTheResultWithoutIt() {
        const auto plain = sitting("ABBAABBA", 0.02);
        const auto clean = judged(plain);
        QVERIFY(clean->oddPulls.empty() && !cautions(*clean, "odd-pull"));
        // The sixth pull, a B, reads five per cent low all along.
        const auto fits = sitting("ABBAABBA", 0.02, 0., 0.003, 5, -0.05);
        const auto c = judged(fits);
        QCOMPARE(c->oddPulls.size(), std::size_t(1));
        QVERIFY(c->oddPulls[0].fit == &fits[5] && c->oddPulls[0].set == 1);
        QVERIFY(c->oddPulls[0].pct < -2.);
        QVERIFY(cautions(*c, "odd-pull"));
        // Never dropped: the result has it, the one without it stands beside and is the narrower.
        QCOMPARE(c->with.pulls, 4);
        const BandMean &with = c->bandMean, &without = c->oddPulls[0].bandMeanWithout;
        QVERIFY(*without.highW - *without.lowW < *with.highW - *with.lowW);
        QVERIFY(without.differenceW > with.differenceW);
    }
    void flaggedStretchOfOnePullLeavesThatPullOnly() {
        auto fits = sitting("ABBAABBA", 0.02);
        Flag f{FlagKind::Lean};
        f.fromRpm = 6000.;
        f.toRpm = 6400.;
        fits[2].ready.flags.push_back(f);
        const auto c = judged(fits);
        QVERIFY(std::find(c->place.begin(), c->place.end(), 6200.) != c->place.end());
        QVERIFY(cautions(*c, "flagged-pulls"));
    }
};

JR_SUITE(TestComparison)
#include "test_comparison.moc"
