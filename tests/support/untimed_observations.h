// SPDX-License-Identifier: GPL-3.0-or-later
// Values of groups as observations without a time: nothing is known of their order.
#pragma once

#include "core/judge/value.h"

#include <vector>

namespace testsupport {

inline std::vector<jr::Observation> untimed(const std::vector<std::vector<double>>& groups) {
    std::vector<jr::Observation> out;
    for (std::size_t g = 0; g < groups.size(); ++g)
        for (double v : groups[g])
            out.push_back({static_cast<int>(g), v, std::nullopt});
    return out;
}

} // namespace testsupport
