// SPDX-License-Identifier: GPL-3.0-or-later
// What fuel and air flow say on an engine brake: mixture, specific consumption, breathing.
#pragma once

#include <optional>

namespace jr {

struct EngineSize {
    double displacementM3 = 0.;
    int strokes = 4;
    bool operator==(const EngineSize&) const = default;
};

/// Air per fuel by mass.
inline std::optional<double> afrFromFlows(double airKgS, double fuelKgS) {
    return fuelKgS > 0. && airKgS >= 0. ? std::optional(airKgS / fuelKgS) : std::nullopt;
}

/// Brake specific fuel consumption in kg/J. 1 g/kWh = 1/3.6e9 kg/J.
inline std::optional<double> bsfcKgPerJ(double fuelKgS, double powerW) {
    return powerW > 0. && fuelKgS >= 0. ? std::optional(fuelKgS / powerW) : std::nullopt;
}
inline constexpr double kGramPerKWhPerKgPerJ = 3.6e9;

/// Volumetric efficiency (four-stroke) or delivery ratio (two-stroke): air drawn against what the displacement would
/// hold at the outside density. Definition, any engine textbook. Standstill has none.
inline std::optional<double> breathing(double airKgS, const EngineSize& engine, double densityKgM3, double rpm) {
    const double cyclesPerS = rpm / 60. / (engine.strokes == 4 ? 2. : 1.);
    const double whole = engine.displacementM3 * densityKgM3 * cyclesPerS;
    return whole > 0. ? std::optional(airKgS / whole) : std::nullopt;
}

/// Brake mean effective pressure in Pa: 4 pi T / Vd (four-stroke), 2 pi T / Vd (two-stroke).
inline double bmepPa(double torqueNm, const EngineSize& engine) {
    return (engine.strokes == 4 ? 4. : 2.) * 3.14159265358979323846 * torqueNm / engine.displacementM3;
}

} // namespace jr
