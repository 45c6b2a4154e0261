// SPDX-License-Identifier: GPL-3.0-or-later
// The same pull counts once. Named twice on a side it would make a scatter that is not there, and a gain with it; named
// on both sides it compares with itself.
#pragma once

#include "core/pull/curve.h"
#include "core/pull/pull_fit.h"
#include "core/result.h"

#include <vector>

namespace jr {

/// Whether these are one measurement: the same object, the same id, or the same samples sample for sample.
bool samePull(const PullFit& a, const PullFit& b);

struct DistinctPulls {
    std::vector<std::vector<const PullFit*>> sets;
    int repeated = 0; ///< how many were left out
};

/// Each pull once, in the order given. Errors: one pull in two sets; two pulls with one id and other samples.
Result<DistinctPulls> distinctPulls(const std::vector<std::vector<const PullFit*>>& sets);

/// The caution that says so: "counted-once".
Caution countedOnce(int repeated);

} // namespace jr
