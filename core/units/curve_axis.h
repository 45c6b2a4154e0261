// SPDX-License-Identifier: GPL-3.0-or-later
// What a curve is drawn and judged over. A geared machine's engine speed tells where it stands; on a belt the variator
// holds the engine near one speed while the road speed runs, so there road speed tells it, with engine speed beside.
// Places, steps and details along an axis are counted in its own unit.
#pragma once

#include <optional>
#include <string_view>

namespace jr {

enum class CurveAxis {
    EngineSpeed, ///< rpm
    RoadSpeed,   ///< m/s at the roller's surface
};

/// Step of the grid where none is asked for: 50 rpm; a quarter of a metre a second is as fine on a belt that runs
/// through some 30 m/s. Common practice, no source.
constexpr double usualStep(CurveAxis axis) {
    return axis == CurveAxis::EngineSpeed ? 50. : 0.25;
}

constexpr std::string_view axisText(CurveAxis axis) { ///< as on the command line and in files
    return axis == CurveAxis::EngineSpeed ? "engine" : "road";
}

constexpr std::optional<CurveAxis> parseAxis(std::string_view text) {
    return text == "engine" ? std::optional(CurveAxis::EngineSpeed)
           : text == "road" ? std::optional(CurveAxis::RoadSpeed)
                            : std::nullopt;
}

} // namespace jr
