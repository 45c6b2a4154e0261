// SPDX-License-Identifier: GPL-3.0-or-later
// The steady stretches of a brake pull and what was measured there: torque, mixture by flow, consumption, breathing.
#pragma once

#include "core/mixture/brake_figures.h"
#include "core/pull/trace.h"

#include <optional>
#include <vector>

namespace jr {

/// What counts as settled between the two halves of a stretch: a share of the torque, and kelvin of the exhaust.
/// Common practice, no source.
inline constexpr double kSettledTorque = 0.01, kSettledExhaustK = 5.;

struct SteadyOptions {
    double withinRpm = 60.;    ///< engine speed stays within this, either side
    double leastS = 1.;        ///< for this long
    double windowS = 0.;       ///< above 0: not steady stretches but slices of a sweep this long
    double openThrottle = 0.8; ///< slices below it (the roll-on) are left out, where a throttle was recorded
};

struct SteadyPoint {
    double fromS = 0., toS = 0., rpm = 0.;
    double torqueNm = 0., powerW = 0.; ///< as measured, at the engine
    std::optional<double> afr;         ///< by flow where both flows are there, else by the mixture sensors' mean
    std::optional<double> bsfcKgPerJ, breathing, bmepPa;
    std::optional<double> airKgS;
    bool torqueSettled = true, exhaustSettled = true; ///< between the first half of the stretch and the second
};

/// The steady stretches of a pull; of a sweep, which has none, slices of it.
struct SteadyRun {
    std::vector<SteadyPoint> points;
    bool slices = false; ///< nothing settles in a sweep
};

/// For kind brake with load_force and arm, or brake_torque. `engine` without displacement leaves breathing and bmep
/// out; breathing needs the pull's air. Points with a torque under a tenth of the largest are left out.
std::vector<SteadyPoint> steadyPoints(const Trace& trace, const EngineSize& engine, const SteadyOptions& options = {});

SteadyRun steadyRun(const Trace& trace, const EngineSize& engine);

/// Breathing and mean pressure of a point for an engine whose size became known later; `densityKgM3` of the outside
/// air.
void sizePoint(SteadyPoint& point, const EngineSize& engine, std::optional<double> densityKgM3);

} // namespace jr
