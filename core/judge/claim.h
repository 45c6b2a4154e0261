// A claim chalked up before the test, and what the test says of it: held, failed, or undecided, with the numbers it
// follows from.
#pragma once

#include "core/judge/comparison.h"

#include <string>

namespace jr {

enum class ClaimKind { GainsAtLeast, CostsNothing };
enum class Verdict { Held, Failed, Undecided };
std::string_view verdictText(Verdict verdict); ///< "held"

struct Claim {
    ClaimKind kind = ClaimKind::GainsAtLeast;
    double pct = 1.; ///< the gain claimed, or the loss that would still be nothing
};

struct Judgement {
    Verdict verdict = Verdict::Undecided;
    std::string reason;
};

/// From the band mean of a comparison already worked out over the claim's band. Gains at least p: held when the whole
/// margin lies at or above p (above nothing for p = 0), failed when it lies below. Costs nothing: held when the whole
/// margin lies within ±p, failed when it lies beyond. No margin: undecided.
Judgement judgeClaim(const Claim& claim, const Comparison& comparison);

} // namespace jr
