// SPDX-License-Identifier: GPL-3.0-or-later
// The walk-round before the first pull: lines in working order, some with a measured value and its window, some of
// them safety lines that need a tick or a written reason before the Pull station stops saying so.
//
// Lines and windows: common practice, no source. The bench maker's instructions, local rules and licensed practice come
// first; every line can be rewritten, and new ones added.
#pragma once

#include "core/words/message.h"

#include "core/machine/machine_sheet.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

enum class WalkArea { Machine, StrapsAndRollers, AirAndFuel, People };
std::string_view walkAreaText(WalkArea area);

/// The line whose value is what the tank holds.
inline constexpr std::string_view kFuelLine = "fuel_ml";

enum class BenchType { Roller, EngineBrake, HandBrake };

struct WalkLine {
    std::string key, words;
    WalkArea area = WalkArea::Machine;
    bool safety = false;
    std::string unit;                ///< empty: a tick only
    std::optional<double> low, high; ///< window of the value, either end may be open
    bool ticked = false;
    std::optional<double> value;
    std::string place;           ///< where it leaks, which strap
    std::string reason;          ///< why a safety line is not ticked
    std::string who, when;       ///< of the last change, ISO 8601
    bool afterFirstPull = false; ///< asked for once the first pull of the day is made
};

/// It belongs to one sitting: what was looked at on another day was not looked at today.
struct WalkRound {
    std::string day;             ///< ISO date of its sitting; empty while nothing was looked at
    std::vector<WalkLine> lines; ///< in working order
};

WalkRound usualWalkRound(MachineKind machine, BenchType bench);

/// Before somebody rides: a round of its own, every line of it a safety line. Common practice, no source; the law of
/// the place, the track's own rules and the machine's maker come first.
WalkRound roadRound();
/// The usual cautions of a ride, one sentence each, with the deference at the end.
const std::vector<std::string>& roadCautions();

/// Which day it was walked on: the one written, else that of its newest line (rounds of older programs); empty when
/// nothing was looked at.
std::string dayOf(const WalkRound& round);
/// The round as it stands on `day`: itself when it was walked then, else its lines with nothing looked at, and who
/// looked when the last time.
WalkRound roundOn(const std::string& day, WalkRound round);

/// Below or above its window; false without a value.
bool outsideWindow(const WalkLine& line);
/// Ticked, or measured within its window; a safety line also with a written reason.
bool settled(const WalkLine& line);

struct WalkState {
    int settled = 0, all = 0;
    std::vector<std::string> missingSafety; ///< words of safety lines neither ticked nor reasoned
    std::vector<Message> outside;           ///< "battery 11.4 V, window 12.2 to 14.8 V"
    bool clear() const { return missingSafety.empty(); }
};
/// `pullsToday`: lines that are asked for after the first pull count once there is one.
WalkState walkState(const WalkRound& round, int pullsToday = 0);

/// The usual cautions, one sentence each, ending with the deference to the bench maker, local rules and licensed
/// practice.
const std::vector<std::string>& usualCautions();

} // namespace jr
