// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about a two-stroke's ports shows, worked out from what was measured.
#pragma once

#include "core/figure/cylinder/compression.h"
#include "core/figure/ports/squish.h"
#include "core/figure/ports/time_area.h"

namespace jr {

struct PortsAsked {
    double strokeM = 0., rodM = 0., boreM = 0.;
    PortTiming timing;
    PortWidths widths;
    double exhaustChordM = 0.; ///< widest straight chord of one window
    SquishHead head;           ///< its bore is `boreM`
    double caseAtBottomM3 = 0.;
    double engineRpm = 0.;
    double pistonKg = 0.; ///< piston, pin, rings
};

struct PortsAnswer {
    Crank crank;
    PortFigures ports;
    AngleAreas areas;
    double blowdownSPerM = 0., transferSPerM = 0., intakeSPerM = 0.; ///< time-areas at the speed
    Compression compression;
    SquishSpeed squish;
    double crankcaseRatio = 0.;
    double chordShare = 0.; ///< of the bore
    double forceN = 0., pistonSpeedMPerS = 0.;
};
Result<PortsAnswer> portsAnswer(const PortsAsked& asked);

/// How wide an exhaust window may be for its bore before the rings suffer: up to 0.65 lives long, 0.70 is for racing,
/// wider wants a bridge. Common practice, no source.
inline constexpr double kSafeChordShare = 0.65, kMostChordShare = 0.70;
/// Squish speeds people aim at: 15 to 25 m/s, above it detonates or runs rough; near 0.5 mm is as close as a saw's
/// piston may come (common practice, no source).
inline constexpr double kLowSquishSpeed = 15., kHighSquishSpeed = 28.;

} // namespace jr
