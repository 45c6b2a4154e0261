// SPDX-License-Identifier: GPL-3.0-or-later
// Before the first pull: machine sheets and what cannot be right, the walk-round, taken apart and put back, the day's
// plan as it is followed, and the fault hunt.
#include "core/machine/machine_sheet.h"
#include "core/plan/day_plan.h"
#include "core/plan/fault_hunt.h"
#include "core/ready/put_back.h"
#include "core/ready/walk_round.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <set>

using namespace jr;

namespace {

MachineSheet sheetWith(MachineKind kind, std::initializer_list<std::pair<const std::string, std::string>> values,
                       int cylinders = 1) {
    return {kind, cylinders, values};
}

bool says(const std::vector<SheetWarning>& warnings, const char* words) {
    return std::any_of(warnings.begin(), warnings.end(),
                       [&](const SheetWarning& w) { return said(w.message).find(words) != std::string::npos; });
}

} // namespace

class TestPreparation : public QObject {
    Q_OBJECT
private slots:
    void everyKindHasItsLines() {
        std::set<std::string_view> keys;
        for (const SheetField& f : allSheetFields()) {
            QVERIFY2(keys.insert(f.key).second, f.key.data());
            QVERIFY(f.kinds != 0);
        }
        for (MachineKind kind : machineKinds()) {
            QVERIFY(parseMachineKind(machineKindId(kind)) == kind);
            QVERIFY(sheetFields(kind).size() > 15);
        }
        QVERIFY(!parseMachineKind("hovercraft"));
        const auto has = [](MachineKind kind, std::string_view key) {
            const auto fields = sheetFields(kind);
            return std::any_of(fields.begin(), fields.end(), [&](const SheetField* f) { return f->key == key; });
        };
        QVERIFY(has(MachineKind::TwoStroke, "exhaust_opens_deg") && !has(MachineKind::FourStroke, "exhaust_opens_deg"));
        QVERIFY(has(MachineKind::Cvt, "flyweight_g") && !has(MachineKind::HandHeld, "tyre_pressure_kpa"));
    }
    void capacityOfAKnownEngine() {
        // 92.0 x 61.8 mm, one cylinder: 410.8 cm³; a 70 x 64.9 mm twin has 499.5 cm³ (arithmetic).
        QVERIFY(std::abs(*capacityCm3(sheetWith(MachineKind::FourStroke, {{"bore_mm", "92"}, {"stroke_mm", "61.8"}})) -
                         410.82) < 0.01);
        QVERIFY(
            std::abs(*capacityCm3(sheetWith(MachineKind::TwoStroke, {{"bore_mm", "70"}, {"stroke_mm", "64.9"}}, 2)) -
                     499.53) < 0.01);
        QVERIFY(!capacityCm3(sheetWith(MachineKind::FourStroke, {{"bore_mm", "92"}})));
    }
    void whatCannotBeIsAskedAbout_data() {
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("says");
        QTest::newRow("compression") << "compression"
                                     << "30"
                                     << "compression 30:1 cannot be right";
        QTest::newRow("inches") << "stroke_mm"
                                << "2.6"
                                << "looks like inches: 2.6 in is 66.04 mm";
        QTest::newRow("psi") << "tyre_pressure_kpa"
                             << "33"
                             << "looks like psi: 33 psi is 227.5 kPa";
        QTest::newRow("bar") << "tyre_pressure_kpa"
                             << "2.3"
                             << "looks like bar: 2.3 bar is 230 kPa";
        QTest::newRow("litres") << "capacity_cm3"
                                << "0.41"
                                << "looks like litres";
        QTest::newRow("fahrenheit") << "coolant_limit_c"
                                    << "230"
                                    << "looks like °F: 110 °C";
        QTest::newRow("word") << "bore_mm"
                              << "ninety"
                              << "is not a number";
        QTest::newRow("thousands") << "limiter_rpm"
                                   << "9.5"
                                   << "looks like thousands";
    }
    void whatCannotBeIsAskedAbout() {
        QFETCH(QString, key);
        QFETCH(QString, value);
        QFETCH(QString, says);
        const auto warnings = checkMachine({MachineKind::FourStroke, 1, {{key.toStdString(), value.toStdString()}}});
        QCOMPARE(warnings.size(), std::size_t(1));
        QVERIFY2(QString::fromStdString(said(warnings[0].message)).contains(says), said(warnings[0].message).c_str());
        QCOMPARE(warnings[0].key, key.toStdString());
    }
    /// Whoever types in psi sees psi, and no slip between kilopascals and psi is looked for.
    void whatCannotBeIsAskedInTheReadersUnit() {
        Wording reader;
        reader.pressure = *findUnit("psi");
        const MachineSheet sheet{MachineKind::FourStroke, 1, {{"tyre_pressure_kpa", "33"}}};
        const auto warnings = checkMachine(sheet, reader);
        QCOMPARE(warnings.size(), std::size_t(1));
        const std::string words = said(warnings[0].message, reader);
        QVERIFY2(words.find("4.8 psi cannot be right") != std::string::npos &&
                     words.find("58.0 psi") != std::string::npos && words.find("looks like") == std::string::npos &&
                     words.find("kPa") == std::string::npos,
                 words.c_str());
    }
    void neighboursMustAgree() {
        QVERIFY(
            checkMachine(
                sheetWith(MachineKind::FourStroke,
                          {{"bore_mm", "92"}, {"stroke_mm", "61.8"}, {"capacity_cm3", "410"}, {"compression", "11.5"}}))
                .empty());
        QVERIFY(says(checkMachine(sheetWith(MachineKind::FourStroke,
                                            {{"bore_mm", "92"}, {"stroke_mm", "61.8"}, {"capacity_cm3", "450"}})),
                     "bore and stroke make 410.8 cm³"));
        QVERIFY(says(checkMachine(sheetWith(MachineKind::TwoStroke,
                                            {{"exhaust_opens_deg", "115"}, {"transfer_opens_deg", "112"}})),
                     "no blowdown"));
        QVERIFY(says(checkMachine(sheetWith(MachineKind::Sled, {{"rpm_limit", "8200"}, {"limiter_rpm", "8500"}})),
                     "limiter is set above"));
        // A line of another kind of machine is no business of this one.
        QVERIFY(checkMachine(sheetWith(MachineKind::HandHeld, {{"tyre_pressure_kpa", "2"}})).empty());
    }
    void cylindersEachHaveTheirOwn() {
        const MachineSheet s =
            sheetWith(MachineKind::Sled, {{"main_jet", "380"}, {"main_jet#2", "390"}, {"plug", "9"}}, 2);
        QCOMPARE(sheetText(s, "main_jet", 1), std::string("380")); // falls back to the whole machine's
        QCOMPARE(*sheetNumber(s, "main_jet", 2), 390.);
        QCOMPARE(cylinderDifferences(s), std::vector<std::string>{"main jet 380 / 390"});
        QVERIFY(findSheetField("main_jet#2") == findSheetField("main_jet"));
    }
    void theWalkRoundKnowsItsMachineAndBench() {
        for (MachineKind kind : machineKinds())
            for (BenchType bench : {BenchType::Roller, BenchType::EngineBrake, BenchType::HandBrake}) {
                const WalkRound round = usualWalkRound(kind, bench);
                std::set<std::string> keys;
                int safety = 0, areas = 0;
                for (const WalkLine& line : round.lines) {
                    QVERIFY2(keys.insert(line.key).second, line.key.c_str());
                    QVERIFY(static_cast<int>(line.area) >= areas); // working order
                    areas = static_cast<int>(line.area);
                    safety += line.safety;
                }
                QVERIFY(safety >= 6);
                QCOMPARE(keys.contains("strap_kg"), bench == BenchType::Roller);
                QCOMPARE(keys.contains("battery_v"), kind != MachineKind::HandHeld);
                QCOMPARE(walkState(round, 1).missingSafety.size(), static_cast<std::size_t>(safety));
            }
        // The cautions end with whom the program defers to.
        QVERIFY(usualCautions().back().find("licensed practice come first") != std::string::npos);
    }
    void safetyLinesWantATickOrAReason() {
        WalkRound round = usualWalkRound(MachineKind::FourStroke, BenchType::Roller);
        for (WalkLine& line : round.lines)
            if (line.safety)
                line.ticked = true;
        QVERIFY(walkState(round).clear());
        WalkLine* co = nullptr;
        for (WalkLine& line : round.lines)
            if (line.key == "co_ppm")
                co = &line;
        QVERIFY(co);
        co->value = 60.; // too much: a tick is not enough, and the window is said
        QVERIFY(!walkState(round).clear());
        QCOMPARE(said(walkState(round).outside.front()),
                 std::string("carbon monoxide in the room 60 ppm, window up to 20 ppm"));
        co->reason = "meter being calibrated, doors open";
        QVERIFY(walkState(round).clear());
        co->reason.clear();
        co->value = 12.;
        co->ticked = false;
        QVERIFY(walkState(round).clear()); // measured within its window
    }
    void whatIsOffMustComeBackInOrder() {
        std::vector<PutBackStep> steps{{"cover", "left", "", 10., "", "", false, "", ""},
                                       {"washer", "left", "dished face in", {}, "", "", false, "", ""},
                                       {"clutch nut", "left", "", 90., "medium", "", false, "", ""}};
        QCOMPARE(stillOff(steps), (std::vector<int>{2, 1, 0})); // last off, first on
        QCOMPARE(putBackText(steps[2]), std::string("clutch nut, left, 90 Nm, thread-lock medium"));
        steps[2].back = true;
        QVERIFY(outOfOrder(steps).empty());
        steps[0].back = true;
        QCOMPARE(said(outOfOrder(steps)),
                 std::string("cover is back although washer came off after it and is still off"));
        steps[1].back = true;
        QVERIFY(stillOff(steps).empty() && outOfOrder(steps).empty());
    }
    void theNextStepIsAlwaysWritten() {
        DayPlan plan;
        plan.setups = {"short stack", "long stack"};
        plan.order = {0, 1, 1, 0, 0, 1, 1, 0};
        plan.refuelAfter = {5};
        plan.coolAfter = {2};
        std::vector<DayPull> pulls;
        const auto next = [&](const char* fitted, std::optional<int> fuel = {}) {
            return followPlan(plan, pulls, fitted, 3 + static_cast<int>(pulls.size()), fuel);
        };
        QCOMPARE(said(next("").next), std::string("change to short stack, then pull 3"));
        QCOMPARE(said(next("short stack").next), std::string("short stack: pull 3"));
        pulls.push_back({3, "short stack"});
        QCOMPARE(said(next("short stack", 5).next),
                 std::string("change to long stack, then pulls 4–5; fuel for 5 pulls left"));
        QCOMPARE(said(next("long stack", 0).next), std::string("refuel (not while hot), long stack: pulls 4–5"));
        pulls.push_back({4, "long stack"});
        QCOMPARE(said(next("long stack").next), std::string("let it cool, long stack: pull 5"));
        QCOMPARE(next("long stack").remaining.size(), std::size_t(6));
        // Out of turn: noted, and still counted as one of those planned.
        pulls.push_back({5, "short stack"});
        const DayProgress after = next("short stack");
        QCOMPARE(said(after.departures), std::string("pull 5 was short stack where the plan has long stack"));
        QCOMPARE(after.done, 3);
        QCOMPARE(after.nextSetup, std::string("long stack"));
        // A setup nobody planned does not use the plan up.
        pulls.push_back({6, "open filter"});
        QCOMPARE(next("open filter").done, 3);
        QCOMPARE(next("open filter").departures.size(), std::size_t(2));
        for (int n = 7; !next("").remaining.empty(); ++n)
            pulls.push_back({n, next("").nextSetup});
        QCOMPARE(said(next("").next), std::string("the plan is done: judge it"));
        QVERIFY(followPlan({}, pulls, "", 1, {}).next.empty());
    }
    void oneSuspectAtATime() {
        FaultHunt h;
        QCOMPARE(said(huntNext(h)), std::string("write down what it does, or does not do"));
        h.symptom = "will not rev past 7000";
        QVERIFY(said(huntNext(h)).find("easiest to try first") != std::string::npos);
        h.suspects = {"coil", "fuel filter", "reed"};
        QCOMPARE(said(huntNext(h)), std::string("try coil, and nothing else"));
        h.swaps.push_back({{"coil"}, "known good", HuntResult::Open, false, false, {}, "", ""});
        QCOMPARE(said(huntNext(h)), std::string("pull with coil swapped, then write what came of it"));
        h.swaps[0].result = HuntResult::NoChange;
        h.swaps[0].pulls = {4};
        QCOMPARE(said(huntNext(h)),
                 std::string("put back coil (or say that it stays in), then try fuel filter, and nothing else"));
        // Going on without putting it back is the usual mistake.
        h.swaps.push_back({{"fuel filter"}, "new", HuntResult::Better, false, true, {5}, "", ""});
        std::vector<HuntPull> pulls{{4, {}, 80., 3}, {5, {}, 82., 4}};
        auto notices = huntNotices(h, pulls, 25);
        QCOMPARE(notices.size(), std::size_t(1));
        QVERIFY(said(notices[0]).find("fuel filter was tried while coil had not been put back") != std::string::npos);
        h.swaps[0].putBack = true;
        QVERIFY(huntNotices(h, pulls, 25).empty());
        // Fuel, heat or a flag could explain a result as well.
        pulls[1] = {5, {"fuel-starved"}, 99., 26};
        notices = huntNotices(h, pulls, 25);
        QCOMPARE(notices.size(), std::size_t(3));
        QVERIFY(said(notices[0]).find("flagged fuel-starved") != std::string::npos);
        QVERIFY(said(notices[1]).find("number 27 on one tank") != std::string::npos);
        QVERIFY(said(notices[2]).find("heat could be the reason") != std::string::npos);
        // Two together, and a result that rests on nothing.
        h.swaps.push_back({{"reed", "coil"}, "", HuntResult::Better, false, true, {}, "", ""});
        notices = huntNotices(h, {}, {});
        QVERIFY(std::any_of(notices.begin(), notices.end(), [](const Message& n) {
            return said(n).find("reed + coil were swapped together") != std::string::npos;
        }));
        QVERIFY(std::any_of(notices.begin(), notices.end(),
                            [](const Message& n) { return said(n).find("rests on no pull") != std::string::npos; }));
        h.found = "a pinched fuel line";
        QCOMPARE(said(huntNext(h)), std::string("found: a pinched fuel line"));
    }
    void eachSwapHasItsPulls() {
        FaultHunt h;
        h.swaps = {{{"coil"}, "", HuntResult::Open, false, true, {3, 4}, "", ""},
                   {{"plug"}, "", HuntResult::Open, true, false, {7, 8}, "", ""},
                   {{"filter"}, "", HuntResult::Open, false, false, {}, "", "", 8}};
        const std::vector<int> made{1, 2, 3, 4, 5, 6, 7, 8, 9, 10};
        // Put back: what came after it is the machine as it was, as much as what came before.
        QCOMPARE(huntSides(h, 0, made).with, (std::vector<int>{3, 4}));
        QCOMPARE(huntSides(h, 0, made).before, (std::vector<int>{1, 2, 5, 6}));
        QCOMPARE(huntSides(h, 1, made).before, (std::vector<int>{1, 2, 5, 6}));
        // The plug stayed in: what is tried after it is held against pulls with the plug. Nobody named the filter's
        // pulls: those made since it was swapped.
        QCOMPARE(huntSides(h, 2, made).with, (std::vector<int>{9, 10}));
        QCOMPARE(huntSides(h, 2, made).before, (std::vector<int>{7, 8}));
        QVERIFY(huntSides({}, 0, made).with.empty());
    }
};

JR_SUITE(TestPreparation)
#include "test_preparation.moc"
