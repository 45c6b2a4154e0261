// SPDX-License-Identifier: GPL-3.0-or-later
// Setups by their times at one mark: as steps with what each cost, seconds per money among it; as a sweep where a part
// was stepped through (weights by time); as a cross where two parts were changed alone and together. The same models as
// for pulls; a gain is a time that got shorter.
#pragma once

#include "core/judge/factorial.h"
#include "core/judge/ladder.h"
#include "core/judge/sweep.h"
#include "core/road/timed_runs.h"
#include "core/study/design.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct TimeStep {
    std::string setupId;
    double meanS = 0.;
    double wonS = 0.;                        ///< on the step before; below 0: lost. 0 for the first
    std::optional<double> wonLowS, wonHighS; ///< all steps held together
    double wonInAllS = 0.;                   ///< on the first
    std::optional<double> inAllLowS, inAllHighS;
    std::optional<double> kg, price, hours; ///< of this step alone
    bool shared = false;                    ///< it changed more than one thing
    /// What a tenth of a second cost in money; nothing where nothing was surely won or no price is known.
    std::optional<double> pricePerTenth;
};

struct SweepByTime {
    FoundSweep found;
    Sweep sweep; ///< of seconds: the best is the shortest, `value` and curve are times
};

struct StepsByTime {
    Mark mark;
    std::vector<TimeStep> steps;
    std::vector<SweepByTime> sweeps;
    std::optional<FoundCross> crossFound;
    std::optional<Factorial> cross; ///< effects in seconds; below 0 is quicker
    std::vector<Caution> cautions;
};

/// Of all setups with a used run at this mark, in the order they were first run. Errors: fewer than two.
Result<StepsByTime> stepsByTime(const std::vector<TimedRun>& runs, const std::vector<Mark>& marks, std::size_t mark,
                                const std::vector<SetupNode>& tree, double confidence = 0.95);

} // namespace jr
