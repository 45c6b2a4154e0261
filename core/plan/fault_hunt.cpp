// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/fault_hunt.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

constexpr double kHeatC = 12.; ///< coolant this far from the pulls before: heat may explain a result (common practice)

std::string joined(const std::vector<std::string>& words, const char* between) {
    std::string out;
    for (const std::string& w : words)
        out += (out.empty() ? "" : between) + w;
    return out;
}

const HuntPull* pullOf(const std::vector<HuntPull>& pulls, int number) {
    for (const HuntPull& p : pulls)
        if (p.number == number)
            return &p;
    return nullptr;
}

} // namespace

std::string_view huntResultText(HuntResult result) {
    static constexpr std::string_view kTexts[] = {"not tried yet", "better", "no change", "worse"};
    return kTexts[static_cast<std::size_t>(result)];
}

std::vector<std::string> huntNotices(const FaultHunt& hunt, const std::vector<HuntPull>& pulls,
                                     std::optional<int> pullsPerTank) {
    std::vector<std::string> out;
    std::vector<std::string> stillIn;
    std::optional<double> coolantBefore;
    for (const HuntSwap& swap : hunt.swaps) {
        const std::string name = joined(swap.parts, " and ");
        if (swap.parts.size() > 1)
            out.push_back(name + " were swapped together: whatever came of it belongs to both; try each alone");
        if (!stillIn.empty() && swap.result != HuntResult::Open)
            out.push_back(name + " was tried while " + joined(stillIn, " and ") +
                          " had not been put back: two things differ");
        if (!swap.putBack && !swap.leftIn && swap.result != HuntResult::Open)
            stillIn.push_back(name);
        if (swap.result != HuntResult::Open && swap.pulls.empty())
            out.push_back(name + ": “" + std::string(huntResultText(swap.result)) + "” rests on no pull");
        std::optional<double> coolant;
        for (int number : swap.pulls) {
            const HuntPull* pull = pullOf(pulls, number);
            if (!pull) {
                out.push_back(name + ": there is no pull " + std::to_string(number));
                continue;
            }
            const std::string which = "pull " + std::to_string(number);
            if (!pull->flags.empty())
                out.push_back(name + ": " + which + " is flagged " + joined(pull->flags, ", ") +
                              ", which could be the reason");
            if (pullsPerTank && pull->pullsSinceFuel && *pull->pullsSinceFuel >= *pullsPerTank)
                out.push_back(name + ": " + which + " was number " + std::to_string(*pull->pullsSinceFuel + 1) +
                              " on one tank, which holds about " + std::to_string(*pullsPerTank) +
                              ": it may have been running dry");
            if (pull->coolantC && !coolant)
                coolant = pull->coolantC;
        }
        if (coolant && coolantBefore && std::abs(*coolant - *coolantBefore) > kHeatC) {
            char words[160];
            std::snprintf(words, sizeof words,
                          ": the coolant stood at %.0f °C, %.0f °C the time before; heat could be the reason", *coolant,
                          *coolantBefore);
            out.push_back(name + words);
        }
        if (coolant)
            coolantBefore = coolant;
    }
    return out;
}

std::string huntNext(const FaultHunt& hunt) {
    if (hunt.symptom.empty())
        return "write down what it does, or does not do";
    if (!hunt.found.empty())
        return "found: " + hunt.found;
    if (hunt.suspects.empty())
        return "write down what could be the reason, the easiest to try first";
    std::vector<std::string> back, tried;
    for (const HuntSwap& swap : hunt.swaps) {
        if (swap.result == HuntResult::Open)
            return "pull with " + joined(swap.parts, " and ") + " swapped, then write what came of it";
        if (!swap.putBack && !swap.leftIn)
            back.push_back(joined(swap.parts, " and "));
        if (swap.parts.size() == 1)
            tried.push_back(swap.parts.front());
    }
    std::string out = back.empty() ? "" : "put back " + joined(back, " and ") + " (or say that it stays in), then ";
    for (const std::string& suspect : hunt.suspects)
        if (std::find(tried.begin(), tried.end(), suspect) == tried.end())
            return out + "try " + suspect + ", and nothing else";
    return out + "all suspects have been tried alone: think of another, or of two faults at once";
}

} // namespace jr
