// SPDX-License-Identifier: GPL-3.0-or-later
// Where an engine is at its best, as its pulls on the bench tell it: what a belt or a gearbox should keep it in.
#pragma once

#include "core/road/speed_map.h"
#include "core/study/setup_facts.h"

namespace jr {

/// The engine speeds over which the mean curve keeps 0.97 of its peak; without a curve over engine speed 5 % either
/// side of where it peaks. Common practice, no source. Nothing without a peak.
std::optional<EngineBand> bestBand(const SetupFacts& facts);

/// Of a belt, whose pulls stand at one engine speed each: a parabola through the peak powers of its setups over the
/// speeds they hold (least squares), and where it keeps 0.97 of its top. Nothing below three different speeds, or where
/// the top lies more than a twentieth beyond what was tried.
std::optional<EngineBand> bestBandOfBelt(const std::vector<SetupFacts>& setups);

} // namespace jr
