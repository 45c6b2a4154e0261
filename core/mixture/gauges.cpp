// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mixture/gauges.h"

#include "core/air/air.h"
#include "core/nan.h"
#include "core/pull/probe_delay.h"
#include "core/pull/pull_axis.h"
#include "core/pull/speed_means.h"
#include "core/units/units.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace jr {
namespace {

constexpr double kSecondsPerHour = 3600., kCm3PerM3 = 1e6, kKilo = 1e-3;

/// Which column a gauge is read from; nothing for what is worked out.
std::optional<ChannelId> columnOf(GaugeKind kind) {
    switch (kind) {
    case GaugeKind::ExhaustTemp:
        return ChannelId::Egt;
    case GaugeKind::Vacuum:
        return ChannelId::ManifoldPressure;
    case GaugeKind::HeadTemp:
        return ChannelId::Cht;
    default:
        return std::nullopt;
    }
}

/// Mass flow of a column that may be metered by volume; NaN where its density is not known.
double massFlow(const Channel& c, std::size_t row, std::optional<double> densityKgM3) {
    const double v = c.values[row];
    return c.quantity == Quantity::VolumeFlow ? (densityKgM3 ? v * *densityKgM3 : kNaN) : v;
}

std::optional<double> outsideDensity(const PullHeader& header) {
    const auto air = header.air();
    return air ? std::optional(densityKgM3(*air)) : std::nullopt;
}

} // namespace

const std::vector<GaugeInfo>& allGauges() {
    static const std::vector<GaugeInfo> kAll{
        {GaugeKind::CylinderMixture, "mixture", "mixture", ":1", 1., 1, false, 3.},
        {GaugeKind::ExhaustTemp, "exhaust", "exhaust temperature", "°C", 1., 0, false, 200.},
        {GaugeKind::Vacuum, "manifold", "manifold pressure", "kPa", kKilo, 1, false, 20.},
        {GaugeKind::HeadTemp, "head", "head temperature", "°C", 1., 0, false, 60.},
        {GaugeKind::MixtureSpread, "mixture-spread", "mixture between cylinders", ":1", 1., 1, true, 0.},
        {GaugeKind::MixtureByFlow, "mixture-by-flow", "mixture by flow", ":1", 1., 1, false, 3.},
        {GaugeKind::FuelFlow, "fuel", "fuel flow", "kg/h", kSecondsPerHour, 2, true, 0.},
        {GaugeKind::AirFlow, "air", "air flow", "kg/h", kSecondsPerHour, 1, true, 0.},
        {GaugeKind::Consumption, "consumption", "specific consumption", "g/kWh", kGramPerKWhPerKgPerJ, 0, true, 0.},
        {GaugeKind::Breathing, "breathing", "breathing", "%", 100., 1, true, 0.},
        {GaugeKind::MeanPressure, "mean-pressure", "mean pressure", "kPa", kKilo, 0, true, 0.},
    };
    return kAll;
}

const GaugeInfo& gaugeInfo(GaugeKind kind) {
    return *std::find_if(allGauges().begin(), allGauges().end(), [&](const GaugeInfo& g) { return g.kind == kind; });
}

GaugeFacts gaugeFactsOf(const PullHeader& header, GaugeFacts known) {
    if (!(known.engine.displacementM3 > 0.))
        known.engine.displacementM3 = header.number(header_key::displacementCm3).value_or(0.) / kCm3PerM3;
    known.engine.strokes = header.strokes.value_or(known.engine.strokes);
    if (const auto cylinders = header.number(header_key::cylinders))
        known.cylinders = static_cast<int>(*cylinders);
    return known;
}

std::vector<Gauge> gaugesOf(const Trace& trace, const PullFit& fit, const GaugeFacts& facts) {
    std::set<Gauge> out;
    if (!fit.fit)
        return {}; // worked out elsewhere: nothing was recorded beside it
    for (const Channel& c : trace.channels) {
        const int cylinder = std::max(c.name.number, 1);
        if (facts.cylinders > 0 && cylinder > facts.cylinders)
            continue;
        for (GaugeKind kind : {GaugeKind::ExhaustTemp, GaugeKind::Vacuum, GaugeKind::HeadTemp})
            if (c.name.id == columnOf(kind))
                out.insert({kind, cylinder});
        if (c.name.id == ChannelId::Afr || c.name.id == ChannelId::Lambda)
            out.insert({GaugeKind::CylinderMixture, cylinder});
    }
    if (out.contains({GaugeKind::CylinderMixture, 1}) && out.contains({GaugeKind::CylinderMixture, 2}))
        out.insert({GaugeKind::MixtureSpread});
    const auto known = [&](ChannelId id, std::optional<double> density) {
        const Channel* c = trace.find(id);
        return c && (c->quantity != Quantity::VolumeFlow || density);
    };
    const std::optional<double> outside = outsideDensity(trace.header);
    const bool fuel = known(ChannelId::FuelFlow, facts.fuelDensityKgM3), air = known(ChannelId::AirFlow, outside);
    if (fuel) {
        out.insert({GaugeKind::FuelFlow});
        out.insert({GaugeKind::Consumption});
    }
    if (air)
        out.insert({GaugeKind::AirFlow});
    if (fuel && air)
        out.insert({GaugeKind::MixtureByFlow});
    if (facts.engine.displacementM3 > 0.) {
        out.insert({GaugeKind::MeanPressure});
        if (air && outside)
            out.insert({GaugeKind::Breathing});
    }
    return {out.begin(), out.end()};
}

