#include "core/judge/gain_kinds.h"

#include <cmath>
#include <cstdio>

namespace jr {
namespace {

std::string filled(const std::string& text, double a, double b = 0.) {
    char buffer[240];
    std::snprintf(buffer, sizeof buffer, text.c_str(), a, b);
    return buffer;
}

} // namespace

std::vector<QuotedGain> quotedGains(const Comparison& c, double atRpm, const Wording& w) {
    std::vector<QuotedGain> out;
    const auto margin = [&](std::size_t i) {
        return c.margins ? std::optional(std::pair(c.lowW[i], c.highW[i])) : std::nullopt;
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
        g.label = filled(w.translate("mean from %.0f to %.0f rpm"), c.bandMean.fromRpm, c.bandMean.toRpm);
        out.push_back(std::move(g));
    }
    const auto pointGain = [&](GainKind kind, std::size_t i, const std::string& label) {
        QuotedGain g{kind, c.differenceW[i], c.differencePct[i], {}, {}, c.rpm[i], c.rpm[i], label, ""};
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
            out.push_back(
                pointGain(GainKind::AtSpeed, nearest, filled(w.translate("at %.0f rpm, both sides"), c.rpm[nearest])));
    }
    if (c.base.peakPower && c.with.peakPower) {
        const Peak &p = *c.base.peakPower, &q = *c.with.peakPower;
        QuotedGain g{
            GainKind::PeakToPeak, q.value - p.value, 100. * (q.value / p.value - 1.), {}, {}, p.rpm, q.rpm, "", ""};
        g.label = filled(w.translate("peak against peak, %.0f and %.0f rpm"), p.rpm, q.rpm);
        if (std::abs(p.rpm - q.rpm) >= 50.)
            g.caution = filled(w.translate("the peaks stand %.0f rpm apart: this is the gain at no speed"),
                               std::abs(p.rpm - q.rpm));
        out.push_back(std::move(g));
    }
    std::size_t most = 0;
    for (std::size_t i = 1; i < c.rpm.size(); ++i)
        if (std::abs(c.differenceW[i]) > std::abs(c.differenceW[most]))
            most = i;
    QuotedGain biggest = pointGain(GainKind::BiggestAnywhere, most,
                                   filled(c.differenceW[most] < 0. ? w.translate("biggest loss anywhere, at %.0f rpm")
                                                                   : w.translate("biggest gain anywhere, at %.0f rpm"),
                                          c.rpm[most]));
    biggest.caution = w.translate("picked as the biggest of many: it flatters");
    out.push_back(std::move(biggest));
    return out;
}

} // namespace jr
