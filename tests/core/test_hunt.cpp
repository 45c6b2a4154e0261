// SPDX-License-Identifier: GPL-3.0-or-later
// A fault hunt judged by its pulls, on simulated pulls whose truth is known: a coil that was nothing, a filter that
// cost 4 %, a cure that lets it rev further.
#include "core/study/study.h"
#include "core/words/wording.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

struct Made {
    double torqueShare = 1., endRpm = 9000.;
    std::string setup = "as it came";
};

StudyPull pullOf(int number, const Made& made, standin::Dice& dice) {
    standin::EngineTruth e;
    e.torqueNm = 50. * made.torqueShare;
    standin::PullSetting p;
    p.startRpm = 3500.;
    p.endRpm = made.endRpm;
    p.brakeSweepRpmPerS = 700.;
    p.offsetShare = 0.002 * dice.normal();
    p.seed = static_cast<std::uint64_t>(500 + number);
    Trace t = testsupport::traceOf(standin::brakePull(e, {}, p), PullKind::Brake);
    t.header.setup = made.setup;
    t.header.startedEpochS = 1.7e9 + 400. * number;
    StudyPull out{std::to_string(number), number, made.setup, true, nullptr, nullptr};
    out.fit = std::make_shared<const PullFit>(std::move(fitPull(t)).value());
    out.trace = std::make_shared<const Trace>(std::move(t));
    return out;
}

std::shared_ptr<const Study> dayOf(const std::vector<Made>& pulls, StudySettings settings = {}) {
    standin::Dice dice(11);
    std::vector<StudyPull> made;
    std::vector<SetupNode> tree;
    for (const Made& one : pulls) {
        made.push_back(pullOf(static_cast<int>(made.size()) + 1, one, dice));
        if (std::none_of(tree.begin(), tree.end(), [&](const SetupNode& n) { return n.id == one.setup; }))
            tree.push_back({one.setup, one.setup, "", {}});
    }
    settings.worthPct = 1.5;
    settings.known.pull = KnownSpread{0.002, 30.}; // how this bench repeats, from its history
    settings.known.fitting = KnownSpread{0.001, 30.};
    return Study::make(std::move(made), std::move(tree), settings);
}

HuntSwap swapOf(const char* part, std::vector<int> pulls, bool putBack) {
    HuntSwap s;
    s.parts = {part};
    s.pulls = std::move(pulls);
    s.putBack = putBack;
    s.leftIn = !putBack;
    return s;
}

} // namespace

class TestHunt : public QObject {
    Q_OBJECT
private slots:
    void betterWorseAndNoChange() {
        // 1 2 as it came, 3 4 another coil (nothing), 5 6 as it came, 7 8 without the filter (+4 %), 9 10 as it came,
        // 11 12 a wrong plug (-3 %).
        const Made same, filter{1.04}, plug{0.97};
        const auto day = dayOf({same, same, same, same, same, same, filter, filter, same, same, plug, plug});
        FaultHunt hunt;
        hunt.swaps = {swapOf("coil", {3, 4}, true), swapOf("filter", {7, 8}, true), swapOf("plug", {11, 12}, true)};
        const std::vector<HuntVerdict> verdicts = day->hunt(hunt);
        QCOMPARE(verdicts.size(), 3U);
        QVERIFY2(verdicts[0].result == HuntResult::NoChange, said(verdicts[0].why).c_str()); // a verdict like any other
        QVERIFY2(verdicts[1].result == HuntResult::Better, said(verdicts[1].why).c_str());
        QVERIFY2(verdicts[2].result == HuntResult::Worse, said(verdicts[2].why).c_str());
        QCOMPARE(verdicts[0].sides.before, (std::vector<int>{1, 2, 5, 6, 9, 10}));
        for (const HuntVerdict& v : verdicts)
            QVERIFY2(said(v.why).find(" against ") != std::string::npos, said(v.why).c_str());
    }

    void whatWasLeftInBelongsToBoth() {
        // The filter stays off: the plug after it is held against pulls without the filter.
        const Made same, filter{1.04}, both{1.04 * 0.97};
        const auto day = dayOf({same, same, filter, filter, both, both});
        FaultHunt hunt;
        hunt.swaps = {swapOf("filter", {3, 4}, false), swapOf("plug", {5, 6}, true)};
        const std::vector<HuntVerdict> verdicts = day->hunt(hunt);
        QCOMPARE(verdicts[1].sides.before, (std::vector<int>{3, 4}));
        QVERIFY2(verdicts[1].result == HuntResult::Worse, said(verdicts[1].why).c_str());
        QVERIFY2(verdicts[0].result == HuntResult::Better, said(verdicts[0].why).c_str());
    }

