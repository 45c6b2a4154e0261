// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sittings.h"

#include "core/judge/pull_model.h"

#include <algorithm>
#include <numeric>

namespace jr {

std::vector<int> sittingsOf(const std::vector<std::optional<double>>& startedS) {
    std::vector<int> out(startedS.size(), 0);
    for (const auto& t : startedS)
        if (!t)
            return out;
    std::vector<std::size_t> order(startedS.size());
    std::iota(order.begin(), order.end(), std::size_t(0));
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return *startedS[a] < *startedS[b]; });
    int sitting = 0;
    for (std::size_t k = 1; k < order.size(); ++k) {
        sitting += *startedS[order[k]] - *startedS[order[k - 1]] > kSittingPauseS;
        out[order[k]] = sitting;
    }
    return out;
}

std::vector<int> linkedSetups(const SittingPlan& plan, const std::vector<int>& sitting) {
    std::vector<int> part(static_cast<std::size_t>(plan.setups));
    std::iota(part.begin(), part.end(), 0);
    // Two pulls of one sitting join their setups' parts; a few dozen pulls at most make anything cleverer idle.
    for (std::size_t a = 0; a < plan.setup.size(); ++a)
        for (std::size_t b = a + 1; b < plan.setup.size(); ++b) {
            const int from = part[static_cast<std::size_t>(plan.setup[b])];
            const int to = part[static_cast<std::size_t>(plan.setup[a])];
            if (sitting[a] == sitting[b] && from != to)
                std::replace(part.begin(), part.end(), std::max(from, to), std::min(from, to));
        }
    return part;
}

} // namespace jr
