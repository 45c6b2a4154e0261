// SPDX-License-Identifier: GPL-3.0-or-later
// Leak tests: what counts as tight, what is due for the setup that is on, and what Judge says of a side that leaked.
#include "core/ready/leak_test.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

namespace {

const std::vector<SetupNode>& stackFamily() {
    static const std::vector<SetupNode> tree{{"a", "stock", "", {}},
                                             {"b", "long stack", "a", {{"Intake Stack", "60 mm", "120 mm"}}},
                                             {"c", "pipe", "a", {{"exhaust", "stock", "open"}}}};
    return tree;
}

LeakTest pumped(LeakKind kind, const char* setup, int fitting, double start, double held, double minutes) {
    return {kind, setup, fitting, start, held, minutes, "", "", "2026-05-02T09:00:00"};
}

} // namespace

class TestLeakTest : public QObject {
    Q_OBJECT
private slots:
    void whatIsTight() {
        const LeakWindow w = usualLeakWindow(LeakKind::Intake); // 20 to 50 kPa, 0.5 min, 5 kPa a minute
        QCOMPARE(lossKpaPerMin(pumped(LeakKind::Intake, "b", 1, 35., 33., 0.5)), 4.);
        QCOMPARE(leakState(pumped(LeakKind::Intake, "b", 1, 35., 33., 0.5), w), LeakState::Tight);
        QCOMPARE(leakState(pumped(LeakKind::Intake, "b", 1, 35., 29., 1.), w), LeakState::Leaks);
        QCOMPARE(leakState(pumped(LeakKind::Intake, "b", 1, 35., 35., 0.3), w), LeakState::ShowsNothing); // too short
        QCOMPARE(leakState(pumped(LeakKind::Intake, "b", 1, 12., 12., 1.), w), LeakState::ShowsNothing);  // too little
        // What loses that fast leaks, however short it was watched.
        QCOMPARE(leakState(pumped(LeakKind::Intake, "b", 1, 35., 10., 0.1), w), LeakState::Leaks);
        QCOMPARE(leakState(pumped(LeakKind::Intake, "b", 1, 35., 35., 0.), w), LeakState::ShowsNothing);
        // A crankcase that loses a pound on the inch in a minute just holds (common practice, no source).
        const LeakWindow c = usualLeakWindow(LeakKind::Crankcase);
        QCOMPARE(leakState(pumped(LeakKind::Crankcase, "b", 1, 41.4, 41.4 - 6. * 6.89, 6.), c), LeakState::Tight);
        QCOMPARE(leakState(pumped(LeakKind::Crankcase, "b", 1, 45., 22., 3.), c), LeakState::Leaks);
        for (double held : {34., 20.})
            QVERIFY(said(leakMessage(pumped(LeakKind::Intake, "b", 1, 35., held, 1.), w)).find('%') ==
                    std::string::npos);
    }

    void whatIsDueBeforeThePull() {
        LeakTests tests;
        const FittedNow longStack{"b", "long stack", 2, false};
        QCOMPARE(leaksDue(tests, longStack, stackFamily()).size(), 1U);
        tests.tests = {pumped(LeakKind::Intake, "long stack", 2, 35., 34., 1.)};
        QCOMPARE(leaksDue(tests, longStack, stackFamily()).size(), 0U);
        // Put on again: another fitting, another joint. Going back to stock is a refit of the joint as well.
        QCOMPARE(leaksDue(tests, {"b", "long stack", 4, false}, stackFamily()).size(), 1U);
        QCOMPARE(leaksDue(tests, {"a", "stock", 3, false}, stackFamily()).size(), 1U);
        // A leak stays due until it is tight.
        tests.tests.push_back(pumped(LeakKind::Intake, "long stack", 2, 35., 20., 1.));
        QCOMPARE(std::string(leaksDue(tests, longStack, stackFamily()).front().why.code),
                 std::string("leak.due-leaks"));
        tests.tests.push_back(pumped(LeakKind::Intake, "long stack", 2, 35., 34.5, 1.));
        QCOMPARE(leaksDue(tests, longStack, stackFamily()).size(), 0U);
    }

    void nothingIsAskedWhereNoJointWasTouched() {
        const std::vector<SetupNode> pipes{{"a", "stock", "", {}}, {"c", "pipe", "a", {{"exhaust", "stock", "open"}}}};
        QCOMPARE(leaksDue({}, {"c", "pipe", 2, false}, pipes).size(), 0U);
        // A two-stroke's crankcase is tested once a job even so.
        const std::vector<LeakDue> due = leaksDue({}, {"c", "pipe", 2, true}, pipes);
        QCOMPARE(due.size(), 1U);
        QCOMPARE(due.front().kind, LeakKind::Crankcase);
        LeakTests tests;
        tests.tests = {pumped(LeakKind::Crankcase, "stock", 1, 40., 38., 4.)};
        QCOMPARE(leaksDue(tests, {"c", "pipe", 2, true}, pipes).size(), 0U);
    }

    void theCrankcaseAfterItWasOpened() {
        const std::vector<SetupNode> ported{{"a", "stock", "", {}},
                                            {"p", "ported", "a", {{"cylinder", "stock", "ported"}}}};
        LeakTests tests;
        tests.tests = {pumped(LeakKind::Crankcase, "stock", 1, 40., 38., 4.)};
        QCOMPARE(leaksDue(tests, {"p", "ported", 2, true}, ported).size(), 1U);
        tests.tests.push_back(pumped(LeakKind::Crankcase, "ported", 2, 40., 38., 4.));
        QCOMPARE(leaksDue(tests, {"p", "ported", 2, true}, ported).size(), 0U);
    }

    void whatJudgeSays() {
        LeakTests tests;
        const std::vector<JudgedSide> sides{{"a", "stock", {1, 3}}, {"b", "long stack", {2}}};
        QCOMPARE(leakCautions(tests, sides, stackFamily()).size(), 0U); // nobody tests here: Pull said so
        tests.tests = {pumped(LeakKind::Intake, "long stack", 2, 35., 34., 1.)};
        std::vector<Caution> said = leakCautions(tests, sides, stackFamily());
        QCOMPARE(said.size(), 1U); // the stock side was put back on and not tested
        QCOMPARE(std::string(said.front().message.code), std::string("leak.intake-untested"));
        tests.tests.push_back(pumped(LeakKind::Intake, "stock", 1, 35., 34., 1.));
        tests.tests.push_back(pumped(LeakKind::Intake, "stock", 3, 35., 12., 1.));
        said = leakCautions(tests, sides, stackFamily());
        QCOMPARE(said.size(), 1U);
        QCOMPARE(std::string(said.front().message.code), std::string("leak.intake-leaked"));
        QCOMPARE(said.front().kind, std::string("leak-test"));
    }

    void partsByTheirNames() {
        for (const char* part : {"intake manifold", "Carburettor", "reed block", "velocity stack", "throttle body"})
            QVERIFY(touchesIntake(part));
        for (const char* part : {"exhaust", "main jet", "silencer", "camshaft"})
            QVERIFY(!touchesIntake(part));
        QVERIFY(touchesCrankcase("base gasket") && touchesCrankcase("cylinder") && !touchesCrankcase("pipe"));
    }
};

JR_SUITE(TestLeakTest)
#include "test_leak_test.moc"
