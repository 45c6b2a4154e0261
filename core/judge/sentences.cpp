#include "core/judge/sentences.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

std::string filled(std::string text, const std::vector<std::string>& arguments) {
    for (std::size_t i = arguments.size(); i-- > 0;) {
        const std::string mark = "%" + std::to_string(i + 1);
        std::size_t at = 0;
        while ((at = text.find(mark, at)) != std::string::npos) {
            text.replace(at, mark.size(), arguments[i]);
            at += arguments[i].size();
        }
    }
    return text;
}

/// Mean margin of the difference over a stretch, in W.
double marginW(const Comparison& c, double from, double to) {
    double sum = 0., n = 0.;
    for (std::size_t i = 0; i < c.rpm.size(); ++i)
        if (c.rpm[i] >= from - 1e-6 && c.rpm[i] <= to + 1e-6 && std::isfinite(c.highW[i])) {
            sum += 0.5 * (c.highW[i] - c.lowW[i]);
            n += 1.;
        }
    return n > 0. ? sum / n : 0.;
}

std::string rpmText(double rpm) {
    return std::to_string(static_cast<long>(std::lround(rpm)));
}

std::string stretchSentence(const Comparison& c, const Call& call, const Wording& w) {
    const double margin = marginW(c, call.fromRpm, call.toRpm);
    const std::string from = rpmText(call.fromRpm), to = rpmText(call.toRpm);
    const double baseW = call.meanPct != 0. ? 100. * call.meanW / call.meanPct : 0.;
    const int pctDecimals = std::min(decimalsFor(baseW > 0. ? 100. * margin / baseW : 0.), 2);
    const std::string pct = plainNumber(std::abs(call.meanPct), margin > 0. ? pctDecimals : 1, w);
    switch (call.kind) {
    case CallKind::Gain:
    case CallKind::Loss: {
        const bool gain = call.kind == CallKind::Gain;
        std::string text = filled(
            w.translate(
                gain ? "From %1 to %2 rpm it gains %3 on average (%4 %, give or take %5), at most %6 at %7 rpm."
                     : "From %1 to %2 rpm it loses %3 on average (%4 %, give or take %5), at most %6 at %7 rpm."),
            {from, to, withUnit(std::abs(call.meanW), margin, w.power, w), pct, withUnit(margin, margin, w.power, w),
             withUnit(std::abs(call.maxW), margin, w.power, w), rpmText(call.maxRpm)});
        if (call.belowWorth)
            text += " " + filled(w.translate("That is real but smaller than the %1 % that would matter."),
                                 {plainNumber(c.worthPct, 1, w)});
        return text;
    }
    case CallKind::Same:
        return filled(
            w.translate("From %1 to %2 rpm there is no difference worth having: whatever there is lies within %3 %."),
            {from, to, plainNumber(c.worthPct, 1, w)});
    case CallKind::Open:
        break;
    }
    if (!c.margins)
        return filled(
            w.translate(
                "From %1 to %2 rpm this test cannot tell: with one pull on a side nothing is known of the scatter."),
            {from, to});
    return filled(w.translate("From %1 to %2 rpm this test cannot tell: it reads %3, give or take %4."),
                  {from, to, withUnit(call.meanW, margin, w.power, w, true), withUnit(margin, margin, w.power, w)});
}

std::string headlineOf(const Comparison& c, const Wording& w) {
    const Call* gain = nullptr;
    const Call* loss = nullptr;
    bool open = false;
    const auto bigger = [](const Call* a, const Call& b) {
        return !a || (b.toRpm - b.fromRpm) > (a->toRpm - a->fromRpm);
    };
    for (const Call& call : c.calls) {
        if (call.kind == CallKind::Gain && bigger(gain, call))
            gain = &call;
        if (call.kind == CallKind::Loss && bigger(loss, call))
            loss = &call;
        open = open || call.kind == CallKind::Open;
    }
    const auto amount = [&](const Call& call) {
        const double margin = marginW(c, call.fromRpm, call.toRpm);
        return withUnit(std::abs(call.meanW), margin, w.power, w);
    };
    const auto where = [&](const Call& call) { return rpmText(call.fromRpm) + "–" + rpmText(call.toRpm) + " rpm"; };
    const std::string name = c.with.setup.empty() ? w.translate("The change") : c.with.setup;
    if (gain && loss)
        return filled(w.translate("%1 gains %2 at %3 and loses %4 at %5."),
                      {name, amount(*gain), where(*gain), amount(*loss), where(*loss)});
    if (gain)
        return filled(w.translate("%1 gains %2 at %3."), {name, amount(*gain), where(*gain)});
    if (loss)
        return filled(w.translate("%1 loses %2 at %3."), {name, amount(*loss), where(*loss)});
    if (!open)
        return filled(w.translate("%1 makes no difference worth having."), {name});
    return filled(w.translate("This test cannot tell whether %1 makes a difference."), {name});
}

} // namespace

int decimalsFor(double margin) {
    margin = std::abs(margin);
    if (!(margin > 0.) || !std::isfinite(margin))
        return 1;
    const int exponent = static_cast<int>(std::floor(std::log10(margin) + 1e-9));
    const bool beginsWithOne = margin / std::pow(10., exponent) < 1.95;
    return std::clamp(-exponent + (beginsWithOne ? 1 : 0), 0, 3);
}

