// SPDX-License-Identifier: GPL-3.0-or-later
// The work order, the day a walk-round belongs to, and what guards a machine by its kind and its sheet.
#include "core/machine/machine_limits.h"
#include "core/pull/procedure_check.h"
#include "core/ready/walk_round.h"
#include "core/ready/work_order.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

namespace {

MachineSheet sheetOf(MachineKind kind, std::map<std::string, std::string> values, int cylinders = 1) {
    MachineSheet s;
    s.kind = kind;
    s.cylinders = cylinders;
    s.values = std::move(values);
    return s;
}

WalkLine* lineOf(WalkRound& round, const std::string& key) {
    for (WalkLine& line : round.lines)
        if (line.key == key)
            return &line;
    return nullptr;
}

} // namespace

class TestWorkOrder : public QObject {
    Q_OBJECT
private slots:
    void fitToRunIsWhatTheKindHas() {
        for (MachineKind kind : machineKinds()) {
            WorkOrder order;
            order.fit = usualFitLines(kind);
            QVERIFY(order.fit.size() >= 5);
            QVERIFY(!fitState(order).fit()); // nobody has looked
            bool tyres = false;
            for (FitLine& line : order.fit) {
                tyres = tyres || line.key == "tyres";
                line.fit = Fit::Good;
            }
            QCOMPARE(tyres, kind != MachineKind::HandHeld && kind != MachineKind::Sled);
            QVERIFY(fitState(order).fit());
            order.fit.front().fit = Fit::Wrong;
            QVERIFY(!fitState(order).fit());
            QCOMPARE(fitState(order).looked, static_cast<int>(order.fit.size()));
        }
    }
    void whatWasLookedAtStaysWhenTheKindIsWrittenLater() {
        std::vector<FitLine> looked = usualFitLines(MachineKind::FourStroke);
        for (FitLine& line : looked)
            if (line.key == "drive" || line.key == "tyres") {
                line.fit = Fit::Wrong;
                line.what = "worn";
            }
        const auto lines = fitLinesOf(MachineKind::Sled, looked);
        const auto lineCalled = [&](const std::string& key) {
            return std::find_if(lines.begin(), lines.end(), [&](const FitLine& l) { return l.key == key; });
        };
        QVERIFY(lineCalled("track") != lines.end() && lineCalled("track")->fit == Fit::NotLooked);
        QCOMPARE(lineCalled("drive")->what, std::string("worn"));
        QCOMPARE(lineCalled("drive")->words, std::string("drive belt and its guard"));
        QVERIFY(lineCalled("tyres") != lines.end()); // a sled has none, and somebody found them worn
        QCOMPARE(lines.size(), usualFitLines(MachineKind::Sled).size() + 1);
        QCOMPARE(fitLinesOf(MachineKind::Sled, {}), usualFitLines(MachineKind::Sled));
    }
    void aSubstituteVoidsTheKitsFigures() {
        WorkOrder order;
        order.kit = {{"pipe", KitState::Here, {}}, {"jets", KitState::Missing, {}}, {"filter", KitState::Missing, {}}};
        auto cautions = orderCautions(order);
        QCOMPARE(cautions.size(), std::size_t(1));
        QCOMPARE(said(cautions[0].message),
                 std::string(
                     "Of the kit these parts are missing: jets, filter. Its maker's figures are for the whole kit."));
        order.kit[0] = {"pipe", KitState::Substituted, "a quieter one"};
        cautions = orderCautions(order);
        QCOMPARE(cautions.size(), std::size_t(2));
        QCOMPARE(cautions[0].kind, std::string("part-substituted"));
        QVERIFY(said(cautions[0].message)
                    .find("in its stead a quieter one). The figures its maker gives for the kit do not hold") !=
                std::string::npos);
        for (KitLine& line : order.kit)
            line = {line.part, KitState::Here, {}};
        QVERIFY(orderCautions(order).empty());
    }
    void guessesAreHeldAgainstTheMargin() {
        WorkOrder first, second, sealed;
        first.guesses = {{"Ada", 2., {}}, {"Ben", 6., {}}};
        first.outcome = GuessOutcome{3., 2., 4., {}};
        second.guesses = {{"Ada", 0., {}}};
        second.outcome = GuessOutcome{-1., -1.5, -0.5, {}};
        sealed.guesses = {{"Ben", 50., {}}}; // not opened: counts for nobody
        const auto records = guessRecords({first, second, sealed});
        QCOMPARE(records.size(), std::size_t(2));
        QCOMPARE(records[0].who, std::string("Ada"));
        QCOMPARE(records[0].guesses, 2);
        QCOMPARE(records[0].hits, 1); // the margin's end counts as inside
        QCOMPARE(records[0].meanMissPct, 1.);
        QCOMPARE(records[1].guesses, 1);
        QCOMPARE(records[1].hits, 0);
        QCOMPARE(records[1].meanMissPct, 3.);
    }
    void theQuoteIsSaidAsFarAsItIsWritten() {
        WorkOrder order;
        QVERIFY(!quoteMessage(order));
        order.quotedHours = 3.;
        QVERIFY(!quoteMessage(order));
        order.usedHours = 4.5;
        QCOMPARE(said(*quoteMessage(order)), std::string("4.5 h of 3.0 h quoted."));
        order.quotedPrice = 250.;
        order.usedPrice = 240.;
        QCOMPARE(said(*quoteMessage(order)), std::string("4.5 h of 3.0 h quoted; price 240 of 250 quoted."));
        order.usedHours.reset();
        QCOMPARE(said(*quoteMessage(order)), std::string("Price 240 of 250 quoted."));
    }

