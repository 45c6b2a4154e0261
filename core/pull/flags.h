// SPDX-License-Identifier: GPL-3.0-or-later
// Stretches of a pull that are not the engine, or that say something about its health.
// They stay in the data and on the chart; they only leave peaks and comparisons. A person can overrule each.
#pragma once

#include "core/words/message.h"

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
    Message message{};      ///< what was seen, for people
    bool overruled = false; ///< a person said this stretch counts
};

/// A person's word that the flag of this kind at this time (s; NaN for kind curve) counts all the same.
struct FlagOverrule {
    FlagKind kind;
    double atS;
};

/// Every threshold in one place. Common practice, no source, unless a line says otherwise.
struct FlagOptions {
    double leanAfr = 16.;      ///< lean above this, under load (in petrol AFR)
    double notFiringAfr = 20.; ///< above this a cylinder is not firing: not a mixture
    double richAfr = 10.;
    double mixtureMinS = 0.15; ///< shorter mixture excursions are sensor noise
    double loadThrottle = 0.8; ///< under load means at least this throttle, where a throttle was recorded
    double coldC = 50.;
    double hotC = 115.;
    double shortRpm = 1000.;
    double shortS = 2.;
    double slipRatio = 0.025; ///< engine per roller off its own line by this share
    double slipMinS = 0.05;
    double gearedShare = 0.7;        ///< this share of samples near one ratio makes it a geared machine, else a CVT
    double tachoJump = 0.08;         ///< a sample this far from its neighbours is a missed or double beat
    double scaleJump = 0.15;         ///< the same for a load cell
    double scaleRun = 0.35;          ///< a run of load readings that goes and comes back by this share in one sample
    double gapFactor = 6.;           ///< a hole in time this many times the usual step is a dropout…
    double gapMinS = 0.08;           ///< …if it is at least this long
    double limiterDrop = 0.30;       ///< acceleration below this share of what it was just before, near the top
    double limiterNear = 0.03;       ///< "near the top": within this share of the highest speed
    double limiterStayS = 0.12;      ///< and held up there at least this long
    double spikeShare = 0.08;        ///< torque this share above what follows, at the start of a pull
    double spikeWithinS = 0.8;       ///< only this early
    double starvedAfrRise = 1.2;     ///< mixture climbing by this in the last part of a pull…
    double starvedTorqueFall = 0.05; ///< …while torque falls this much below its line
    double starvedMinS = 0.3;
    double inconsistentShare = 0.01; ///< kind curve: power against torque and speed
    double ratioDisagrees = 0.03;    ///< written ratio or radius against what the channels say
};

} // namespace jr
