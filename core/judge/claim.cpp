// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/claim.h"

#include "core/judge/readings.h"

#include <algorithm>
#include <cmath>
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
    case ClaimKind::GainsWatts:
        return "gains-watts";
    case ClaimKind::GainsTorque:
        return "gains-torque";
    case ClaimKind::GainsAt:
        return "gains-at";
    case ClaimKind::NothingChanges:
        return "nothing-changes";
    case ClaimKind::PeakGains:
        return "peak-gains";
    case ClaimKind::PeakMoves:
        return "peak-moves";
    case ClaimKind::MixtureStays:
        return "mixture-stays";
    case ClaimKind::SpreadWithin:
        return "spread-within";
    case ClaimKind::ExhaustWithin:
        return "exhaust-within";
    case ClaimKind::ReadingBetter:
        return "reading-better";
    }
    return "";
}

const std::vector<ClaimKind>& claimKinds() {
    static const std::vector<ClaimKind> kAll{
        ClaimKind::GainsAtLeast,         ClaimKind::GainsSomewhere, ClaimKind::GainsAt,      ClaimKind::GainsWatts,
        ClaimKind::GainsTorque,          ClaimKind::PeakGains,      ClaimKind::PeakMoves,    ClaimKind::CostsNothing,
        ClaimKind::CostsNothingAnywhere, ClaimKind::NothingChanges, ClaimKind::MixtureStays, ClaimKind::SpreadWithin,
        ClaimKind::ExhaustWithin,        ClaimKind::ReadingBetter};
    return kAll;
}

ClaimUnit claimUnit(ClaimKind kind) {
    switch (kind) {
    case ClaimKind::GainsWatts:
        return ClaimUnit::Watt;
    case ClaimKind::GainsTorque:
        return ClaimUnit::NewtonMetre;
    case ClaimKind::PeakMoves:
        return ClaimUnit::Rpm;
    case ClaimKind::MixtureStays:
    case ClaimKind::SpreadWithin:
        return ClaimUnit::Afr;
    case ClaimKind::ExhaustWithin:
        return ClaimUnit::DegC;
    case ClaimKind::ReadingBetter:
        return ClaimUnit::AsRead;
    default:
        return ClaimUnit::Percent;
    }
}

ClaimKind claimKindOf(std::string_view text) {
    for (ClaimKind kind : claimKinds())
        if (text == claimKindText(kind))
            return kind;
    return ClaimKind::GainsAtLeast;
}

std::string claimName(const Claim& claim) {
    std::string out(claimKindText(claim.kind));
    if (claim.kind == ClaimKind::ReadingBetter)
        out += ":" + claim.quantity;
    return out;
}

Claim claimNamed(std::string_view name, double amount) {
    const std::size_t colon = name.find(':');
    const ClaimKind kind = claimKindOf(name.substr(0, colon));
    const bool read = kind == ClaimKind::ReadingBetter && colon != std::string_view::npos;
    return {kind, amount, read ? std::string(name.substr(colon + 1)) : std::string()};
}

Verdict verdictOf(std::string_view text) {
    return text == "held" ? Verdict::Held : text == "failed" ? Verdict::Failed : Verdict::Undecided;
}

namespace {

Verdict gains(const Claim& claim, double low, double high) {
    return low > 0. && low >= claim.amount ? Verdict::Held : high < claim.amount ? Verdict::Failed : Verdict::Undecided;
}

Verdict costsNothing(const Claim& claim, double low, double high) {
    return low > -claim.amount ? Verdict::Held : high < -claim.amount ? Verdict::Failed : Verdict::Undecided;
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
                   Number{there.high, 1, true}, Number{claim.amount, 1}, Place{c.place.front(), c.axis, false},
                   Place{c.place.back(), c.axis}}};
    return out;
}

Verdict within(double amount, double low, double high) {
    return low > -amount && high < amount   ? Verdict::Held
           : low > amount || high < -amount ? Verdict::Failed
                                            : Verdict::Undecided;
}

Verdict atMost(double amount, double low, double high) {
    return high <= amount ? Verdict::Held : low > amount ? Verdict::Failed : Verdict::Undecided;
}

