// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/fault_hunt.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kHeatC = 12.; ///< coolant this far from the pulls before: heat may explain a result (common practice)

/// Parts that were swapped in one go, as one name.
std::string joined(const std::vector<std::string>& parts) {
    std::string out;
    for (const std::string& part : parts)
        out += (out.empty() ? "" : " + ") + part;
    return out;
}

const HuntPull* pullOf(const std::vector<HuntPull>& pulls, int number) {
    for (const HuntPull& p : pulls)
        if (p.number == number)
            return &p;
    return nullptr;
}

/// The swap a pull was made with; nothing where it was made with none of them in hand.
std::optional<std::size_t> swapOfPull(const FaultHunt& hunt, int number) {
    for (std::size_t k = hunt.swaps.size(); k-- > 0;) {
        const HuntSwap& s = hunt.swaps[k];
        if (std::find(s.pulls.begin(), s.pulls.end(), number) != s.pulls.end())
            return k;
    }
    for (std::size_t k = hunt.swaps.size(); k-- > 0;) {
        const HuntSwap& s = hunt.swaps[k];
        if (!s.pulls.empty() || s.putBack || !s.afterPull || number <= *s.afterPull)
            continue;
        const bool nextBegun =
            k + 1 < hunt.swaps.size() && hunt.swaps[k + 1].afterPull && number > *hunt.swaps[k + 1].afterPull;
        return nextBegun ? std::nullopt : std::optional(k);
    }
    return std::nullopt;
}

/// Which swaps were in before the swap `k`: those not put back.
std::vector<std::size_t> inBefore(const FaultHunt& hunt, std::size_t k) {
    std::vector<std::size_t> out;
    for (std::size_t j = 0; j < k; ++j)
        if (!hunt.swaps[j].putBack)
            out.push_back(j);
    return out;
}

} // namespace

HuntSides huntSides(const FaultHunt& hunt, std::size_t swap, const std::vector<int>& numbers) {
    // Of each pull, which swaps were in: those in hand and left in before it.
    const auto stateOf = [&](int number) {
        if (const auto own = swapOfPull(hunt, number)) {
            std::vector<std::size_t> state = inBefore(hunt, *own);
            state.push_back(*own);
            return state;
        }
        std::size_t begun = 0; // swaps that had pulls before this one
        for (std::size_t k = 0; k < hunt.swaps.size(); ++k)
            for (int n : numbers)
                if (n < number && swapOfPull(hunt, n) == k)
                    begun = k + 1;
        return inBefore(hunt, begun);
    };
    const std::vector<std::size_t> without = inBefore(hunt, swap);
    std::vector<std::size_t> with = without;
    with.push_back(swap);
    HuntSides out;
    for (int number : numbers) {
        const std::vector<std::size_t> state = stateOf(number);
        if (state == with)
            out.with.push_back(number);
        else if (state == without)
            out.before.push_back(number);
    }
    return out;
}

std::string_view huntResultText(HuntResult result) {
    static constexpr std::string_view kTexts[] = {"not tried yet", "better", "no change", "worse"};
    return kTexts[static_cast<std::size_t>(result)];
}

std::vector<Message> huntNotices(const FaultHunt& hunt, const std::vector<HuntPull>& pulls,
                                 std::optional<int> pullsPerTank) {
    std::vector<Message> out;
    std::vector<std::string> stillIn;
    std::optional<double> coolantBefore;
    for (const HuntSwap& swap : hunt.swaps) {
        const std::string name = joined(swap.parts);
        if (swap.parts.size() > 1)
            out.push_back({"hunt.together", {name}});
        if (!stillIn.empty() && swap.result != HuntResult::Open)
            out.push_back({"hunt.still-in", {name, joined(stillIn)}});
        if (!swap.putBack && !swap.leftIn && swap.result != HuntResult::Open)
            stillIn.push_back(name);
        if (swap.result != HuntResult::Open && swap.pulls.empty())
            out.push_back({"hunt.no-pull", {name, std::string(huntResultText(swap.result))}});
        std::optional<double> coolant;
        for (int number : swap.pulls) {
            const HuntPull* pull = pullOf(pulls, number);
            if (!pull) {
                out.push_back({"hunt.unknown-pull", {name, std::to_string(number)}});
                continue;
            }
            if (!pull->flags.empty())
                out.push_back({"hunt.flagged", {name, std::to_string(number), Names{pull->flags}}});
            if (pullsPerTank && pull->pullsSinceFuel && *pull->pullsSinceFuel >= *pullsPerTank)
                out.push_back({"hunt.dry",
                               {name, std::to_string(number), std::to_string(*pull->pullsSinceFuel + 1),
                                std::to_string(*pullsPerTank)}});
            if (pull->coolantC && !coolant)
                coolant = pull->coolantC;
        }
        if (coolant && coolantBefore && std::abs(*coolant - *coolantBefore) > kHeatC)
            out.push_back(
                {"hunt.heat",
                 {name, Measure{*coolant, Measured::Temperature}, Measure{*coolantBefore, Measured::Temperature}}});
        if (coolant)
            coolantBefore = coolant;
    }
    return out;
}

Message huntNext(const FaultHunt& hunt) {
    if (hunt.symptom.empty())
        return {"hunt.next-symptom"};
    if (!hunt.found.empty())
        return {"hunt.next-found", {hunt.found}};
    if (hunt.suspects.empty())
        return {"hunt.next-suspects"};
    std::vector<std::string> back, tried;
    for (const HuntSwap& swap : hunt.swaps) {
        if (swap.result == HuntResult::Open && !swap.putBack && !swap.leftIn)
            return {"hunt.next-pull", {joined(swap.parts)}};
        if (!swap.putBack && !swap.leftIn)
            back.push_back(joined(swap.parts));
        if (swap.parts.size() == 1)
            tried.push_back(swap.parts.front());
    }
    for (const std::string& suspect : hunt.suspects)
        if (std::find(tried.begin(), tried.end(), suspect) == tried.end())
            return back.empty() ? Message{"hunt.next-try", {suspect}}
                                : Message{"hunt.next-back-try", {suspect, Names{back}}};
    return back.empty() ? Message{"hunt.next-think"} : Message{"hunt.next-back-think", {Names{back}}};
}

} // namespace jr
