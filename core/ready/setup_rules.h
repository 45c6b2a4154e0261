// SPDX-License-Identifier: GPL-3.0-or-later
// Rules that a setup must keep: a racing class (parts that must stay, sizes), the power a licence allows, what may be
// heard at a place and a speed. Each setup is held against each rule from what is known of it; what is not known is
// said, and what would be needed to know.
//
// A rule about power is kept or broken only where the whole margin says so. Power measured nearer the road than the
// rule asks is less than there (a wheel makes less than its hub, a hub less than its crank); how much less is the range
// of the usual losses (core/driveline/crank_estimate.h), and a rule that hangs on that range is not known.
//
// No class, licence or limit of any place is built in: they are typed, with who says so. Local rules come first.
#pragma once

#include "core/judge/difference.h"
#include "core/machine/machine_sheet.h"
#include "core/plan/setup_tree.h"
#include "core/pull/trace.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

enum class RuleKind { PartStays, Size, Power, PowerToWeight, Noise };
const std::vector<RuleKind>& ruleKinds();
/// "part-stays", "size", "power", "power-to-weight", "noise", as kept; what is none of them reads as the first.
std::string_view ruleKindText(RuleKind kind);
RuleKind ruleKindOf(std::string_view text);

struct SetupRule {
    RuleKind kind = RuleKind::PartStays;
    /// The part that stays; the line of the machine's sheet; crank, hub or wheel; where the microphone stands.
    std::string what;
    /// In the unit of the sheet's line, W, W/kg or dB. Power and noise have no lower end.
    std::optional<double> low, high;
    double atRpm = 0.;  ///< Noise: 0 where it does not matter
    std::string source; ///< who says so
    bool operator==(const SetupRule&) const = default;
};

/// The rule in words: "at most 35.0 kW at the crank".
Message ruleMessage(const SetupRule& rule);

/// A level read off beside the pulls.
struct ReadLevel {
    std::string setupId, place;
    double db = 0.;
    bool operator==(const ReadLevel&) const = default;
};

/// What the setups of a job have to keep, and what is known beside their pulls.
struct RulesInForce {
    std::vector<SetupRule> rules;
    MachineSheet machine;
    std::vector<ReadLevel> levels; ///< dB, by the name of what was read: the place
    bool operator==(const RulesInForce&) const = default;
};

/// What a setup's pulls and readings say.
struct MeasuredSetup {
    std::optional<Estimate> peakW; ///< mean peak of its pulls; NaN ends: no margin known
    int pulls = 0;
    MeasuredAt at = MeasuredAt::Unknown;
    /// Loudest that was read or recorded where the rule asks for it, dB; and whether a level was recorded whose place
    /// nobody wrote down.
    std::optional<double> levelDb;
    bool levelWithoutPlace = false;
};

enum class RuleState { Kept, Broken, NotKnown };

struct RuleCheck {
    RuleState state = RuleState::NotKnown;
    Message why; ///< what it follows from, or what would have to be known
};

/// One setup of the tree against one rule. `measured`: of that setup, its level where the rule asks for one.
RuleCheck checkRule(const SetupRule& rule, const std::string& setupId, const std::vector<SetupNode>& tree,
                    const MachineSheet& machine, const MeasuredSetup& measured);

/// Of what is said of a rule and a setup: that it is kept.
bool ruleIsKept(const Caution& said);

/// A setup's number for a line of the machine's sheet: what the newest change of the part of that name says, else the
/// sheet. The line's words are the part's name. `cylinder` from 1; lines of the whole machine say the same for each.
std::optional<double> sizeOf(const SheetField& line, int cylinder, const std::string& setupId,
                             const std::vector<SetupNode>& tree, const MachineSheet& machine);

} // namespace jr
