// SPDX-License-Identifier: GPL-3.0-or-later
// Every pull in its order (P16): its band mean against its own setup, with limits, the drift with its margin, and for
// an odd one what could be the reason. It points; it never drops a pull by itself.
#pragma once

#include "core/judge/value.h"
#include "core/pull/flags.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// What is known of a pull beside its value.
struct RunPull {
    int number = 0;
    int setup = 0;
    double valueW = 0.;
    std::optional<double> startedS, coolantC, intakeC, airTempC, airPressureHpa;
    std::optional<int> pullsSinceFuel;
    std::vector<FlagKind> flags;
    std::vector<Message> departures; ///< from the procedure
};

struct RunPoint {
    double pct = 0.;          ///< against its setup's mean, drift taken out
    double withDriftPct = 0.; ///< as it was measured
    bool odd = false;
    std::vector<Message> causes; ///< likely ones, the likeliest first; empty for one that is not odd
};

struct RunChart {
    std::vector<RunPoint> points;
    std::optional<double> sdPct;    ///< repeatability
    std::optional<double> limitPct; ///< the corridor for all pulls together, from those that are not odd
    bool driftChecked = false;
    std::optional<double> driftPctPerHour, driftLow, driftHigh;
    std::vector<double> driftLinePct; ///< drift and the sitting's level at each pull; empty when neither is told
    int sittings = 1;                 ///< above 1: each has a level of its own
    std::vector<int> sitting;         ///< of each pull
    std::vector<Message> account;     ///< one sentence after the other
};

/// Limits from the pulls left in when each one in turn is left out (externally studentised residuals, Bonferroni), so
/// that an odd pull cannot hide in the scatter it makes itself. Source: any text on regression diagnostics.
RunChart runChart(const std::vector<RunPull>& pulls, int setups, double confidence = 0.95);

} // namespace jr
