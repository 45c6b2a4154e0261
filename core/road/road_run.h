// SPDX-License-Identifier: GPL-3.0-or-later
// A logged run on the road: what its receiver wrote, put in order, its launch found, its distance summed, and what
// spoilt it. Nothing of it is smoothed away: a spoilt stretch is flagged, a run that cannot be timed is left out with
// its reason, and a person can keep it all the same.
#pragma once

#include "core/pull/flags.h"
#include "core/pull/trace.h"
#include "core/result.h"
#include "core/road/launch.h"

#include <optional>
#include <vector>

namespace jr {

/// Common practice, no source, unless a line says otherwise.
struct RoadOptions {
    double poorHdop = 2.5;     ///< above this satellites stand badly…
    double fewSatellites = 6.; ///< …or these are too few…
    double poorS = 1.;         ///< …for so long: the run is left out
    double lostSteps = 2.5;    ///< a hole of more steps than this is a lost fix…
    double lostS = 0.45;       ///< …if it is at least this long
    double slopePct = 0.5;     ///< more is told: it moves a quarter mile by a few hundredths
    double openThrottle = 0.9; ///< share of its own most that counts as open
    double liftedS = 0.3;      ///< shut for longer is lifted; a shift is shorter
    double liftedMPerS = 0.8;  ///< without a throttle channel: lost that much and gained it back
    double slipShare = 0.08;   ///< engine turns for the road rise by this while it starts: something slips
    double slipWithinS = 4.;
    double coldC = 50.;
    double shortS = 2.;
    LaunchOptions launch;
    bool keep = false; ///< a person says it counts, however poor its fix
};

struct RoadRun {
    PullHeader header;
    // Rows with a time that moves forward and a speed; other columns are empty where nobody recorded them.
    std::vector<double> timeS, speedMPerS;
    std::vector<double> engineRpm, throttle, afr, altitudeM;
    std::vector<double> latitudeRad, longitudeRad;
    double rateHz = 0., noiseMPerS = 0.;
    std::optional<Launch> launch;
    std::vector<double> distanceM;  ///< from where it stood; before the joint of the launch NaN; empty without a launch
    std::size_t topRow = 0;         ///< its highest speed: there the run ends
    std::optional<double> slopePct; ///< uphill positive, slope.h
    std::vector<Flag> flags;
    std::optional<Message> leftOut; ///< why it is not used

    std::optional<double> dialFactor; ///< a dial's speeds were multiplied by this (dial.h)

    bool used() const { return !leftOut; }
    bool fromReceiver() const { return header.text(header_key::speedFrom) != "dial"; }
};

/// Errors: no time, no speed, too few rows. Everything else is a flag or a reason to leave it out.
Result<RoadRun> roadRun(const Trace& trace, const RoadOptions& options = {});

/// All speeds multiplied, launch and distances found anew. Flags and the reason to leave it out stay.
RoadRun withSpeedsScaled(RoadRun run, double factor, const LaunchOptions& options = {});

} // namespace jr
