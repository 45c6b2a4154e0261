// SPDX-License-Identifier: GPL-3.0-or-later
// What a part gave at the top and took at the bottom: mean difference of two setups' curves over the lower and the upper
// half of what both have, with what either mean may be out by. A cam that fills the top often costs the bottom.
#pragma once

#include "core/study/setup_facts.h"

#include <optional>

namespace jr {

struct EndsOfRange {
    double splitRpm = 0.;                 ///< where the halves meet
    double lowPct = 0., highPct = 0.;     ///< with less base, mean over each half
    double marginPct = 0.;                ///< of both; NaN where it is not known
};
/// Nothing where the two have less than ten points in common.
std::optional<EndsOfRange> endsOfRange(const SetupFacts& base, const SetupFacts& with);

} // namespace jr
