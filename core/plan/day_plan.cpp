// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/day_plan.h"

#include <algorithm>

namespace jr {
namespace {

std::string stepText(const std::string& setup, bool change, int from, int count, bool refuelFirst, bool coolFirst,
                     std::optional<int> fuelPulls) {
    std::string out = refuelFirst ? "refuel (not while hot), " : coolFirst ? "let it cool, " : "";
    out += change ? "change to " + setup + ", then pull" : setup + ": pull";
    out +=
        count > 1 ? "s " + std::to_string(from) + "–" + std::to_string(from + count - 1) : " " + std::to_string(from);
    if (fuelPulls && !refuelFirst)
        out += *fuelPulls == 1 ? "; fuel for 1 pull left" : "; fuel for " + std::to_string(*fuelPulls) + " pulls left";
    return out;
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
        out.departures.push_back(
            "pull " + std::to_string(pull.number) + " was " + pull.setup +
            (open.empty() ? std::string(" after the plan had ended") : " where the plan has " + open.front()));
        if (const auto later = std::find(open.begin(), open.end(), pull.setup); later != open.end())
            open.erase(later);
    }
    out.done = planned - static_cast<int>(open.size());
    if (open.empty()) {
        out.next = planned == 0 ? "" : "the plan is done: judge it";
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
    out.next = stepText(out.nextSetup, out.nextSetup != onBench, nextNumber, out.nextCount, refuel,
                        stopNow(plan.coolAfter), fuelPulls);
    return out;
}

} // namespace jr
