// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/claim.h"

namespace jr {

std::string_view verdictText(Verdict verdict) {
    switch (verdict) {
    case Verdict::Held:
        return "held";
    case Verdict::Failed:
        return "failed";
    case Verdict::Undecided:
        return "undecided";
    }
    return "";
}

std::string_view claimKindText(ClaimKind kind) {
    return kind == ClaimKind::CostsNothing ? "costs-nothing" : "gains";
}

ClaimKind claimKindOf(std::string_view text) {
    return text == "costs-nothing" ? ClaimKind::CostsNothing : ClaimKind::GainsAtLeast;
}

Verdict verdictOf(std::string_view text) {
    return text == "held" ? Verdict::Held : text == "failed" ? Verdict::Failed : Verdict::Undecided;
}

Judgement judgeClaim(const Claim& claim, const Comparison& c) {
    const BandMean& b = c.bandMean;
    Judgement out;
    if (!b.lowW || !b.highW || !(b.baseW > 0.)) {
        out.reason = {"claim.no-scatter"};
        return out;
    }
    const double low = 100. * *b.lowW / b.baseW, high = 100. * *b.highW / b.baseW;
    if (claim.kind == ClaimKind::GainsAtLeast) {
        if (low > 0. && low >= claim.pct)
            out.verdict = Verdict::Held;
        else if (high < claim.pct)
            out.verdict = Verdict::Failed;
    } else {
        if (low > -claim.pct)
            out.verdict = Verdict::Held;
        else if (high < -claim.pct)
            out.verdict = Verdict::Failed;
    }
    out.reason = {claim.kind == ClaimKind::GainsAtLeast ? "claim.gains" : "claim.costs-nothing",
                  {Place{b.from, c.axis, false}, Place{b.to, c.axis}, Number{b.pct, 1, true}, Number{low, 1, true},
                   Number{high, 1, true}, Number{claim.pct, 1}}};
    return out;
}

} // namespace jr