/// A gain in newton-metres somewhere: held by the place whose low end is highest, failed only if no high end reaches.
Judgement judgeTorque(const Claim& claim, const Comparison& c) {
    std::size_t holds = 0, fails = 0;
    for (std::size_t i = 1; i < c.place.size(); ++i) {
        holds = c.newtonMetre(i).low > c.newtonMetre(holds).low ? i : holds;
        fails = c.newtonMetre(i).high > c.newtonMetre(fails).high ? i : fails;
    }
    Judgement out;
    out.verdict = gains(claim, c.newtonMetre(holds).low, c.newtonMetre(fails).high);
    const std::size_t told = out.verdict == Verdict::Failed ? fails : holds;
    const Estimate there = c.newtonMetre(told);
    out.reason = {"claim.torque",
                  {Place{c.place[told], c.axis}, Measure{there.mid, Measured::Torque, 1, true},
                   Measure{there.low, Measured::Torque, 1, true, false}, Measure{there.high, Measured::Torque, 1, true},
                   Measure{claim.amount, Measured::Torque, 1}, Place{c.place.front(), c.axis, false},
                   Place{c.place.back(), c.axis}}};
    return out;
}

/// At one speed, by the band that holds for the whole curve.
Judgement judgeAt(const Claim& claim, const Comparison& c, double at) {
    const auto next = std::lower_bound(c.place.begin(), c.place.end(), at - 0.5 * c.gridStep);
    if (next == c.place.end() || std::abs(*next - at) > c.gridStep)
        return {Verdict::Undecided, {"claim.beyond", {Place{at, c.axis}}}};
    const Estimate there = c.pct(static_cast<std::size_t>(next - c.place.begin()));
    return {gains(claim, there.low, there.high),
            {"claim.at",
             {Place{*next, c.axis}, Number{there.mid, 1, true}, Number{there.low, 1, true}, Number{there.high, 1, true},
              Number{claim.amount, 1}}}};
}

