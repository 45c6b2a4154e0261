// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mixture/gauge_account.h"

#include "core/pull/grid_holes.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// By how much a cylinder may stand apart, as the gauge is shown. Common practice, no source.
constexpr double kUnlikeAfr = 0.5, kUnlikeExhaustC = 30., kUnlikeManifoldKpa = 2.;
constexpr double kShortestPlaces = 4; ///< grid steps: less is a blip

double unlikeBy(GaugeKind kind) {
    return kind == GaugeKind::CylinderMixture ? kUnlikeAfr
           : kind == GaugeKind::ExhaustTemp   ? kUnlikeExhaustC
                                              : kUnlikeManifoldKpa;
}

using SideOf = std::vector<double> GaugeCompared::*;

std::vector<const GaugeCompared*> cylindersOf(const std::vector<GaugeCompared>& gauges, GaugeKind kind) {
    std::vector<const GaugeCompared*> out;
    for (const GaugeCompared& g : gauges)
        if (g.gauge.kind == kind)
            out.push_back(&g);
    return out;
}

/// How far a cylinder is on the starved side of the mean of the others; NaN where one is not known.
double apart(const std::vector<const GaugeCompared*>& cylinders, std::size_t which, SideOf side, std::size_t place,
             GaugeKind kind) {
    double others = 0.;
    for (std::size_t c = 0; c < cylinders.size(); ++c)
        if (c != which)
            others += (cylinders[c]->*side)[place] / static_cast<double>(cylinders.size() - 1);
    const double by = (cylinders[which]->*side)[place] - others;
    return kind == GaugeKind::Vacuum ? -by : by; // a runner that lets less in stands lower
}

/// Largest less smallest, mean over the places.
std::optional<double> spreadOf(const std::vector<const GaugeCompared*>& cylinders, SideOf side) {
    double sum = 0., n = 0.;
    for (std::size_t i = 0; i < (cylinders.front()->*side).size(); ++i) {
        double low = INFINITY, high = -INFINITY;
        bool all = true;
        for (const GaugeCompared* c : cylinders) {
            const double v = (c->*side)[i];
            all = all && std::isfinite(v);
            low = std::min(low, v);
            high = std::max(high, v);
        }
        if (all) {
            sum += high - low;
            n += 1.;
        }
    }
    return n > 0. ? std::optional(sum / n) : std::nullopt;
}

struct Extreme {
    double value = -INFINITY;
    std::size_t place = 0;
};

/// The largest of a kind over all cylinders of a side.
std::optional<Extreme> largest(const std::vector<GaugeCompared>& gauges, GaugeKind kind, SideOf side) {
    Extreme out;
    for (const GaugeCompared* c : cylindersOf(gauges, kind))
        for (std::size_t i = 0; i < (c->*side).size(); ++i)
            if ((c->*side)[i] > out.value)
                out = {(c->*side)[i], i};
    return std::isfinite(out.value) ? std::optional(out) : std::nullopt;
}

/// By how much cylinders lie apart, in the reader's unit; `shown` as gaugeInfo has it.
Argument told(GaugeKind kind, double shown) {
    const GaugeInfo& info = gaugeInfo(kind);
    if (kind == GaugeKind::ExhaustTemp)
        return Measure{shown / info.factor, Measured::TemperatureStep, info.decimals};
    if (kind == GaugeKind::Vacuum)
        return Measure{shown / info.factor, Measured::GaugePressure, info.decimals};
    return Number{shown, info.decimals};
}

std::string_view unlikeCode(GaugeKind kind) {
    return kind == GaugeKind::CylinderMixture ? "gauges.leaner"
           : kind == GaugeKind::ExhaustTemp   ? "gauges.hotter"
                                              : "gauges.closed-off";
}

std::string_view spreadCode(GaugeKind kind) {
    return kind == GaugeKind::CylinderMixture ? "gauges.spread-mixture"
           : kind == GaugeKind::ExhaustTemp   ? "gauges.spread-exhaust"
                                              : "gauges.spread-manifold";
}

} // namespace

