// SPDX-License-Identifier: GPL-3.0-or-later
// Two or three plans side by side for one question. A swap of parts costs minutes, a pull costs fuel and heat: where a
// swap is dear, a few runs of several pulls each (A A A B B B A A A) reach the same promise sooner than many swaps,
// and pay for it in how much of a bent drift they would show as a gain.
//
// Each plan is a number of rounds: base, then every other setup, base again, the others in the opposite order, and so
// on, always some pulls a run. Of each number of rounds the shortest run whose simulated tests (plan_chances.h) keep
// the promise is found by halving; of those plans
//     quickest   takes the least time,
//     cheapest   has the fewest pulls,
//     surest     fits every setup three times or more, and keeps the promise though the bench repeats by a third worse
//                than thought.
// What cannot be taken back (a port cut, a stack shortened) is pulled once the way the metal goes, A then B. Then drift
// is told from the setups by a reference, a setup that can always be put back (an uncut spare), pulled before, between
// and after; without one it is not told, and the plan says so.
#pragma once

#include "core/plan/plan_chances.h"

#include <functional>
#include <vector>

namespace jr {

struct PlanChoiceOptions {
    PlanOptions plan; ///< PlanKind::Several
    PlanChancesOptions likely;
    bool oneWay = false;    ///< the setups are pulled in their order and never again
    bool reference = false; ///< oneWay: one more setup, after the last, that can always be put back

    bool operator==(const PlanChoiceOptions&) const = default;
};

struct PlanChoice {
    bool quickest = false, surest = false, cheapest = false; ///< one plan may be several of them
    bool promised = false;                                   ///< its tests find the worth as often as wanted
    Plan plan;
    PlanChances chances;
    int swaps = 0;
    /// Of a drift that bows by 1 from both ends of the test to its middle, so much shows as a gain or loss: the largest
    /// of the setups against the base. Nothing where the order cannot tell even a straight drift from the setups.
    std::optional<double> bowShare;
};

/// Largest share of a bow that `order` shows as a difference of a setup against the first, straight drift taken out;
/// `startMinutes` of each pull. Least squares; nothing where drift and setups cannot be told apart, or with a run of
/// one pull everywhere.
std::optional<double> bowShownAsGain(const std::vector<int>& order, const std::vector<double>& startMinutes);

/// In the order quickest, surest, cheapest, each plan once; one only where what is asked for is out of reach or cannot
/// be taken back. Errors: as makePlan; a cross or a sweep.
Result<std::vector<PlanChoice>> planChoices(const PlanChoiceOptions& options,
                                            const std::function<bool()>& abandoned = {});

} // namespace jr
