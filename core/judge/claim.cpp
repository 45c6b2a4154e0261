#include "core/judge/claim.h"

#include <cstdio>

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

Judgement judgeClaim(const Claim& claim, const Comparison& c) {
    const BandMean& b = c.bandMean;
    Judgement out;
    char text[200];
    if (!b.lowW || !b.highW || !(b.baseW > 0.)) {
        out.reason = "nothing is known of the scatter, so this test cannot tell";
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
    std::snprintf(text, sizeof text, "mean from %.0f to %.0f rpm %+.1f %% (%+.1f to %+.1f), claimed %s %.1f %%",
                  b.fromRpm, b.toRpm, b.pct, low, high,
                  claim.kind == ClaimKind::GainsAtLeast ? "a gain of at least" : "a loss of no more than", claim.pct);
    out.reason = text;
    return out;
}

} // namespace jr
