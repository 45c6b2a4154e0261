// SPDX-License-Identifier: GPL-3.0-or-later
// Jets as setups: a mixture that was stepped on purpose, to be swept over like a length.
#pragma once

#include "core/judge/value.h"
#include "core/study/design.h"

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace jr {

/// Setups whose mixtures a part stepped on purpose: every one known, and further apart than their pulls wander.
struct SteppedMixture {
    std::string part;
    std::vector<double> points; ///< mean mixture of each setup, rising
    std::vector<Observation> values;
};

/// The first of the sweeps that does. `known`: the pulls of each setup whose mixture is known; `afrOf` and `valueOf` of
/// a pull.
std::optional<SteppedMixture> steppedMixture(const std::vector<FoundSweep>& sweeps,
                                             const std::map<std::string, std::vector<std::size_t>>& known,
                                             const std::function<double(std::size_t)>& afrOf,
                                             const std::function<Observation(std::size_t)>& valueOf);

} // namespace jr
