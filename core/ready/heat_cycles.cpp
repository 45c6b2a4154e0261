// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/heat_cycles.h"

#include <algorithm>

namespace jr {

int heatCycles(std::vector<HeatedPull> pulls) {
    std::stable_sort(pulls.begin(), pulls.end(),
                     [](const HeatedPull& a, const HeatedPull& b) { return a.startedEpochS < b.startedEpochS; });
    int heats = 0;
    for (std::size_t i = 0; i < pulls.size(); ++i) {
        const bool stood = i == 0 || pulls[i].startedEpochS - pulls[i - 1].startedEpochS >= kCoolsS;
        const bool cold = i == 0 || (pulls[i].coolantAtStartC ? *pulls[i].coolantAtStartC < kColdC : stood);
        heats += cold;
    }
    return heats;
}

} // namespace jr