/// Nothing changes: held where the whole band lies inside, failed where some place lies wholly outside.
Judgement judgeNothing(const Claim& claim, const Comparison& c) {
    Judgement out{Verdict::Held, {}};
    std::size_t told = 0;
    for (std::size_t i = 0; i < c.place.size(); ++i) {
        const Estimate p = c.pct(i), worst = c.pct(told);
        if (std::max(-p.low, p.high) > std::max(-worst.low, worst.high))
            told = i;
        const Verdict here = within(claim.amount, p.low, p.high);
        if (here == Verdict::Failed || (here == Verdict::Undecided && out.verdict == Verdict::Held))
            out.verdict = here;
        if (here == Verdict::Failed) {
            told = i;
            break;
        }
    }
    const Estimate there = c.pct(told);
    out.reason = {"claim.nothing",
                  {Place{c.place[told], c.axis}, Number{there.mid, 1, true}, Number{there.low, 1, true},
                   Number{there.high, 1, true}, Number{claim.amount, 1}, Place{c.place.front(), c.axis, false},
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

Judgement judgeClaim(const Claim& claim, const Comparison& c, std::optional<double> at) {
    const BandMean& b = c.bandMean;
    Judgement out;
    if (!b.lowW || !b.highW || !(b.baseW > 0.)) {
        out.reason = {"claim.no-scatter"};
        return out;
    }
    if (claim.kind == ClaimKind::GainsSomewhere || claim.kind == ClaimKind::CostsNothingAnywhere)
        return heldToCautions(judgeAlongBand(claim, c), c);
    if (claim.kind == ClaimKind::GainsTorque)
        return heldToCautions(judgeTorque(claim, c), c);
    if (claim.kind == ClaimKind::NothingChanges)
        return heldToCautions(judgeNothing(claim, c), c);
    if (claim.kind == ClaimKind::GainsAt)
        return heldToCautions(judgeAt(claim, c, at.value_or(0.)), c);
    if (claim.kind == ClaimKind::GainsWatts) {
        const double margin = 0.5 * (*b.highW - *b.lowW);
        out.verdict = gains(claim, *b.lowW, *b.highW);
        out.reason = {"claim.watts",
                      {Place{b.from, c.axis, false}, Place{b.to, c.axis}, Power{b.differenceW, margin, true},
                       Power{*b.lowW, margin, true}, Power{*b.highW, margin, true}, Power{claim.amount, 0.}}};
        return heldToCautions(std::move(out), c);
    }
    const double low = 100. * *b.lowW / b.baseW, high = 100. * *b.highW / b.baseW;
    const bool gain = claim.kind == ClaimKind::GainsAtLeast;
    out.verdict = gain ? gains(claim, low, high) : costsNothing(claim, low, high);
    out.reason = {gain ? "claim.gains" : "claim.costs-nothing",
                  {Place{b.from, c.axis, false}, Place{b.to, c.axis}, Number{b.pct, 1, true}, Number{low, 1, true},
                   Number{high, 1, true}, Number{claim.amount, 1}}};
    return heldToCautions(std::move(out), c);
}

Judgement judgeClaimOfNumber(const Claim& claim, const Estimate& number, int cylinder, const Comparison& c) {
    if (!std::isfinite(number.low) || !std::isfinite(number.high))
        return {Verdict::Undecided, {"claim.no-scatter"}};
    const std::string who = std::to_string(cylinder);
    const auto figures = [&](int decimals, bool sign) {
        return std::vector<Argument>{Number{number.mid, decimals, sign}, Number{number.low, decimals, sign},
                                     Number{number.high, decimals, sign}, Number{claim.amount, decimals}};
    };
    const auto ofCylinder = [&](std::vector<Argument> rest) {
        rest.insert(rest.begin(), who);
        return rest;
    };
    const double a = claim.amount, low = number.low, high = number.high;
    const bool down = a < 0.; // a peak that is claimed to come down
    switch (claim.kind) {
    case ClaimKind::PeakGains:
        return heldToCautions({gains(claim, low, high), {"claim.peak", figures(1, true)}}, c);
    case ClaimKind::PeakMoves:
        return heldToCautions({down       ? atMost(a, low, high)
                               : low >= a ? Verdict::Held
                               : high < a ? Verdict::Failed
                                          : Verdict::Undecided,
                               {"claim.peak-moves", figures(0, true)}},
                              c);
    case ClaimKind::MixtureStays:
        return heldToCautions({within(a, low, high), {"claim.mixture", ofCylinder(figures(1, true))}}, c);
    case ClaimKind::SpreadWithin:
        return heldToCautions({atMost(a, low, high), {"claim.spread", figures(1, false)}}, c);
    case ClaimKind::ExhaustWithin:
        return heldToCautions(
            {atMost(a, low, high),
             {"claim.exhaust",
              {who, Measure{number.mid, Measured::TemperatureStep, 0, true},
               Measure{low, Measured::TemperatureStep, 0, true, false},
               Measure{high, Measured::TemperatureStep, 0, true}, Measure{a, Measured::TemperatureStep, 0}}}},
            c);
    default:
        return {};
    }
}

Judgement judgeClaimOfReadings(const Claim& claim, const ValueComparison& r, int independentChanges) {
    if (!r.low || !r.high)
        return {Verdict::Undecided, {"claim.no-scatter"}};
    // Better is up, whichever way the reading goes.
    const bool lower = r.better == Better::Lower;
    const double mid = lower ? -r.difference : r.difference;
    const double low = lower ? -*r.high : *r.low, high = lower ? -*r.low : *r.high;
    Judgement out{gains(claim, low, high),
                  {"claim.reading",
                   {r.quantity, Number{mid, 2, true}, Number{low, 2, true}, Number{high, 2, true},
                    Number{claim.amount, 2}, r.unit}}};
    const bool drifts =
        std::any_of(r.cautions.begin(), r.cautions.end(), [](const Caution& c) { return c.kind == "drift-unchecked"; });
    const std::string_view open = independentChanges > 1 ? "claim.but-shared" : drifts ? "claim.but-drift" : "";
    if (out.verdict != Verdict::Undecided && !open.empty())
        return {Verdict::Undecided, {open, {Sayings{{out.reason}}, r.base.setup}}};
    return out;
}

} // namespace jr
