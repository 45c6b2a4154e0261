// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sentences.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

/// One sentence of the reader's table with figures already in the reader's form.
std::string sentence(const Wording& w, std::string_view code, const std::vector<std::string>& figures) {
    return said({code, {figures.begin(), figures.end()}}, w);
}

/// Mean margin of the difference over a stretch, in W.
double marginW(const Comparison& c, double from, double to) {
    double sum = 0., n = 0.;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        if (c.place[i] >= from - 1e-6 && c.place[i] <= to + 1e-6 && std::isfinite(c.watt(i).high)) {
            sum += 0.5 * (c.watt(i).high - c.watt(i).low);
            n += 1.;
        }
    return n > 0. ? sum / n : 0.;
}

/// A place of the comparison's axis, with its unit or as the beginning of a range.
std::string placeText(const Comparison& c, double place, const Wording& w, bool unit = true) {
    return placeText(Place{place, c.axis, unit}, w);
}

std::string stretchSentence(const Comparison& c, const Call& call, const Wording& w) {
    const double margin = marginW(c, call.from, call.to);
    const std::string from = placeText(c, call.from, w, false), to = placeText(c, call.to, w);
    const double baseW = call.meanPct != 0. ? 100. * call.meanW / call.meanPct : 0.;
    const int pctDecimals = std::min(decimalsFor(baseW > 0. ? 100. * margin / baseW : 0.), 2);
    const std::string pct = plainNumber(std::abs(call.meanPct), margin > 0. ? pctDecimals : 1, w);
    switch (call.kind) {
    case CallKind::Gain:
    case CallKind::Loss: {
        const bool gain = call.kind == CallKind::Gain;
        std::string text = sentence(
            w, gain ? "stretch.gains" : "stretch.loses",
            {from, to, withUnit(std::abs(call.meanW), margin, w.power, w), pct, withUnit(margin, margin, w.power, w),
             withUnit(std::abs(call.maxW), margin, w.power, w), placeText(c, call.maxPlace, w)});
        if (call.belowWorth)
            text += " " + sentence(w, "stretch.below-worth", {plainNumber(c.worthPct, 1, w)});
        return text;
    }
    case CallKind::Same:
        return sentence(w, "stretch.same", {from, to, plainNumber(c.worthPct, 1, w)});
    case CallKind::Open:
        break;
    }
    if (!c.margins)
        return sentence(w, "stretch.no-scatter", {from, to});
    return sentence(w, "stretch.open",
                    {from, to, withUnit(call.meanW, margin, w.power, w, true), withUnit(margin, margin, w.power, w)});
}

std::string headlineOf(const Comparison& c, const Wording& w) {
    const Call* gain = nullptr;
    const Call* loss = nullptr;
    bool open = false;
    const auto bigger = [](const Call* a, const Call& b) { return !a || (b.to - b.from) > (a->to - a->from); };
    for (const Call& call : c.calls) {
        if (call.kind == CallKind::Gain && bigger(gain, call))
            gain = &call;
        if (call.kind == CallKind::Loss && bigger(loss, call))
            loss = &call;
        open = open || call.kind == CallKind::Open;
    }
    const auto amount = [&](const Call& call) {
        const double margin = marginW(c, call.from, call.to);
        return withUnit(std::abs(call.meanW), margin, w.power, w);
    };
    const auto where = [&](const Call& call) {
        return placeText(c, call.from, w, false) + "–" + placeText(c, call.to, w);
    };
    std::string name = c.with.setup.empty() ? sentence(w, "headline.the-change", {}) : c.with.setup;
    // A call that rests on one fitting, or on those days, says so.
    if (c.daysUnknown)
        name = sentence(w, "name.those-days", {name});
    else if (c.fittedOnce)
        name = sentence(w, "name.fitted-once", {name});
    if (gain && loss)
        return sentence(w, "headline.both", {name, amount(*gain), where(*gain), amount(*loss), where(*loss)});
    if (gain)
        return sentence(w, "headline.gains", {name, amount(*gain), where(*gain)});
    if (loss)
        return sentence(w, "headline.loses", {name, amount(*loss), where(*loss)});
    if (!open)
        return sentence(w, "headline.same", {name});
    return sentence(w, "headline.open", {name});
}

} // namespace

