// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about an expansion pipe shows, worked out from its sizes: what it is tuned to as a range, where it pulls,
// what the rules of thumb say of its cones and stinger, what a length cut off is worth.
#pragma once

#include "core/figure/pipe/pipe_shape.h"
#include "core/figure/pipe/tuned_length.h"

namespace jr {

struct PipeAsked {
    PipeShape shape;
    Ranged exhaustDurationDeg, transferDurationDeg;
    Ranged waveSpeedMPerS;
    double wantedRpm = 0.;
};

struct PipeAnswer {
    double reflectionM = 0., volumeM3 = 0.;
    double headerDeg = 0., diffuserDeg = 0., baffleDeg = 0.; ///< whole angles
    PipeRules rules;
    Ranged tunedRpm, fromRpm, toRpm; ///< where it pulls best, begins to, and falls off
    Ranged wantedM;                  ///< mean reflection for the speed wanted
    double rpmPerMm = 0.;            ///< what a millimetre less is worth
};
PipeAnswer pipeAnswer(const PipeAsked& asked);

/// The method itself is good to some 5 % (one temperature for the whole pipe): added to a wave speed that comes from a
/// handbook, not to one fitted from this machine's own pulls.
inline constexpr double kWaveMethodPct = 3.;
Ranged withMethodSlack(const Ranged& waveSpeed);

} // namespace jr
