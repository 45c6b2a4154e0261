// SPDX-License-Identifier: GPL-3.0-or-later
// How the pulls of a sitting are to be run, so that each can be held to it.
#pragma once

#include <optional>
#include <vector>

namespace jr {

/// How the pulls of this sitting are to be run. Common practice, no source, unless a line says otherwise.
struct Procedure {
    double startRpm = 3000.;
    double endRpm = 9000.;
    double coolantFromC = 60.; ///< below: warm up first
    double coolantToC = 105.;  ///< above: let it cool
    double intakeFromC = -10.; ///< intake air outside this window: wait, or move the fan
    double intakeToC = 45.;
    double restS = 0.;         ///< wanted between pulls; 0: as it comes
    double rampRpmPerS = 500.; ///< of a brake's sweep
    double openThrottle = 0.8; ///< full throttle is at least this
    double leastPullS = 1.;    ///< shorter is no pull
    double leastRangeRpm = 500.;
    double longestPullS = 180.;
    bool byHand = false; ///< only the key (or a mark channel) begins and ends a pull
};

} // namespace jr
