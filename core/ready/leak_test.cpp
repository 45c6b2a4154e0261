// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/leak_test.h"

#include "core/plan/lineage.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <span>
#include <string_view>

namespace jr {
namespace {

bool namesOneOf(const std::string& part, std::span<const std::string_view> words) {
    std::string low = part;
    std::transform(low.begin(), low.end(), low.begin(), [](unsigned char c) { return std::tolower(c); });
    return std::any_of(words.begin(), words.end(),
                       [&](std::string_view w) { return low.find(w) != std::string::npos; });
}

/// Whether what the setup has of its own, against what it comes from, is one of these parts.
bool changesOneOf(const std::string& setupId, const std::vector<SetupNode>& tree, bool (*touches)(const std::string&)) {
    const std::vector<const SetupNode*> line = lineage(tree, setupId);
    return std::any_of(line.begin(), line.end(), [&](const SetupNode* n) {
        return std::any_of(n->changes.begin(), n->changes.end(), [&](const PartChange& c) { return touches(c.part); });
    });
}

/// Whether anything was ever swapped on it in this job, so that going back to the root is a refit of it as well.
bool anybodyChanges(const std::vector<SetupNode>& tree, bool (*touches)(const std::string&)) {
    return std::any_of(tree.begin(), tree.end(), [&](const SetupNode& n) { return changesOneOf(n.id, tree, touches); });
}

/// The newest test of that kind of this fitting of the setup; null when there is none.
const LeakTest* lastTest(const LeakTests& tests, LeakKind kind, const std::string& setup, int fitting) {
    const LeakTest* out = nullptr;
    for (const LeakTest& t : tests.tests)
        if (t.kind == kind && t.setup == setup && (t.fitting == fitting || t.fitting == 0 || fitting == 0))
            out = &t;
    return out;
}

bool anyOf(const LeakTests& tests, LeakKind kind) {
    return std::any_of(tests.tests.begin(), tests.tests.end(), [&](const LeakTest& t) { return t.kind == kind; });
}

} // namespace

LeakWindow usualLeakWindow(LeakKind kind) {
    return kind == LeakKind::Intake ? LeakWindow{20., 50., 0.5, 5.} : LeakWindow{30., 60., 3., 7.};
}

double lossKpaPerMin(const LeakTest& test) {
    return (test.startKpa - test.heldKpa) / test.minutes;
}

LeakState leakState(const LeakTest& test, const LeakWindow& window) {
    if (!(test.minutes > 0.) || !(test.startKpa > 0.))
        return LeakState::ShowsNothing;
    if (lossKpaPerMin(test) > window.mostLossKpaPerMin)
        return LeakState::Leaks;
    if (test.startKpa < window.startFromKpa || test.minutes < window.leastMinutes)
        return LeakState::ShowsNothing;
    return LeakState::Tight;
}

/// What a gauge on the joint reads, told in the reader's unit.
static Measure pressure(double kpa, int decimals, bool unit = true) {
    constexpr double kPaPerKpa = 1000.;
    return {kpa * kPaPerKpa, Measured::GaugePressure, decimals, false, unit};
}

Message leakMessage(const LeakTest& test, const LeakWindow& window) {
    const LeakState state = leakState(test, window);
    const std::string_view code = state == LeakState::Tight   ? "leak.tight"
                                  : state == LeakState::Leaks ? (test.where.empty() ? "leak.leaks" : "leak.leaks-at")
                                                              : "leak.shows-nothing";
    Message out{code,
                {pressure(test.heldKpa, 1, false), pressure(test.startKpa, 1), Number{test.minutes, 1},
                 pressure(window.mostLossKpaPerMin, 1)}};
    if (state == LeakState::ShowsNothing) {
        out.arguments.push_back(pressure(window.startFromKpa, 0));
        out.arguments.push_back(Number{window.leastMinutes, 1});
    } else if (!test.where.empty()) {
        out.arguments.push_back(test.where);
    }
    return out;
}

bool touchesIntake(const std::string& part) {
    static constexpr std::array<std::string_view, 11> kWords{"intake", "inlet",  "manifold", "carb",
                                                             "stack",  "boot",   "reed",     "throttle body",
                                                             "airbox", "runner", "injector"};
    return namesOneOf(part, kWords);
}

bool touchesCrankcase(const std::string& part) {
    static constexpr std::array<std::string_view, 9> kWords{"cylinder", "head",    "crankcase", "gasket",    "piston",
                                                            "seal",     "porting", "reed",      "crankshaft"};
    return namesOneOf(part, kWords);
}

std::vector<LeakDue> leaksDue(const LeakTests& tests, const FittedNow& now, const std::vector<SetupNode>& tree) {
    std::vector<LeakDue> out;
    const auto look = [&](LeakKind kind, bool refitted, std::string_view code) {
        const LeakTest* last = lastTest(tests, kind, now.setup, now.fitting);
        if (last && leakState(*last, tests.window(kind)) == LeakState::Leaks)
            out.push_back({kind, {"leak.due-leaks", {now.setup}}});
        else if (refitted && (!last || leakState(*last, tests.window(kind)) == LeakState::ShowsNothing))
            out.push_back({kind, {code, {now.setup}}});
    };
    look(LeakKind::Intake, anybodyChanges(tree, touchesIntake), "leak.due-intake");
    if (now.twoStroke) {
        const bool opened = anybodyChanges(tree, touchesCrankcase);
        look(LeakKind::Crankcase, opened || !anyOf(tests, LeakKind::Crankcase), "leak.due-crankcase");
    }
    return out;
}

std::vector<Caution> leakCautions(const LeakTests& tests, const std::vector<JudgedSide>& sides,
                                  const std::vector<SetupNode>& tree) {
    std::vector<Caution> out;
    for (LeakKind kind : {LeakKind::Intake, LeakKind::Crankcase}) {
        const bool intake = kind == LeakKind::Intake;
        const bool refitted = anybodyChanges(tree, intake ? touchesIntake : touchesCrankcase);
        for (const JudgedSide& side : sides) {
            bool leaks = false, untested = false;
            for (int fitting : side.fittings) {
                const LeakTest* last = lastTest(tests, kind, side.setup, fitting);
                leaks = leaks || (last && leakState(*last, tests.window(kind)) == LeakState::Leaks);
                untested = untested || !last;
            }
            if (leaks)
                out.push_back({"leak-test", {intake ? "leak.intake-leaked" : "leak.crankcase-leaked", {side.setup}}});
            else if (untested && refitted && anyOf(tests, kind))
                out.push_back(
                    {"leak-test", {intake ? "leak.intake-untested" : "leak.crankcase-untested", {side.setup}}});
        }
    }
    return out;
}

} // namespace jr
