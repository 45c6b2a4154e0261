// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/study/stepped_mixture.h"

#include <algorithm>
#include <cmath>

namespace jr {

std::optional<SteppedMixture> steppedMixture(const std::vector<FoundSweep>& sweeps,
                                             const std::map<std::string, std::vector<std::size_t>>& known,
                                             const std::function<double(std::size_t)>& afrOf,
                                             const std::function<Observation(std::size_t)>& valueOf) {
    constexpr double kApartAfr = 0.1; // a tenth is as near as two jets stand; less is one mixture
    for (const FoundSweep& sweep : sweeps) {
        std::vector<std::pair<double, std::string>> setups; // mean mixture, id
        double widest = 0.;
        for (const std::string& id : sweep.setupIds) {
            const auto at = known.find(id);
            if (at == known.end())
                continue;
            double mean = 0., least = INFINITY, most = -INFINITY;
            for (std::size_t i : at->second) {
                mean += afrOf(i) / static_cast<double>(at->second.size());
                least = std::min(least, afrOf(i));
                most = std::max(most, afrOf(i));
            }
            widest = std::max(widest, most - least);
            setups.emplace_back(mean, id);
        }
        std::sort(setups.begin(), setups.end());
        bool apart = setups.size() >= 3 && setups.size() == sweep.setupIds.size();
        for (std::size_t s = 1; s < setups.size(); ++s)
            apart = apart && setups[s].first - setups[s - 1].first > std::max(kApartAfr, 0.5 * widest);
        if (!apart)
            continue;
        SteppedMixture out{sweep.part, {}, {}};
        for (const auto& [mean, id] : setups) {
            for (std::size_t i : known.at(id)) {
                out.values.push_back(valueOf(i));
                out.values.back().group = static_cast<int>(out.points.size());
            }
            out.points.push_back(mean);
        }
        return out;
    }
    return std::nullopt;
}

} // namespace jr
