// SPDX-License-Identifier: GPL-3.0-or-later
// What to do after a sweep: which point next, on which side to stay, and how far one may go towards what can hurt.
#pragma once

#include "core/judge/sweep_shapes.h"

namespace jr {

/// A value that was stepped, as it stands in sentences.
std::string sweptValue(double x);

/// Fills `next` and `advice` of a sweep whose best, interval and sides are known. The first of `next` never lies
/// further towards the side that can hurt than the best that was run.
void adviseOn(Sweep& sweep, const FittedShape& shape, const SweepPoints& points, const SweepOptions& options);

} // namespace jr