std::vector<double> gaugeAlong(const Gauge& gauge, const Trace& trace, const PullFit& fit, const PullCurve& curve,
                               const GaugeFacts& facts, const std::vector<double>& places, double window) {
    if (gauge.kind == GaugeKind::MixtureSpread) {
        std::vector<double> low(places.size(), INFINITY), high(places.size(), -INFINITY);
        for (const Gauge& g : gaugesOf(trace, fit, facts))
            if (g.kind == GaugeKind::CylinderMixture) {
                const std::vector<double> along = gaugeAlong(g, trace, fit, curve, facts, places, window);
                for (std::size_t i = 0; i < places.size(); ++i) { // NaN stays: one cylinder unknown, no spread
                    low[i] = std::isfinite(along[i]) ? std::min(low[i], along[i]) : kNaN;
                    high[i] = std::isfinite(along[i]) ? std::max(high[i], along[i]) : kNaN;
                }
            }
        for (std::size_t i = 0; i < places.size(); ++i)
            high[i] -= low[i];
        return high;
    }
    const GaugeInfo& info = gaugeInfo(gauge.kind);
    const ReadyPull& ready = fit.ready;
    const PullAxis axis(fit, curve.axis);
    const double stoich = trace.header.stoich > 0. ? trace.header.stoich : 14.7;
    const std::optional<double> outside = outsideDensity(trace.header);
    const Channel* fuel = trace.find(ChannelId::FuelFlow);
    const Channel* air = trace.find(ChannelId::AirFlow);
    const Channel* column = nullptr;
    double scale = 1.;
    if (gauge.kind == GaugeKind::CylinderMixture) {
        for (const Channel& c : trace.channels)
            if ((c.name.id == ChannelId::Afr || c.name.id == ChannelId::Lambda) &&
                std::max(c.name.number, 1) == gauge.cylinder && !column) {
                column = &c;
                scale = c.name.id == ChannelId::Lambda ? stoich : 1.;
            }
    } else if (const auto id = columnOf(gauge.kind)) {
        for (const Channel* c : trace.findAll(*id))
            if (std::max(c->name.number, 1) == gauge.cylinder && !column)
                column = c;
    }
    ProbeDelay probe(
        ready, gauge.kind == GaugeKind::CylinderMixture ? trace.header.number(header_key::afrDelayS).value_or(0.) : 0.);
    // A column, or the flow a worked-out gauge begins with, in order of place.
    const auto sampled = [&](std::size_t i) {
        if (column) {
            const auto row = probe.rowOf(i);
            return row ? column->values[*row] * scale : kNaN;
        }
        const std::size_t row = ready.row[i];
        switch (gauge.kind) {
        case GaugeKind::FuelFlow:
        case GaugeKind::Consumption:
            return fuel ? massFlow(*fuel, row, facts.fuelDensityKgM3) : kNaN;
        case GaugeKind::AirFlow:
        case GaugeKind::Breathing:
            return air ? massFlow(*air, row, outside) : kNaN;
        case GaugeKind::MixtureByFlow:
            return fuel && air ? afrFromFlows(massFlow(*air, row, outside), massFlow(*fuel, row, facts.fuelDensityKgM3))
                                     .value_or(kNaN)
                               : kNaN;
        default:
            return kNaN;
        }
    };
    std::vector<std::pair<double, double>> points;
    if (gauge.kind != GaugeKind::MeanPressure)
        for (std::size_t i = ready.from; i < ready.to; ++i)
            points.emplace_back(axis.placeOfSample(i), sampled(i));
    const SpeedMeans means(std::move(points));
    std::vector<double> out;
    for (double place : places) {
        double v = means.mean(place - 0.5 * window, place + 0.5 * window);
        const long at = curve.at(place);
        const auto k = static_cast<std::size_t>(std::max(at, 0L));
        const double factor = curve.factor.value_or(1.);
        if (gauge.kind == GaugeKind::Consumption)
            v = at >= 0 ? bsfcKgPerJ(v, curve.powerW[k] / factor).value_or(kNaN) : kNaN;
        else if (gauge.kind == GaugeKind::Breathing)
            v = at >= 0 && outside ? breathing(v, facts.engine, *outside, curve.engineRpmAt(k)).value_or(kNaN) : kNaN;
        else if (gauge.kind == GaugeKind::MeanPressure)
            v = at >= 0 ? bmepPa(curve.torqueNm[k] / factor, facts.engine) : kNaN;
        out.push_back(v * info.factor);
    }
    return out;
}

} // namespace jr