    void aCureThatLetsItRevFurther() {
        const Made choked{1., 6800.}, cured{1., 8900.};
        const auto day = dayOf({choked, choked, cured, choked});
        FaultHunt hunt;
        hunt.swaps = {swapOf("fuel tap", {3}, true)};
        const HuntVerdict v = day->hunt(hunt).front();
        QCOMPARE(v.result, HuntResult::Better);
        QVERIFY2(said(v.why).find("It revs to 8") != std::string::npos, said(v.why).c_str());
    }

    void whereNothingCanBeTold() {
        const Made same;
        FaultHunt hunt;
        hunt.swaps = {swapOf("coil", {}, true)};
        QCOMPARE(std::string(dayOf({same, same})->hunt(hunt).front().why.code), std::string("hunt.judge-pull"));
        hunt.swaps = {swapOf("coil", {1, 2}, true)};
        QCOMPARE(std::string(dayOf({same, same})->hunt(hunt).front().why.code), std::string("hunt.judge-no-base"));
        // One pull each, and nothing is known of the bench.
        standin::Dice dice(3);
        std::vector<StudyPull> two{pullOf(1, same, dice), pullOf(2, same, dice)};
        const auto bare = Study::make(std::move(two), {{"as it came", "as it came", "", {}}}, {});
        hunt.swaps = {swapOf("coil", {2}, true)};
        const HuntVerdict v = bare->hunt(hunt).front();
        QCOMPARE(v.result, HuntResult::Open);
        QVERIFY2(said(v.why).find("Pull each once more") != std::string::npos, said(v.why).c_str());
    }

    void overTheBandOnly() {
        // A fault at the top alone: over the bottom nothing changes.
        StudySettings bottom;
        bottom.from = 3800.;
        bottom.to = 5000.;
        const Made same, filter{1.04};
        const auto whole = dayOf({same, same, filter, filter, same, same});
        const auto low = dayOf({same, same, filter, filter, same, same}, bottom);
        FaultHunt hunt;
        hunt.swaps = {swapOf("filter", {3, 4}, true)};
        QCOMPARE(whole->hunt(hunt).front().result, HuntResult::Better);
        QCOMPARE(low->hunt(hunt).front().result, HuntResult::Better); // 4 % everywhere
        bottom.from = 20000.;
        bottom.to = 21000.;
        QCOMPARE(std::string(
                     dayOf({same, filter}, bottom)->hunt({"", {}, {swapOf("filter", {2}, true)}, ""}).front().why.code),
                 std::string("hunt.judge-no-common"));
    }

    void pullsOfOtherSetupsAreNoBase() {
        const Made same, piped{1.10, 9000., "pipe"}, filter{1.04};
        const auto day = dayOf({same, piped, filter, piped, same, filter, same});
        FaultHunt hunt;
        hunt.swaps = {swapOf("filter", {3, 6}, true)};
        const HuntVerdict v = day->hunt(hunt).front();
        QCOMPARE(v.sides.before, (std::vector<int>{1, 5, 7}));
        QCOMPARE(v.result, HuntResult::Better);
    }

    void rulesReadTheSamePulls() {
        // Mean peak with its margin against a limit, as the study gives it to each rule.
        StudySettings settings;
        settings.rules.rules = {{RuleKind::Power, "crank", {}, 1., 0., ""},
                                {RuleKind::Power, "crank", {}, 1e6, 0., ""},
                                {RuleKind::Power, "wheel", {}, 1e6, 0., ""}};
        settings.baseSetup = settings.withSetup = "as it came";
        const auto unknown = dayOf({{}, {}, {}}, settings);
        for (const RuleCheck& check : unknown->rules().front().checks)
            QCOMPARE(check.state, RuleState::NotKnown); // where it was measured is not written
        const std::optional<Estimate> peak = unknown->setupPeak("as it came");
        QVERIFY(peak && peak->low < peak->mid && peak->mid < peak->high);
        QVERIFY(!unknown->setupPeak("nobody"));
        QCOMPARE(unknown->ruleCautions().size(), 6U); // each rule for each of the two sides looked at
    }
};

JR_SUITE(TestHunt)
#include "test_hunt.moc"
