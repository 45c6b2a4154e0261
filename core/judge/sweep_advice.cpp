// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sweep_advice.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <initializer_list>

namespace jr {
namespace {

Number toldAs(const Sweep& s, double x) {
    return {x, s.decimals};
}

/// The usual step between points: the middle one of the gaps.
double usualGap(const SweepPoints& d) {
    std::vector<double> gaps;
    for (std::size_t i = 1; i < d.x.size(); ++i)
        gaps.push_back(d.x[i] - d.x[i - 1]);
    std::sort(gaps.begin(), gaps.end());
    return gaps[gaps.size() / 2];
}

/// Halfway from the best to the points run on either side of it.
struct Beside {
    double below, above, gapBelow, gapAbove;
};

Beside besideBest(const Sweep& s, const SweepPoints& d) {
    const double rounding = 1e-9 * (d.high() - d.low());
    const auto next = std::upper_bound(d.x.begin(), d.x.end(), s.bestX + rounding);
    const double right = next == d.x.end() ? d.high() : *next;
    const auto own = std::lower_bound(d.x.begin(), d.x.end(), s.bestX - rounding);
    const double left = own == d.x.begin() ? d.low() : *std::prev(own);
    return {0.5 * (left + s.bestX), 0.5 * (s.bestX + right), s.bestX - left, right - s.bestX};
}

void adviseFlat(Sweep& s, const SweepPoints& d, const SweepOptions& o) {
    s.advice = {{"sweep.flat", {toldAs(s, d.low()), toldAs(s, d.high())}}};
    if (o.harm == HarmSide::Below)
        s.advice.push_back({"sweep.flat-safe", {toldAs(s, d.high())}});
    else if (o.harm == HarmSide::Above)
        s.advice.push_back({"sweep.flat-safe", {toldAs(s, d.low())}});
}

void adviseCut(Sweep& s, const SweepPoints& d, bool bestIsLowest) {
    if (bestIsLowest) {
        s.next = {d.low() - 0.5 * usualGap(d)};
        s.advice = {{"sweep.cut-half", {toldAs(s, s.next[0])}}};
    } else {
        s.advice = {{"sweep.cut-enough", {toldAs(s, s.bestX)}}};
    }
}

/// The best is the furthest run towards what can hurt: it is made sure of from the safe side first, and the way on is
/// half a step, watched.
void adviseHarmfulEdge(Sweep& s, const SweepPoints& d, HarmSide harm) {
    const Beside beside = besideBest(s, d);
    const bool below = harm == HarmSide::Below;
    s.next = {below ? beside.above : beside.below};
    const double further = below ? d.low() - 0.5 * usualGap(d) : d.high() + 0.5 * usualGap(d);
    s.advice = {
        {below ? "sweep.harm-edge-below" : "sweep.harm-edge-above", {toldAs(s, s.next[0]), toldAs(s, further)}}};
}

/// Where in the interval of the best the engine is safest, and what that gives away.
void adviseSettling(Sweep& s, const FittedShape& shape, HarmSide harm) {
    if (!s.bestLow || !s.bestHigh)
        return;
    const bool below = harm == HarmSide::Below;
    const double safe = below ? *s.bestHigh : *s.bestLow;
    const double given = 100. * (s.value - shape.at(safe)) / std::max(std::abs(s.value), 1e-12);
    s.advice.push_back({below ? "sweep.settle-above" : "sweep.settle-below", {toldAs(s, safe)}});
    constexpr double kWorthSaying = 0.05; // rounds to a tenth of a per cent
    s.advice.push_back(given < kWorthSaying ? Message{"sweep.gives-nothing"}
                                            : Message{"sweep.gives-away", {Number{given, 1}}});
}

} // namespace

int sweptDecimals(double low, double high) {
    constexpr double kFinest = 0.02; // of the range
    constexpr int kMost = 6, kNoRange = 2;
    if (!(high > low))
        return kNoRange;
    int decimals = 0;
    for (double step = 1.; decimals < kMost && step > 1.001 * kFinest * (high - low); step *= 0.1)
        ++decimals;
    return decimals;
}

HarmSide harmSideOf(std::string_view part) {
    std::string lower;
    for (char c : part)
        lower += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    const auto has = [&](std::string_view word) { return lower.find(word) != std::string::npos; };
    const auto hasAny = [&](std::initializer_list<std::string_view> words) {
        return std::any_of(words.begin(), words.end(), has);
    };
    // More advance, compression, revs or air to the fuel, less oil to the mix: knock, heat, a seizure. Less jet or
    // squish: lean, contact. A cam's or a port's timing is neither. Common practice, no source.
    if (hasAny({"cam", "port timing", "valve timing"}))
        return HarmSide::Neither;
    if (hasAny({"advance", "ignition", "timing", "compression", "boost", "rev limit", "air-fuel", "afr", "air jet",
                "air corrector", "oil ratio", "mix ratio", "premix"}))
        return HarmSide::Above;
    return hasAny({"jet", "squish", "clearance"}) ? HarmSide::Below : HarmSide::Neither;
}

void adviseOn(Sweep& s, const FittedShape& shape, const SweepPoints& d, const SweepOptions& o) {
    if (s.shape == SweepShape::Flat) {
        adviseFlat(s, d, o);
        return;
    }
    const bool lowEdge = !s.inside && s.bestX <= d.low() + 1e-9 * (d.high() - d.low());
    if (o.onlyShorter) {
        adviseCut(s, d, lowEdge);
        return;
    }
    if (!s.inside) {
        if (o.harm == (lowEdge ? HarmSide::Below : HarmSide::Above)) {
            adviseHarmfulEdge(s, d, o.harm);
            return;
        }
        s.next = {lowEdge ? d.low() - usualGap(d) : d.high() + usualGap(d)};
        s.advice = {{"sweep.edge", {toldAs(s, s.next[0])}}};
        return;
    }
    // Inside: halve the wider gap beside the best; on a lopsided optimum that is usually the gentle side. Where one
    // side can hurt, the other comes first.
    const Beside beside = besideBest(s, d);
    const bool aboveFirst =
        o.harm == HarmSide::Neither ? beside.gapAbove >= beside.gapBelow : o.harm == HarmSide::Below;
    s.next = {aboveFirst ? beside.above : beside.below, aboveFirst ? beside.below : beside.above};
    s.advice = {s.bestLow
                    ? Message{"sweep.best-between", {toldAs(s, s.bestX), toldAs(s, *s.bestLow), toldAs(s, *s.bestHigh)}}
                    : Message{"sweep.best", {toldAs(s, s.bestX)}}};
    const double steep = std::max(s.shortSidePerUnit, s.longSidePerUnit),
                 gentle = std::max(std::min(s.shortSidePerUnit, s.longSidePerUnit), 1e-300);
    constexpr double kLopsided = 2.; // one side costs so much more than the other that it is worth saying
    const HarmSide stayAwayFrom = s.shortSidePerUnit > s.longSidePerUnit ? HarmSide::Below : HarmSide::Above;
    if (steep > kLopsided * gentle && (o.harm == HarmSide::Neither || o.harm == stayAwayFrom))
        s.advice.push_back(
            {stayAwayFrom == HarmSide::Below ? "sweep.stay-high" : "sweep.stay-low", {Number{steep / gentle, 1}}});
    if (o.harm != HarmSide::Neither)
        adviseSettling(s, shape, o.harm);
    s.advice.push_back({"sweep.try", {toldAs(s, s.next[0])}});
}

} // namespace jr
