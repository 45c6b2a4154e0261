// SPDX-License-Identifier: GPL-3.0-or-later
// Leak tests (P4): an intake joint after each refit of the intake, and the crankcase of a two-stroke. Each says what it
// was pumped to, what was still held, and after how many minutes; pressure and vacuum are both written as how far they
// are from the air outside.
//
//     loss = (start - held) / minutes        [kPa per minute]
//
// Windows: common practice, no source; they can be rewritten. The engine maker's own figures come first, and pressure
// above theirs pushes seals out.
#pragma once

#include "core/plan/setup_tree.h"
#include "core/words/message.h"

#include <string>
#include <vector>

namespace jr {

enum class LeakKind { Intake, Crankcase };

struct LeakTest {
    LeakKind kind = LeakKind::Intake;
    std::string setup; ///< its name
    int fitting = 0;   ///< which fitting of the job was tested; 0: not known
    double startKpa = 0., heldKpa = 0., minutes = 0.;
    std::string where;     ///< where it leaks, by soap or by ear
    std::string who, when; ///< ISO date and time
    bool operator==(const LeakTest&) const = default;
};

/// What counts as a test, and what it may lose.
struct LeakWindow {
    double startFromKpa, startToKpa; ///< below it shows nothing, above it can do harm
    double leastMinutes;
    double mostLossKpaPerMin;
    bool operator==(const LeakWindow&) const = default;
};

/// Intake 20 to 50 kPa, half a minute, 5 kPa a minute; crankcase 30 to 60 kPa, three minutes, 7 kPa (1 psi) a minute.
LeakWindow usualLeakWindow(LeakKind kind);

/// The tests of a job and the windows they are held against.
struct LeakTests {
    std::vector<LeakTest> tests; ///< oldest first
    LeakWindow intake = usualLeakWindow(LeakKind::Intake), crankcase = usualLeakWindow(LeakKind::Crankcase);
    const LeakWindow& window(LeakKind kind) const { return kind == LeakKind::Intake ? intake : crankcase; }
};

double lossKpaPerMin(const LeakTest& test); ///< minutes above nothing

enum class LeakState { Tight, Leaks, ShowsNothing };
/// ShowsNothing: pumped too little or too short to say that it is tight. One that loses too much leaks, however short.
LeakState leakState(const LeakTest& test, const LeakWindow& window);
/// "held 33 of 35 kPa after 1.0 min: tight (it may lose 5 kPa a minute)".
Message leakMessage(const LeakTest& test, const LeakWindow& window);

/// Whether a part's joint is on the intake, or opens the crankcase, by its name in plain shop English.
bool touchesIntake(const std::string& part);
bool touchesCrankcase(const std::string& part);

/// Something that should be tested before the next pull.
struct LeakDue {
    LeakKind kind;
    Message why;
};
struct FittedNow {
    std::string setupId, setup; ///< on the machine
    int fitting = 0;
    bool twoStroke = false;
};
/// The intake, when this fitting touched it and was not tested since; the crankcase of a two-stroke, when it was never
/// tested in this job, or this fitting opened it and was not tested since. What leaks is due until it is tight.
std::vector<LeakDue> leaksDue(const LeakTests& tests, const FittedNow& now, const std::vector<SetupNode>& tree);

/// What the comparison must say: a side whose intake or crankcase leaked at its last test, or (once anything was tested
/// in this job) a side that touched its intake and was not tested. `sides`: name and fittings of its counting pulls.
struct JudgedSide {
    std::string setupId, setup;
    std::vector<int> fittings;
};
std::vector<Caution> leakCautions(const LeakTests& tests, const std::vector<JudgedSide>& sides,
                                  const std::vector<SetupNode>& tree);

} // namespace jr
