// SPDX-License-Identifier: GPL-3.0-or-later
// What a pull's mixture trace says (P10): time and speeds outside the target window, how choppy it is, how far the
// cylinders lie apart, lean under load; and over several pulls, what another mixture would be worth.
#pragma once

#include "core/judge/value.h"
#include "core/pull/ready_pull.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace jr {

/// Full-load targets. Common practice, no source: petrol four-strokes 12.5 to 13.2; two-strokes run safer.
struct MixtureTarget {
    double richAfr, leanAfr;
};
MixtureTarget usualTarget(int strokes);

struct MixtureOptions {
    MixtureTarget target{12.5, 13.2};
    double leanUnderLoadAfr = 16.; ///< stop at once above this (P5)
    double notFiringAfr = 20.;     ///< no mixture at all
    double slowS = 0.6;            ///< choppiness is what is faster than this
    double settleS = 0.4;          ///< the first moments of a pull are looked at apart: a lean start
};

struct MixtureFinding {
    bool known = false;
    double meanAfr = 0.;
    double insideShare = 0.;                                 ///< of the time under load
    double richS = 0., leanS = 0.;                           ///< seconds outside the window
    std::vector<std::pair<double, double>> richRpm, leanRpm; ///< stretches of engine speed outside it
    double choppinessAfr = 0.;                               ///< standard deviation about the slow line
    double startAfr = 0.;                                    ///< of the first moments
    double leanUnderLoadS = 0.;
    double notFiringS = 0.;
    std::vector<double> cylinderAfr; ///< mean of each
    double cylinderSpreadAfr = 0.;   ///< largest mean less smallest
    std::vector<Message> account;    ///< one sentence after the other
};

/// From the trace inside its ready part, at full load. Cylinder by cylinder where recorded.
MixtureFinding mixtureOf(const Trace& trace, const ReadyPull& ready, const MixtureOptions& options);

/// Band mean against mean mixture over pulls of one or more setups, as a straight line inside the setups and after
/// drift where the order tells it.
struct MixtureWhatIf {
    double pctPerAfr = 0.; ///< per unit of AFR towards lean
    std::optional<double> lowPct, highPct;
    double spanAfr = 0.; ///< how far apart the pulls' mixtures lie
    bool driftRemoved = false;
    Message message; ///< what so many tenths would be worth, or that they change nothing that can be seen
};

/// `values` grouped by setup with the pull's mean mixture beside each. Errors: fewer than two pulls more than setups,
/// mixtures all alike.
Result<MixtureWhatIf> mixtureWhatIf(const std::vector<Observation>& values, const std::vector<double>& meanAfr,
                                    int setups, double tenths = 3., double confidence = 0.95);

} // namespace jr
