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

enum class BenchType { Roller, EngineBrake, HandBrake };

struct WalkLine {
    std::string key, words;
    WalkArea area = WalkArea::Machine;
    bool safety = false;
    std::string unit;                ///< empty: a tick only
    std::optional<double> low, high; ///< window of the value, either end may be open
    bool ticked = false;
    std::optional<double> value;
    std::string place;     ///< where it leaks, which strap
    std::string reason;    ///< why a safety line is not ticked
    std::string who, when; ///< of the last change
};

struct WalkRound {
    std::vector<WalkLine> lines; ///< in working order
};

WalkRound usualWalkRound(MachineKind machine, BenchType bench);

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
WalkState walkState(const WalkRound& round);

/// The usual cautions, one sentence each, ending with the deference to the bench maker, local rules and licensed
/// practice.
const std::vector<std::string>& usualCautions();

} // namespace jr