std::optional<UnlikeCylinder> unlikeCylinder(const std::vector<GaugeCompared>& gauges, GaugeKind kind,
                                             const std::vector<double>& places, double step, SideOf side) {
    const std::vector<const GaugeCompared*> cylinders = cylindersOf(gauges, kind);
    if (cylinders.size() < 2)
        return std::nullopt;
    std::optional<UnlikeCylinder> widest;
    for (std::size_t c = 0; c < cylinders.size(); ++c) {
        std::optional<UnlikeCylinder> run;
        for (std::size_t i = 0; i < places.size(); ++i) {
            const double by = apart(cylinders, c, side, i, kind);
            if (!(by > unlikeBy(kind)) || holeBefore(places, step, i)) {
                run.reset();
                if (!(by > unlikeBy(kind)))
                    continue;
            }
            if (!run)
                run = UnlikeCylinder{cylinders[c]->gauge.cylinder, places[i], places[i], by};
            run->to = places[i];
            run->most = std::max(run->most, by);
            if (run->to - run->from >= kShortestPlaces * step &&
                (!widest || run->to - run->from > widest->to - widest->from))
                widest = run;
        }
    }
    return widest;
}

std::vector<Message> gaugeAccount(const std::vector<GaugeCompared>& gauges, const std::vector<double>& places,
                                  double step, CurveAxis axis, const std::string (&setups)[2]) {
    std::vector<Message> out;
    for (GaugeKind kind : {GaugeKind::CylinderMixture, GaugeKind::ExhaustTemp, GaugeKind::Vacuum}) {
        const std::vector<const GaugeCompared*> cylinders = cylindersOf(gauges, kind);
        if (cylinders.size() < 2)
            continue;
        int side = 0;
        for (SideOf values : {&GaugeCompared::base, &GaugeCompared::with}) {
            if (const auto unlike = unlikeCylinder(gauges, kind, places, step, values))
                out.push_back({unlikeCode(kind),
                               {setups[side], std::to_string(unlike->cylinder), Place{unlike->from, axis, false},
                                Place{unlike->to, axis}, told(kind, unlike->most)}});
            ++side;
        }
        // The mixtures' own is a gauge of its own, pull by pull.
        const auto own = std::find_if(gauges.begin(), gauges.end(), [&](const GaugeCompared& g) {
            return kind == GaugeKind::CylinderMixture && g.gauge.kind == GaugeKind::MixtureSpread &&
                   std::isfinite(g.baseMean);
        });
        const bool known = own != gauges.end();
        const auto before = known ? std::optional(own->baseMean) : spreadOf(cylinders, &GaugeCompared::base);
        const auto after = known ? std::optional(own->withMean) : spreadOf(cylinders, &GaugeCompared::with);
        if (before && after)
            out.push_back({spreadCode(kind), {told(kind, *before), told(kind, *after)}});
    }
    return out;
}

std::vector<Message> holdAccount(const std::vector<GaugeCompared>& gauges, const std::vector<double>& places,
                                 CurveAxis axis, const std::string& setup, const EndOfPull& end) {
    std::vector<Message> out;
    Names unknown;
    const auto leanest = largest(gauges, GaugeKind::CylinderMixture, &GaugeCompared::with);
    const auto hottest = largest(gauges, GaugeKind::ExhaustTemp, &GaugeCompared::with);
    if (leanest)
        out.push_back({"gauges.hold-mixture", {setup, Number{leanest->value, 1}, Place{places[leanest->place], axis}}});
    else
        unknown.names.emplace_back("mixture");
    constexpr double kRisingCS = 1.; // slower is steady as far as a pull can tell
    if (hottest && end.exhaustRisingCS && *end.exhaustRisingCS > kRisingCS)
        out.push_back({"gauges.hold-exhaust-rising",
                       {Measure{hottest->value, Measured::Temperature}, Place{places[hottest->place], axis},
                        Measure{*end.exhaustRisingCS, Measured::TemperatureStep}}});
    else if (hottest)
        out.push_back({"gauges.hold-exhaust",
                       {Measure{hottest->value, Measured::Temperature}, Place{places[hottest->place], axis}}});
    else
        unknown.names.emplace_back("exhaust temperature");
    unknown.names.emplace_back("detonation");
    if (out.empty())
        return out;
    out.push_back({"gauges.hold-unknown", {unknown, Number{end.lastsS}}});
    return out;
}

std::optional<Caution> heldOpenCaution(const std::vector<GaugeCompared>& gauges, const std::vector<Message>& hold) {
    if (cylindersOf(gauges, GaugeKind::ExhaustTemp).empty())
        return std::nullopt;
    return Caution{"held-open", {"gauges.held-open", {Sayings{hold}}}};
}

} // namespace jr
