// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/baselines.h"

#include <algorithm>

namespace jr {

int eraOf(const Baselines& baselines, int pullNumber) {
    return static_cast<int>(std::count_if(baselines.events.begin(), baselines.events.end(),
                                          [&](const BaselineEvent& e) { return e.afterPull < pullNumber; }));
}

void takeBaseAgain(Baselines& baselines, const BaselineEvent& event) {
    const auto at = std::find_if(baselines.events.begin(), baselines.events.end(),
                                 [&](const BaselineEvent& e) { return e.afterPull >= event.afterPull; });
    if (at != baselines.events.end() && at->afterPull == event.afterPull)
        at->reason += "; " + event.reason;
    else
        baselines.events.insert(at, event);
    baselines.chosen.reset(); // what comes is looked at, not what was
}

int eraInForce(const Baselines& baselines, const std::vector<EraPull>& pulls) {
    const int newest = static_cast<int>(baselines.events.size());
    if (baselines.chosen && *baselines.chosen >= kAllEras && *baselines.chosen <= newest)
        return *baselines.chosen;
    for (int era = newest; era >= 0; --era) {
        const auto pulled = [&](bool EraPull::*side) {
            return std::any_of(pulls.begin(), pulls.end(),
                               [&](const EraPull& p) { return p.*side && eraOf(baselines, p.number) == era; });
        };
        if (pulled(&EraPull::base) && pulled(&EraPull::with))
            return era;
    }
    int last = 0;
    for (const EraPull& p : pulls)
        last = std::max(last, eraOf(baselines, p.number));
    return last;
}

std::optional<Caution> eraCaution(const Baselines& baselines, const std::vector<EraPull>& pulls) {
    if (baselines.events.empty())
        return std::nullopt;
    const int era = eraInForce(baselines, pulls);
    if (era == kAllEras) {
        Names reasons;
        for (const BaselineEvent& e : baselines.events)
            reasons.names.push_back(e.reason);
        return Caution{"confounded", {"sides.baseline-all", {reasons}}};
    }
    const int newest = static_cast<int>(baselines.events.size());
    const auto event = [&](int i) { return baselines.events[static_cast<std::size_t>(i)]; };
    if (era < newest)
        return Caution{"baseline",
                       {"sides.baseline-before", {event(era).reason, std::to_string(event(era).afterPull)}}};
    return Caution{"baseline",
                   {"sides.baseline-since", {event(era - 1).reason, std::to_string(event(era - 1).afterPull)}}};
}

} // namespace jr