std::string plainNumber(double value, int decimals, const Wording& wording, bool sign) {
    char buffer[64];
    // Never "-0.0".
    const double unit = std::pow(10., -decimals);
    if (std::abs(value) < 0.5 * unit)
        value = 0.;
    // Nor "+0": what rounds to nothing has no sign.
    std::snprintf(buffer, sizeof buffer, sign && value != 0. ? "%+.*f" : "%.*f", decimals, value);
    std::string text = buffer;
    for (char& c : text)
        if (c == '.' || c == ',')
            c = wording.decimalPoint;
    return text;
}

std::string withUnit(double si, double marginSi, const Unit& unit, const Wording& wording, bool sign) {
    const double value = fromSi(si, unit), margin = std::abs(marginSi / unit.factor);
    int decimals = decimalsFor(margin);
    if (!(margin > 0.) && value != 0.)
        decimals = std::clamp(2 - static_cast<int>(std::floor(std::log10(std::abs(value)))), 0, 3);
    return plainNumber(value, decimals, wording, sign) + " " + std::string(unit.symbol);
}

std::string rangeText(double low, double high, int decimals, const Wording& w) {
    const bool mixed = low < 0. || high < 0.;
    return filled(w.translate("%1 to %2"),
                  {plainNumber(low, decimals, w, mixed), plainNumber(high, decimals, w, mixed)});
}

Account describe(const Comparison& c, const Wording& w) {
    Account out;
    out.headline = headlineOf(c, w);
    for (const Call& call : c.calls)
        out.stretches.push_back(stretchSentence(c, call, w));

    const BandMean& b = c.bandMean;
    if (b.lowW && b.highW) {
        const double margin = 0.5 * (*b.highW - *b.lowW);
        const int decimals = decimalsFor(margin / w.power.factor);
        out.details.push_back(filled(
            w.translate("Mean from %1 to %2 rpm: %3 %4 (%5), %6 %."),
            {rpmText(b.fromRpm), rpmText(b.toRpm), plainNumber(fromSi(b.differenceW, w.power), decimals, w, true),
             std::string(w.power.symbol), rangeText(fromSi(*b.lowW, w.power), fromSi(*b.highW, w.power), decimals, w),
             plainNumber(b.pct, std::min(decimalsFor(100. * margin / b.baseW), 2), w, true)}));
    } else {
        out.details.push_back(filled(w.translate("Mean from %1 to %2 rpm: %3 (no margin known), %4 %."),
                                     {rpmText(b.fromRpm), rpmText(b.toRpm),
                                      withUnit(b.differenceW, 0., w.power, w, true), plainNumber(b.pct, 1, w, true)}));
    }
    for (const Crossover& x : c.crossovers)
        out.details.push_back(filled(w.translate("The curves cross near %1 rpm (somewhere from %2 to %3)."),
                                     {rpmText(std::round(x.rpm / 10.) * 10.), rpmText(x.fromRpm), rpmText(x.toRpm)}));
    if (c.base.peakPower && c.with.peakPower) {
        const Peak &p = *c.base.peakPower, &q = *c.with.peakPower;
        std::string text = filled(
            w.translate("Peaks: %1 at %2 rpm before, %3 at %4 rpm after."),
            {withUnit(p.value, 0., w.power, w), rpmText(p.rpm), withUnit(q.value, 0., w.power, w), rpmText(q.rpm)});
        if (std::abs(p.rpm - q.rpm) > 0.5 && c.rpm.size() > 2) {
            // The honest gain is at one speed for both.
            const auto at = std::lower_bound(c.rpm.begin(), c.rpm.end(), q.rpm - 1e-6) - c.rpm.begin();
            const auto i =
                static_cast<std::size_t>(std::min<std::ptrdiff_t>(at, static_cast<std::ptrdiff_t>(c.rpm.size()) - 1));
            text += " " +
                    filled(w.translate("They sit at different speeds; at %1 rpm the difference is %2."),
                           {rpmText(c.rpm[i]),
                            withUnit(c.differenceW[i], std::isfinite(c.highW[i]) ? 0.5 * (c.highW[i] - c.lowW[i]) : 0.,
                                     w.power, w, true)});
        }
        out.details.push_back(text);
    }
    std::string how =
        filled(w.translate("%1 against %2 pulls; %3; detail %4 rpm; margins hold for the whole curve at %5 %."),
               {std::to_string(c.with.pulls), std::to_string(c.base.pulls), std::string(c.standard->label),
                c.detailRpm > 0. ? rpmText(c.detailRpm) : "–", plainNumber(100. * c.confidence, 0, w)});
    if (c.sittings > 1)
        how += " " + filled(w.translate("The pulls are of %1 sittings; what these differ in was taken out."),
                            {std::to_string(c.sittings)});
    if (c.drift.removed)
        how += " " + filled(w.translate("Drift of %1 % an hour was found and taken out."),
                            {plainNumber(*c.drift.pctPerHour, 1, w, true)});
    if (c.repeatabilityPct)
        how += " " + filled(w.translate(c.repeatabilityBorrowed ? "Repeatability of %1 % was brought from elsewhere."
                                                                : "Pulls of one setup repeat within %1 %."),
                            {plainNumber(*c.repeatabilityPct, 2, w)});
    out.details.push_back(how);
    return out;
}

} // namespace jr
