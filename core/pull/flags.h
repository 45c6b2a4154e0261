// SPDX-License-Identifier: GPL-3.0-or-later
// Stretches of a pull that are not the engine, or that say something about its health.
// They stay in the data and on the chart; they only leave peaks and comparisons. A person can overrule each.
#pragma once

#include "core/words/message.h"

#include <cstddef>
#include <limits>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

enum class FlagKind {
    Limiter,
    LoadSpike,
    Dropout,
    Slip,
    Lean,
    Rich,
    NotFiring,
    FuelStarved,
    Cold,
    Hot,
    Short,
    Inconsistent,
    Clock,
    // Of a run on the road (core/road/road_run.h):
    FixPoor,
    FixLost,
    Slope,
    ThrottleLifted,
    LaunchSlip,
};

std::string_view flagText(FlagKind kind); ///< as in files: "load-spike"
bool parseFlagKind(std::string_view text, FlagKind& kind);

/// Cold, hot and short speak of the whole pull and exclude nothing; clock rows are already left out.
bool flagExcludes(FlagKind kind);

struct Flag {
    FlagKind kind;
    double fromS = std::numeric_limits<double>::quiet_NaN(); ///< NaN where there is no time (kind curve)
    double toS = std::numeric_limits<double>::quiet_NaN();
    double fromRpm = std::numeric_limits<double>::quiet_NaN();
    double toRpm = std::numeric_limits<double>::quiet_NaN();
    double fromShaftRadS = std::numeric_limits<double>::quiet_NaN();
    double toShaftRadS = std::numeric_limits<double>::quiet_NaN();
    Message message{};      ///< what was seen, for people
    bool overruled = false; ///< a person said this stretch counts
};

/// A person's word that the flag of this kind at this time (s; NaN for kind curve) counts all the same.
struct FlagOverrule {
    FlagKind kind;
    double atS;
};

/// Every threshold of the flags in one place. Common practice, no source, unless a line says otherwise.
struct FlagOptions {
    // Mixture.
    double leanAfr = 16.;      ///< lean above this, under load (in petrol AFR)
    double notFiringAfr = 20.; ///< above this a cylinder is not firing: not a mixture
    double richAfr = 10.;
    double mixtureMinS = 0.15; ///< shorter mixture excursions are sensor noise
    double mixtureGapS = 0.05; ///< runs closer than this are one: a probe's reading flickers about the limit
    double loadThrottle = 0.8; ///< under load means at least this throttle, where a throttle was recorded

    // Fuel running out.
    double starvedAfrRise = 1.2;     ///< mixture climbing by this in the last part of a pull…
    double starvedTorqueFall = 0.05; ///< …while torque falls this much below its line
    double starvedMinS = 0.3;
    double starvedSmoothS = 0.1;    ///< half-width of the line through the mixture: probes are noisy, tanks are slow
    double starvedNearly = 0.8;     ///< no line can have climbed where no single sample rose by this share of it
    double starvedLineFromS = 1.0;  ///< torque's own line is laid from this long before the climb…
    double starvedLineToS = 0.2;    ///< …to this long before it, clear of its first moments
    std::size_t starvedBefore = 20; ///< samples there must be before the climb to lay a line through

    // The whole pull.
    double coldC = 50.;
    double hotC = 115.;
    double hottestShare = 0.98; ///< quantile taken for the highest: one wild sample is no heat
    double shortRpm = 1000.;
    double shortS = 2.;

    // Slip, and whether engine and roller are geared at all.
    double slipRatio = 0.025;   ///< engine per roller off its own line by this share
    double slipEnds = 0.4;      ///< it lasts until the ratio is back within this share of that
    double slipSuspected = 0.8; ///< no line strays where no single sample does by this share of it
    double slipMinS = 0.05;
    double slipSmoothS = 0.03;    ///< half-width of the line through the ratio: tachometer noise is per sample…
    double slipSmoothSteps = 1.5; ///< …and at least so many samples
    double gearedShare = 0.7;     ///< this share of samples near one ratio makes it a geared machine, else a CVT
    double ratioInner = 0.5;      ///< the ratio's line is laid through samples within this share of slipRatio
    double ratioFewest = 20.;     ///< samples, or the ratio is taken as one number
    double ratioWorth = 0.003;    ///< a line must change the ratio by more than a tachometer's own error
    double ratioDisagrees = 0.03; ///< written ratio or radius against what the channels say

    // Missed beats, false runs, holes.
    double tachoJump = 0.08; ///< a sample this far from its neighbours is a missed or double beat
    double scaleJump = 0.15; ///< the same for a load cell
    double scaleRun = 0.35;  ///< a run of load readings that goes and comes back by this share in one sample
    double missedGapS = 0.1; ///< missed beats closer than this are told as one dropout
    double gapFactor = 6.;   ///< a hole in time this many times the usual step is a dropout…
    double gapMinS = 0.08;   ///< …if it is at least this long

    // The limiter.
    double limiterDrop = 0.30;     ///< acceleration below this share of what it was just before, near the top
    double limiterNear = 0.03;     ///< "near the top": within this share of the highest speed
    double limiterStayS = 0.12;    ///< and held up there at least this long
    double limiterFallS = 0.25;    ///< the fall happens within this
    double limiterUsual = 0.25;    ///< and is at least this share of what torque is usual in this pull
    double limiterNoises = 6.;     ///< and so many standard deviations of what rough torque jumps about by itself
    double limiterSettleS = 0.5;   ///< a pull's first moments are no limiter
    double limiterEndS = 0.05;     ///< a record's last moments are seen from one side only
    double limiterReached = 0.997; ///< share of a written limiter that counts as reached
    double limiterBelow = 0.98, limiterAbove = 1.03; ///< shares of a written limiter at which a fall is its work
    double limiterRecovers = 0.002; ///< share of the highest speed by which a limiter lets it rise again
    double limiterMarginS = 0.06;   ///< stepped back from where the fall was seen to where torque left its line

    // The load coming on.
    double spikeShare = 0.08;    ///< torque this share above what follows, at the start of a pull
    double spikeWithinS = 0.8;   ///< only this early…
    double spikeWithin = 0.15;   ///< …and in this first share of the pull
    double spikeAfter = 4.;      ///< what follows: until so many times as late…
    double spikeAfterMost = 0.6; ///< …but within this share of the pull
    double spikeNoises = 4.5;    ///< standard deviations of what follows about its own line
    std::size_t spikeFewest = 3; ///< samples above
    double spikeMinS = 0.02;
    double spikeEnds = 0.25; ///< it lasts until torque is within this share of the margin of the line

    double inconsistentShare = 0.01; ///< kind curve: power against torque and speed
    double overruleS = 0.05;         ///< a person's word holds for a flag that has moved by this much since
};

/// Where in a record the run is. Common practice, no source.
struct StretchOptions {
    double openThrottle = 0.93;  ///< share of the throttle's own high that counts as open
    double openHigh = 0.9;       ///< quantile taken for that high
    double leastThrottle = 0.45; ///< a throttle that never opens further says nothing of open and shut
    double flickerS = 0.1;       ///< a shorter shut moment is the sensor's
    double fillS = 0.1;          ///< the first moment open still fills the intake
    std::size_t fewest = 8;      ///< samples a stretch never shrinks below
    double brakeLoaded = 0.15;   ///< share of the brake's full torque that counts as loaded…
    double brakeFull = 0.9;      ///< …full being this quantile
    double rollerDriven = 0.12;  ///< share of a brisk climb that counts as driven…
    double rollerBrisk = 0.75;   ///< …brisk being this quantile
};

} // namespace jr
