// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/claim.h"

#include <utility>

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
    switch (kind) {
    case ClaimKind::GainsAtLeast:
        return "gains";
    case ClaimKind::CostsNothing:
        return "costs-nothing";
    case ClaimKind::GainsSomewhere:
        return "gains-somewhere";
    case ClaimKind::CostsNothingAnywhere:
        return "costs-nothing-anywhere";
    }
    return "";
}

ClaimKind claimKindOf(std::string_view text) {
    for (ClaimKind kind : {ClaimKind::CostsNothing, ClaimKind::GainsSomewhere, ClaimKind::CostsNothingAnywhere})
        if (text == claimKindText(kind))
            return kind;
    return ClaimKind::GainsAtLeast;
}

Verdict verdictOf(std::string_view text) {
    return text == "held" ? Verdict::Held : text == "failed" ? Verdict::Failed : Verdict::Undecided;
}

namespace {

Verdict gains(const Claim& claim, double low, double high) {
    return low > 0. && low >= claim.pct ? Verdict::Held : high < claim.pct ? Verdict::Failed : Verdict::Undecided;
}

Verdict costsNothing(const Claim& claim, double low, double high) {
    return low > -claim.pct ? Verdict::Held : high < -claim.pct ? Verdict::Failed : Verdict::Undecided;
}

/// Claimed of some place, or of every one: the place that says most decides.
Judgement judgeAlongBand(const Claim& claim, const Comparison& c) {
    const bool gain = claim.kind == ClaimKind::GainsSomewhere;
    // A gain is held where its low end is highest, and failed only if no place's high end reaches it; a cost the other
    // way about.
    std::size_t holds = 0, fails = 0;
    for (std::size_t i = 1; i < c.place.size(); ++i) {
        if (gain ? c.pct(i).low > c.pct(holds).low : c.pct(i).low < c.pct(holds).low)
            holds = i;
        if (gain ? c.pct(i).high > c.pct(fails).high : c.pct(i).high < c.pct(fails).high)
            fails = i;
    }
    Judgement out;
    out.verdict = gain ? gains(claim, c.pct(holds).low, c.pct(fails).high)
                       : costsNothing(claim, c.pct(holds).low, c.pct(fails).high);
    const std::size_t told = out.verdict == Verdict::Failed ? fails : holds;
    const Estimate there = c.pct(told);
    out.reason = {gain ? "claim.gains-somewhere" : "claim.costs-nothing-anywhere",
                  {Place{c.place[told], c.axis}, Number{there.mid, 1, true}, Number{there.low, 1, true},
                   Number{there.high, 1, true}, Number{claim.pct, 1}, Place{c.place.front(), c.axis, false},
                   Place{c.place.back(), c.axis}}};
    return out;
}

/// What keeps a verdict from being one, however clear the figures are: nothing when nothing does. What would settle it
/// is said with it.
std::string_view whatIsOpen(const Comparison& c) {
    std::string_view out;
    for (const Caution& caution : c.cautions) {
        if (caution.kind == "confounded") // nothing pulled again can mend it
            return caution.message.code == "sides.confounded" ? "claim.but-shared" : "claim.but-besides";
        if (caution.kind == "drift-unchecked")
            out = caution.message.code == "sides.apart" ? "claim.but-apart" : "claim.but-drift";
    }
    return out;
}

/// The verdict of the figures, held to what the day can show.
Judgement heldToCautions(Judgement judged, const Comparison& c) {
    const std::string_view open = whatIsOpen(c);
    if (judged.verdict == Verdict::Undecided || open.empty())
        return judged;
    return {Verdict::Undecided, {open, {Sayings{{judged.reason}}, c.base.setup}}};
}

} // namespace

Judgement judgeClaim(const Claim& claim, const Comparison& c) {
    const BandMean& b = c.bandMean;
    Judgement out;
    if (!b.lowW || !b.highW || !(b.baseW > 0.)) {
        out.reason = {"claim.no-scatter"};
        return out;
    }
    if (claim.kind == ClaimKind::GainsSomewhere || claim.kind == ClaimKind::CostsNothingAnywhere)
        return heldToCautions(judgeAlongBand(claim, c), c);
    const double low = 100. * *b.lowW / b.baseW, high = 100. * *b.highW / b.baseW;
    const bool gain = claim.kind == ClaimKind::GainsAtLeast;
    out.verdict = gain ? gains(claim, low, high) : costsNothing(claim, low, high);
    out.reason = {gain ? "claim.gains" : "claim.costs-nothing",
                  {Place{b.from, c.axis, false}, Place{b.to, c.axis}, Number{b.pct, 1, true}, Number{low, 1, true},
                   Number{high, 1, true}, Number{claim.pct, 1}}};
    return heldToCautions(std::move(out), c);
}

} // namespace jr
