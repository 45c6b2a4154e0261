// SPDX-License-Identifier: GPL-3.0-or-later
// The procedure of a sitting as a line of text that a pull carries with it, and what a pull departed from it (P25).
//
//     start_rpm=3000 end_rpm=9000 coolant_c=60..105 intake_c=-10..45 rest_s=60 ramp_rpm_s=500
//
// How far is a departure: common practice, no source; the thresholds are in ProcedureTolerance.
#pragma once

#include "core/pull/procedure.h"
#include "core/pull/ready_pull.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct ProcedureTolerance {
    double startRpm = 400.; ///< begun this much above the start speed
    double endRpm = 300.;   ///< ended this much below the end speed
    double tempC = 1.;      ///< outside a window by more than this
    double restShare = 0.8; ///< rested less than this share of what was wanted
    double rampShare = 0.3; ///< a sweep's ramp off by more than this share
};

std::string procedureText(const Procedure& procedure);
/// nullopt when the text is not one of ours; keys left out keep their defaults.
std::optional<Procedure> parseProcedure(std::string_view text);

/// One sentence each: "coolant 52 °C at the start; the procedure says 60 to 105 °C". From the header's `procedure` and
/// `rest_s` and from the trace itself; nothing when the pull carries no procedure.
std::vector<Message> departuresOf(const Trace& trace, const ReadyPull& ready, const ProcedureTolerance& tolerance = {});

} // namespace jr
