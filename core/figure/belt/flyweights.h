// SPDX-License-Identifier: GPL-3.0-or-later
// The weights of a belt's variator. Their push outwards goes with m w^2; it balances belt and springs at the same
// force, so the speed at which it shifts goes with 1 / sqrt(m):
//
//     n2 = n1 (m1 / m2)^e,  e = 1/2 by the rule
//
// A mixed set laid alternately behaves like its mean; laid otherwise the drum runs out of balance and wears unevenly.
// More than the rule gives is often seen (ramps, springs, a belt that slips), up to an exponent of 1.2: fit one's own
// runs. Common practice, no source.
#pragma once

#include "core/figure/ranged.h"
#include "core/result.h"

#include <optional>
#include <vector>

namespace jr {

struct FlyweightSet {
    double meanKg = 0.;
    bool uneven = false; ///< unlike weights that do not alternate round the drum
    /// What is left over of all of them pulling outwards together, as a share of one weight: 0 is balanced.
    double imbalance = 0.;
};
/// One to twelve weights in the order they sit, kg, 0.5…500 g each. Errors: none, too many, or outside.
Result<FlyweightSet> flyweightSet(const std::vector<double>& weightsKg);

inline constexpr Ranged kRuleExponent{0.5, 0.5, 1.2}; ///< the rule, and what is seen
/// Weights 0.5…500 g, speeds 300…25000 rpm.
Result<double> shiftSpeedRpm(double rpm, double weightFromKg, double weightToKg, double exponent = kRuleExponent.value);
/// The weight that shifts at a speed.
double weightForSpeedKg(double weightKg, double rpm, double wantedRpm, double exponent = kRuleExponent.value);

/// Share of the readings that lie inside a band, 0…1; nothing without any.
std::optional<double> shareInBand(const std::vector<double>& engineRpm, double fromRpm, double toRpm);

/// The exponent from runs of one's own, with its 95 % margin. Needs three runs with at least two weights.
struct RunWithWeight {
    double weightKg, rpm;
};
std::optional<Ranged> ownWeightExponent(const std::vector<RunWithWeight>& runs);

} // namespace jr