Account describe(const Comparison& c, const Wording& w) {
    Account out;
    out.headline = headlineOf(c, w);
    for (const Call& call : c.calls)
        out.stretches.push_back(stretchSentence(c, call, w));

    const BandMean& b = c.bandMean;
    if (b.lowW && b.highW) {
        const double margin = 0.5 * (*b.highW - *b.lowW);
        const int decimals = decimalsFor(margin / w.power.factor);
        out.details.push_back(
            sentence(w, ("band.mean"),
                     {placeText(c, b.from, w, false), placeText(c, b.to, w),
                      plainNumber(fromSi(b.differenceW, w.power), decimals, w, true), std::string(w.power.symbol),
                      rangeText(fromSi(*b.lowW, w.power), fromSi(*b.highW, w.power), decimals, w),
                      plainNumber(b.pct, std::min(decimalsFor(100. * margin / b.baseW), 2), w, true)}));
    } else {
        out.details.push_back(
            sentence(w, "band.mean-no-margin",
                     {placeText(c, b.from, w, false), placeText(c, b.to, w),
                      withUnit(b.differenceW, 0., w.power, w, true), plainNumber(b.pct, 1, w, true)}));
    }
    for (const Crossover& x : c.crossovers)
        out.details.push_back(
            sentence(w, "band.cross",
                     {placeText(c, c.axis == CurveAxis::EngineSpeed ? std::round(x.place / 10.) * 10. : x.place, w),
                      placeText(c, x.from, w, false), placeText(c, x.to, w)}));
    if (c.base.peakPower && c.with.peakPower) {
        const Peak &p = *c.base.peakPower, &q = *c.with.peakPower;
        std::string text = sentence(w, ("band.peaks"),
                                    {withUnit(p.value, 0., w.power, w), placeText(c, p.place, w),
                                     withUnit(q.value, 0., w.power, w), placeText(c, q.place, w)});
        if (std::abs(p.place - q.place) > 0.5 && c.place.size() > 2) {
            // The honest gain is at one speed for both.
            const auto at = std::lower_bound(c.place.begin(), c.place.end(), q.place - 1e-6) - c.place.begin();
            const auto i =
                static_cast<std::size_t>(std::min<std::ptrdiff_t>(at, static_cast<std::ptrdiff_t>(c.place.size()) - 1));
            text +=
                " " + sentence(w, "band.peaks-apart",
                               {placeText(c, c.place[i], w),
                                withUnit(c.watt(i).mid,
                                         std::isfinite(c.watt(i).high) ? 0.5 * (c.watt(i).high - c.watt(i).low) : 0.,
                                         w.power, w, true)});
        }
        out.details.push_back(text);
    }
    if (c.held) {
        const HeldSpeed& h = *c.held;
        const auto rpm = [&](double value) { return placeText({value, CurveAxis::EngineSpeed}, w); };
        std::vector<std::string> words{placeText(c, h.from, w, false), placeText(c, h.to, w), rpm(h.baseRpm),
                                       rpm(h.withRpm)};
        if (h.halfRpm) {
            words.push_back(plainNumber(h.withRpm - h.baseRpm, 0, w, true));
            words.push_back(plainNumber(*h.halfRpm, 0, w));
        }
        out.details.push_back(sentence(w, h.halfRpm ? "band.held" : "band.held-no-margin", words));
    }
    std::string how =
        sentence(w, "how.done",
                 {std::to_string(c.with.pulls), std::to_string(c.base.pulls), std::string(w.language->word(c.standard->label)),
                  c.detail.chosen() ? detailText(c.detail.whole, c.detail.finest(), c.axis, w) : "–",
                  plainNumber(100. * c.confidence, 0, w)});
    if (c.sittings > 1)
        how += " " + sentence(w, "how.sittings", {std::to_string(c.sittings)});
    if (c.drift.removed)
        how += " " + sentence(w, "how.drift", {plainNumber(*c.drift.pctPerHour, 1, w, true)});
    if (c.repeatabilityPct)
        how += " " + sentence(w, c.repeatabilityBorrowed ? "how.borrowed" : "how.repeats",
                              {plainNumber(*c.repeatabilityPct, 2, w)});
    out.details.push_back(how);
    return out;
}

} // namespace jr
