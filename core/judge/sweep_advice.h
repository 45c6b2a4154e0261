// SPDX-License-Identifier: GPL-3.0-or-later
// What to do after a sweep: which point next, on which side to stay, and how far one may go towards what can hurt.
#pragma once

#include "core/judge/sweep_shapes.h"

namespace jr {

/// Decimals that values stepped from `low` to `high` are told with: in steps of ten, the first that is no more than a
/// fiftieth of the range: nobody sets a part more finely than that between its ends.
int sweptDecimals(double low, double high);

/// Fills `next` and `advice` of a sweep whose best, interval and sides are known. The first of `next` never lies
/// further towards the side that can hurt than the best that was run.
void adviseOn(Sweep& sweep, const FittedShape& shape, const SweepPoints& points, const SweepOptions& options);

} // namespace jr
