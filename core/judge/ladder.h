// SPDX-License-Identifier: GPL-3.0-or-later
// Steps: each setup against the one before it and against the first.
#pragma once

#include "core/judge/value.h"

namespace jr {

struct LadderStep {
    std::string name;
    double value = 0.;
    std::optional<double> low, high;         ///< of the value itself
    double gain = 0.;                        ///< against the step before; 0 for the first
    std::optional<double> gainLow, gainHigh; ///< all steps held together
    std::optional<double> gainLowAlone, gainHighAlone;
    double gainPct = 0., total = 0., totalPct = 0.; ///< total: against the first
    std::optional<double> totalLow, totalHigh;
};

struct Ladder {
    std::vector<LadderStep> steps;
    GroupFit fit;
};

/// Margins of the gains hold for all steps together (multivariate t, band.h), those of the totals likewise; each by
/// itself stands beside. `observations` grouped by step in the order of `names`. On logarithms, as powers of pulls are
/// judged along the range, a step's margin is of its ratio to the one before; what is read off or typed is judged as it
/// stands. Errors: fewer than two steps, an empty one.
Result<Ladder> ladder(const std::vector<std::string>& names, const std::vector<Observation>& observations,
                      const BenchKnowledge& known, double confidence = 0.95, ValueScale scale = ValueScale::Own);

} // namespace jr
