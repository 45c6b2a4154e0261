// SPDX-License-Identifier: GPL-3.0-or-later
// Loudness by arithmetic: sources that are not in step add their powers; in the open a small source loses 20 log10 of
// the ratio of distances; a background is taken off as a power.
//
//     sum = 10 log10(sum of 10^(L/10)),  at r2: L - 20 log10(r2 / r1)
//
// Limits: free field, point source, one microphone; a wall, a floor or a bike's own length make other figures. Source:
// ISO 3744 for backgrounds (a source less than 3 dB above its background cannot be told), value from memory.
#pragma once

#include "core/result.h"

#include <optional>
#include <vector>

namespace jr {

/// One to fifty levels of 0…200 dB. Errors: none, or outside.
Result<double> soundSumDb(const std::vector<double>& levelsDb);
/// Distances 0.05…10000 m. Errors: outside.
Result<double> soundAtDistanceDb(double levelDb, double fromM, double toM);
/// The source alone, from a level measured with a background; nothing when it is less than 3 dB above it.
std::optional<double> withoutBackgroundDb(double levelDb, double backgroundDb);

} // namespace jr
