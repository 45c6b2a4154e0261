// SPDX-License-Identifier: GPL-3.0-or-later
// A claim chalked up before the test, and what the test says of it: held, failed, or undecided, with the numbers it
// follows from.
#pragma once

#include "core/judge/comparison.h"

#include <string>
#include <string_view>

namespace jr {

/// On the mean of the band, or anywhere in it: two different claims.
enum class ClaimKind { GainsAtLeast, CostsNothing, GainsSomewhere, CostsNothingAnywhere };
enum class Verdict { Held, Failed, Undecided };
// Their names in files and in the archive: "gains", "costs-nothing", "gains-somewhere", "costs-nothing-anywhere";
// "held", "failed", "undecided". What is none of them reads as the first kind, and as undecided.
std::string_view claimKindText(ClaimKind kind);
ClaimKind claimKindOf(std::string_view text);
std::string_view verdictText(Verdict verdict);
Verdict verdictOf(std::string_view text);

struct Claim {
    ClaimKind kind = ClaimKind::GainsAtLeast;
    double pct = 1.; ///< the gain claimed, or the loss that would still be nothing
};

struct Judgement {
    Verdict verdict = Verdict::Undecided;
    Message reason; ///< the numbers it follows from
};

/// From the band mean of a comparison already worked out over the claim's band. Gains at least p: held when the whole
/// margin lies at or above p (above nothing for p = 0), failed when it lies below. Costs nothing: held when the whole
/// margin lies within ±p, failed when it lies beyond. No margin: undecided. Gains at least p somewhere, costs no more
/// than p anywhere: the same of the place that says most, by the band that holds for the whole curve at once. Where
/// more than one thing differs the credit is shared, and without a return to the base drift is unchecked: then it is at
/// most undecided, and the reason says what would settle it.
Judgement judgeClaim(const Claim& claim, const Comparison& comparison);

} // namespace jr
