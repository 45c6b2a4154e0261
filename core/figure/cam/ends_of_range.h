// SPDX-License-Identifier: GPL-3.0-or-later
// What a part gave at the top and took at the bottom: the judged difference over the lower and the upper half of what
// both setups have. A cam that fills the top often costs the bottom.
#pragma once

#include "core/judge/difference.h"

#include <optional>
#include <string>

namespace jr {

class Study;

struct EndsOfRange {
    double splitRpm = 0.;           ///< where the halves meet
    Estimate bottomPct{}, topPct{}; ///< with against base; ends are NaN where no margin is known
};
/// Nothing over road speed, or where the two cannot be compared.
std::optional<EndsOfRange> endsOfRange(const Study& study, const std::string& base, const std::string& with);

} // namespace jr
