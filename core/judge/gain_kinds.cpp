// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/gain_kinds.h"

#include <cmath>
#include <cstdio>

namespace jr {
std::vector<QuotedGain> quotedGains(const Comparison& c, double atRpm, const Wording& w) {
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
                     c.bandMean.fromRpm,
                     c.bandMean.fromRpm,
                     "",
                     ""};
        g.label = said({"gain.band", {Number{c.bandMean.fromRpm}, Number{c.bandMean.toRpm}}}, w);
        out.push_back(std::move(g));
    }
    const auto pointGain = [&](GainKind kind, std::size_t i, const std::string& label) {
        QuotedGain g{kind, c.watt(i).mid, c.pct(i).mid, {}, {}, c.rpm[i], c.rpm[i], label, ""};
        if (const auto m = margin(i)) {
            g.lowW = m->first;
            g.highW = m->second;
        }
        return g;
    };
    if (std::isfinite(atRpm)) {
        std::size_t nearest = 0;
        for (std::size_t i = 1; i < c.rpm.size(); ++i)
            if (std::abs(c.rpm[i] - atRpm) < std::abs(c.rpm[nearest] - atRpm))
                nearest = i;
        if (std::abs(c.rpm[nearest] - atRpm) < 60.)
            out.push_back(pointGain(GainKind::AtSpeed, nearest, said({"gain.at", {Number{c.rpm[nearest]}}}, w)));
    }
    if (c.base.peakPower && c.with.peakPower) {
        const Peak &p = *c.base.peakPower, &q = *c.with.peakPower;
        QuotedGain g{
            GainKind::PeakToPeak, q.value - p.value, 100. * (q.value / p.value - 1.), {}, {}, p.rpm, q.rpm, "", ""};
        g.label = said({"gain.peaks", {Number{p.rpm}, Number{q.rpm}}}, w);
        if (std::abs(p.rpm - q.rpm) >= 50.)
            g.caution = said({"gain.peaks-apart", {Number{std::abs(p.rpm - q.rpm)}}}, w);
        out.push_back(std::move(g));
    }
    std::size_t most = 0;
    for (std::size_t i = 1; i < c.rpm.size(); ++i)
        if (std::abs(c.watt(i).mid) > std::abs(c.watt(most).mid))
            most = i;
    QuotedGain biggest =
        pointGain(GainKind::BiggestAnywhere, most,
                  said({c.watt(most).mid < 0. ? "gain.biggest-loss" : "gain.biggest-gain", {Number{c.rpm[most]}}}, w));
    biggest.caution = said(Message{"gain.flatters"}, w);
    out.push_back(std::move(biggest));
    return out;
}

} // namespace jr
