// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/gain_kinds.h"

#include <cmath>
#include <cstdio>

namespace jr {
std::vector<QuotedGain> quotedGains(const Comparison& c, double at, const Wording& w) {
    std::vector<QuotedGain> out;
    const auto margin = [&](std::size_t i) {
        return c.margins ? std::optional(std::pair(c.watt(i).low, c.watt(i).high)) : std::nullopt;
    };
    {
        QuotedGain g{GainKind::BandMean,
                     c.bandMean.differenceW,
                     c.bandMean.pct,
                     c.bandMean.lowW,
                     c.bandMean.highW,
                     c.bandMean.from,
                     c.bandMean.to,
                     "",
                     ""};
        g.label = said({"gain.band", {Place{c.bandMean.from, c.axis, false}, Place{c.bandMean.to, c.axis}}}, w);
        out.push_back(std::move(g));
    }
    const auto pointGain = [&](GainKind kind, std::size_t i, const std::string& label) {
        QuotedGain g{kind, c.watt(i).mid, c.pct(i).mid, {}, {}, c.place[i], c.place[i], label, ""};
        if (const auto m = margin(i)) {
            g.lowW = m->first;
            g.highW = m->second;
        }
        return g;
    };
    if (std::isfinite(at)) {
        std::size_t nearest = 0;
        for (std::size_t i = 1; i < c.place.size(); ++i)
            if (std::abs(c.place[i] - at) < std::abs(c.place[nearest] - at))
                nearest = i;
        if (std::abs(c.place[nearest] - at) < 1.2 * c.gridStep)
            out.push_back(
                pointGain(GainKind::AtSpeed, nearest, said({"gain.at", {Place{c.place[nearest], c.axis}}}, w)));
    }
    if (c.base.peakPower && c.with.peakPower) {
        const Peak &p = *c.base.peakPower, &q = *c.with.peakPower;
        QuotedGain g{
            GainKind::PeakToPeak, q.value - p.value, 100. * (q.value / p.value - 1.), {}, {}, p.place, q.place, "", ""};
        g.label = said({"gain.peaks", {Place{p.place, c.axis}, Place{q.place, c.axis}}}, w);
        if (std::abs(p.place - q.place) >= usualStep(c.axis))
            g.caution = said({"gain.peaks-apart", {Place{std::abs(p.place - q.place), c.axis}}}, w);
        out.push_back(std::move(g));
    }
    std::size_t most = 0;
    for (std::size_t i = 1; i < c.place.size(); ++i)
        if (std::abs(c.watt(i).mid) > std::abs(c.watt(most).mid))
            most = i;
    QuotedGain biggest = pointGain(
        GainKind::BiggestAnywhere, most,
        said({c.watt(most).mid < 0. ? "gain.biggest-loss" : "gain.biggest-gain", {Place{c.place[most], c.axis}}}, w));
    biggest.caution = said(Message{"gain.flatters"}, w);
    out.push_back(std::move(biggest));
    return out;
}

} // namespace jr