    void whatWasTickedOnAnotherDayIsNotTickedToday() {
        WalkRound round = usualWalkRound(MachineKind::FourStroke, BenchType::Roller);
        for (WalkLine& line : round.lines) {
            line.ticked = true;
            line.who = "Ada";
            line.when = "2026-05-02T09:40:00";
        }
        lineOf(round, "co_ppm")->reason = "meter away";
        // Of an older program no day is written: its newest line says when it was.
        QCOMPARE(dayOf(round), std::string("2026-05-02"));
        QVERIFY(walkState(roundOn("2026-05-02", round), 3).clear());
        const WalkRound next = roundOn("2026-05-03", round);
        QCOMPARE(next.lines.size(), round.lines.size());
        for (const WalkLine& line : next.lines) {
            QVERIFY2(!settled(line), line.key.c_str());
            QCOMPARE(line.who, std::string("Ada")); // who looked when, the last time
            QVERIFY(line.reason.empty());           // the reason was that day's
        }
        // A round nobody has walked is of no day, and of any.
        QVERIFY(dayOf(usualWalkRound(MachineKind::Sled, BenchType::EngineBrake)).empty());
    }
    void strapsAreAskedForAgainAfterTheFirstPull() {
        WalkRound round = usualWalkRound(MachineKind::FourStroke, BenchType::Roller);
        for (WalkLine& line : round.lines)
            line.ticked = !line.afterFirstPull;
        QVERIFY(walkState(round, 0).clear());
        QCOMPARE(walkState(round, 1).missingSafety,
                 std::vector<std::string>{"straps looked at again after the first pull"});
        QCOMPARE(walkState(round, 0).all + 1, walkState(round, 1).all);
        lineOf(round, "straps_again")->ticked = true;
        QVERIFY(walkState(round, 1).clear());
        QCOMPARE(walkState(round, 0).all, walkState(round, 1).all); // ticked early, it is not hidden
    }
    void theDefaultForCarbonMonoxideIsTheLowestOfTheUsualLimits() {
        WalkRound round = usualWalkRound(MachineKind::FourStroke, BenchType::Roller);
        // 20 ppm: indicative limit for eight hours, directive (EU) 2017/164; value from memory.
        QCOMPARE(*lineOf(round, "co_ppm")->high, 20.);
    }

    void aTwoStrokeIsGuardedAsOne() {
        // Common practice, no source; values from memory (field practice): exhaust near 680, coolant near 90.
        const GuardLimits two = machineLimits(sheetOf(MachineKind::TwoStroke, {}), 2);
        const GuardLimits four = machineLimits(sheetOf(MachineKind::FourStroke, {}), 4);
        QCOMPARE(two.exhaustC, 680.);
        QCOMPARE(two.coolantC, 90.);
        QVERIFY(four.exhaustC > 800. && four.coolantC > 110.);
        // A scooter is what its sheet or its bench says.
        QCOMPARE(machineLimits(sheetOf(MachineKind::Cvt, {}), 4).exhaustC, four.exhaustC);
        QCOMPARE(machineLimits(sheetOf(MachineKind::Cvt, {}), 2).exhaustC, 680.);
        QCOMPARE(machineLimits(sheetOf(MachineKind::Cvt, {{"oil_mix", "40"}}), 4).exhaustC, 680.);
    }
    void theSheetComesBeforeWhatIsUsual() {
        MachineSheet s = sheetOf(
            MachineKind::TwoStroke,
            {{"egt_limit_c", "640"}, {"egt_limit_c#2", "620"}, {"afr_limit", "14.5"}, {"coolant_limit_c", "75"}}, 2);
        const GuardLimits limits = machineLimits(s, 2);
        QCOMPARE(limits.exhaustC, 620.); // of two cylinders the more careful
        QCOMPARE(limits.leanAfr, 14.5);
        QCOMPARE(limits.coolantC, 75.);
        QCOMPARE(limits.overspeedRpm, 0.); // nothing is written: not watched
    }
    void theLeastOfTheSpeedsGuards() {
        // 20 m/s at 60 mm stroke: n = 20 / (2 · 0.060) turns a second = 10 000 rpm.
        MachineSheet s = sheetOf(MachineKind::FourStroke, {{"stroke_mm", "60"}, {"piston_speed_limit_m_s", "20"}});
        QVERIFY(std::abs(machineLimits(s, 4).overspeedRpm - 10000.) < 1e-6);
        s.values["limiter_rpm"] = "9000"; // 6 % past it
        QVERIFY(std::abs(machineLimits(s, 4).overspeedRpm - 9540.) < 1e-6);
        s.values["rpm_limit"] = "9300";
        QCOMPARE(machineLimits(s, 4).overspeedRpm, 9300.);
        GuardLimits bench;
        bench.overspeedRpm = 9100.;
        QCOMPARE(stricter(machineLimits(s, 4), bench).overspeedRpm, 9100.);
        bench.overspeedRpm = 0.; // not watched is no limit of nought
        QCOMPARE(stricter(machineLimits(s, 4), bench).overspeedRpm, 9300.);
    }
    void aSledOnATowerMayBeCold() {
        Procedure usual;
        const Procedure sled = withMachineWindow(usual, sheetOf(MachineKind::Sled, {}), 2);
        QVERIFY(sled.coolantFromC <= 25. && sled.coolantToC <= 85.);
        const Procedure two = withMachineWindow(usual, sheetOf(MachineKind::TwoStroke, {}), 2);
        QVERIFY(two.coolantToC < 90.); // it is pulled before its guard trips
        const Procedure four = withMachineWindow(usual, sheetOf(MachineKind::FourStroke, {}), 4);
        QCOMPARE(four.coolantToC, usual.coolantToC);
    }
};

JR_SUITE(TestWorkOrder)
#include "test_work_order.moc"
