// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/day_plan.h"

#include <algorithm>

namespace jr {
namespace {

/// What is done before the next pulls: nothing, refuel, let it cool; and whether the setup changes, and how many pulls.
Message stepMessage(const std::string& setup, bool change, int from, int count, bool refuelFirst, bool coolFirst,
                    std::optional<int> fuelPulls) {
    static constexpr std::string_view kSteps[3][2][2] = {
        {{"step.one", "step.more"}, {"step.change-one", "step.change-more"}},
        {{"step.refuel-one", "step.refuel-more"}, {"step.refuel-change-one", "step.refuel-change-more"}},
        {{"step.cool-one", "step.cool-more"}, {"step.cool-change-one", "step.cool-change-more"}}};
    Message step{kSteps[refuelFirst ? 1
                        : coolFirst ? 2
                                    : 0][change][count > 1],
                 {setup, std::to_string(from), std::to_string(from + count - 1)}};
    if (!fuelPulls || refuelFirst)
        return step;
    return {"step.and-fuel", {Count{*fuelPulls}, Sayings{{std::move(step)}}}};
}

} // namespace

DayProgress followPlan(const DayPlan& plan, const std::vector<DayPull>& pulls, const std::string& onBench,
                       int nextNumber, std::optional<int> fuelPulls) {
    DayProgress out;
    std::vector<std::string>& open = out.remaining;
    for (int setup : plan.order)
        if (setup >= 0 && setup < static_cast<int>(plan.setups.size()))
            open.push_back(plan.setups[static_cast<std::size_t>(setup)]);
    const int planned = static_cast<int>(open.size());
    for (const DayPull& pull : pulls) {
        if (!open.empty() && open.front() == pull.setup) {
            open.erase(open.begin());
            continue;
        }
        const std::string number = std::to_string(pull.number);
        out.departures.push_back(open.empty() ? Message{"departure.after-plan", {number, pull.setup}}
                                              : Message{"departure.other-setup", {number, pull.setup, open.front()}});
        if (const auto later = std::find(open.begin(), open.end(), pull.setup); later != open.end())
            open.erase(later);
    }
    out.done = planned - static_cast<int>(open.size());
    if (open.empty()) {
        if (planned > 0)
            out.next = {"step.plan-done"};
        return out;
    }
    out.nextSetup = open.front();
    while (out.nextCount < static_cast<int>(open.size()) &&
           open[static_cast<std::size_t>(out.nextCount)] == open.front())
        ++out.nextCount;
    const auto stopNow = [&](const std::vector<int>& stops) {
        return out.done > 0 && std::find(stops.begin(), stops.end(), out.done) != stops.end();
    };
    // Measured fuel goes before the planned stop.
    const bool refuel = fuelPulls ? *fuelPulls < 1 : stopNow(plan.refuelAfter);
    out.next = stepMessage(out.nextSetup, out.nextSetup != onBench, nextNumber, out.nextCount, refuel,
                           stopNow(plan.coolAfter), fuelPulls);
    return out;
}

} // namespace jr
