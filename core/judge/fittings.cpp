// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/fittings.h"

#include <algorithm>
#include <map>
#include <numeric>
#include <tuple>

namespace jr {

std::vector<int> fittingsOf(const std::vector<int>& setup, const std::vector<int>& sitting,
                            const std::vector<std::optional<double>>& startedS,
                            const std::vector<std::optional<int>>& written) {
    const std::size_t n = setup.size();
    const auto number = [&](std::size_t i) { return i < written.size() ? written[i] : std::nullopt; };
    const bool timed = std::all_of(startedS.begin(), startedS.end(), [](const auto& t) { return t.has_value(); });
    bool all = n > 0;
    for (std::size_t i = 0; i < n; ++i)
        all = all && number(i);
    if (!timed && !all)
        return std::vector<int>(n, -1);
    std::vector<std::size_t> order(n);
    std::iota(order.begin(), order.end(), std::size_t(0));
    if (timed)
        std::stable_sort(order.begin(), order.end(),
                         [&](std::size_t a, std::size_t b) { return *startedS[a] < *startedS[b]; });
    std::vector<int> out(n, 0);
    if (all) { // a number means one fitting of one setup on one day, whatever was run between
        std::map<std::tuple<int, int, int>, int> known;
        for (std::size_t i : order)
            out[i] =
                known.try_emplace({sitting[i], setup[i], *number(i)}, static_cast<int>(known.size())).first->second;
        return out;
    }
    int fitting = 0;
    for (std::size_t k = 1; k < n; ++k) {
        const std::size_t a = order[k - 1], b = order[k];
        const bool told = number(a) && number(b) && *number(a) != *number(b);
        fitting += setup[a] != setup[b] || sitting[a] != sitting[b] || told;
        out[b] = fitting;
    }
    return out;
}

} // namespace jr
