// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured beside the power (P5, P23): flows, consumption, breathing, and what each cylinder's mixture,
// exhaust and manifold read, along the range of a pull. Flows and consumption follow the air as it was, so none of it
// is corrected to a standard.
//
//     specific consumption   fuel flow / power as measured
//     breathing              air flow / (displacement x outside density x cycles a second): volumetric efficiency of a
//                            four-stroke, delivery ratio of a two-stroke
//     mean pressure          4 pi torque / displacement (four-stroke), 2 pi torque / displacement (two-stroke)
//
// Source of these: definitions, any engine textbook (Heywood, Internal Combustion Engine Fundamentals, ch. 2; value
// from memory). Limits: of the full-load stretch of a pull; each point is the mean of the samples within half a window.
#pragma once

#include "core/mixture/brake_figures.h"
#include "core/pull/curve.h"
#include "core/pull/pull_fit.h"
#include "core/pull/trace.h"

#include <compare>
#include <optional>
#include <string_view>
#include <vector>

namespace jr {

enum class GaugeKind {
    CylinderMixture,
    ExhaustTemp,
    Vacuum,
    HeadTemp,
    MixtureSpread, ///< between the cylinders: largest less smallest
    MixtureByFlow,
    FuelFlow,
    AirFlow,
    Consumption,
    Breathing,
    MeanPressure,
};

struct Gauge {
    GaugeKind kind;
    int cylinder = 0; ///< 0: of the whole engine
    auto operator<=>(const Gauge&) const = default;
};

/// How a kind is shown: shown = SI * factor.
struct GaugeInfo {
    GaugeKind kind;
    std::string_view id;    ///< for messages and scripts: "exhaust"
    std::string_view words; ///< "exhaust temperature"
    std::string_view unit;
    double factor;
    int decimals;
    bool zero;        ///< drawn from zero; else about its own level…
    double leastSpan; ///< …over at least so much, so that small swings look small
};
const std::vector<GaugeInfo>& allGauges();
const GaugeInfo& gaugeInfo(GaugeKind kind);

/// What is known beside the pull's own record.
struct GaugeFacts {
    EngineSize engine;                     ///< displacement 0: not known
    std::optional<double> fuelDensityKgM3; ///< for a flow metered by volume
    int cylinders = 0;                     ///< 0: not known. What is numbered beyond them stands elsewhere
    bool operator==(const GaugeFacts&) const = default;
};

/// The facts as the pull's own header completes them.
GaugeFacts gaugeFactsOf(const PullHeader& header, GaugeFacts known);

/// What this pull can show, by kind and cylinder.
std::vector<Gauge> gaugesOf(const Trace& trace, const PullFit& fit, const GaugeFacts& facts);

/// The gauge at these places of the curve's axis, as it is shown (gaugeInfo); NaN where nothing was read.
/// `window`: how wide a place reads. A mixture probe's known delay (header `afr_delay_s`) is taken out.
std::vector<double> gaugeAlong(const Gauge& gauge, const Trace& trace, const PullFit& fit, const PullCurve& curve,
                               const GaugeFacts& facts, const std::vector<double>& places, double window);

} // namespace jr
