// SPDX-License-Identifier: GPL-3.0-or-later
// Times as they would have been in a standard's air. By rule, not by physics of the machine: its power is taken to go
// with the standard's factor k (as a pull's is), and
//
//     time to a distance      t k^(-1/3)      at constant power s goes with P^(1/2) t^(3/2)
//     time between speeds     t k^(-1)        at constant power v^2 goes with P t
//     speed at a distance     v k^(1/3)
//
// Limits: while the tyre or the clutch sets the thrust, power has no say, and air drag goes the other way with the same
// air; so 60 ft and top speeds are restated too much. As run is the default, and a comparison of runs in one air needs
// none of it. Source: Newton at constant power; the cube root is the common rule of thumb for the quarter mile.
#pragma once

#include "core/air/standards.h"
#include "core/road/timed_runs.h"

#include <optional>
#include <vector>

namespace jr {

/// `factor` above 0.
MarkTime restated(const MarkTime& asRun, const Mark& mark, double factor);

/// All used runs or none, so that no list mixes the two; says which runs stand in the way. What is made of the runs
/// afterwards (along the strip, too) is in the same air.
std::optional<Message> restateAll(std::vector<TimedRun>& runs, const std::vector<Mark>& marks,
                                  const Standard& standard);

} // namespace jr
