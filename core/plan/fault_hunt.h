// SPDX-License-Identifier: GPL-3.0-or-later
// A fault hunt (P17): a symptom, its suspects, one swap at a time, each with its result and the pulls it rests on, put
// back or left in. Says what to do next, and notices when two were swapped together or something else explains a
// result.
#pragma once

#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

enum class HuntResult { Open, Better, NoChange, Worse };
std::string_view huntResultText(HuntResult result); ///< "no change"

struct HuntSwap {
    std::vector<std::string> parts; ///< suspects swapped; more than one is the usual mistake
    std::string what;               ///< "known good coil"
    HuntResult result = HuntResult::Open;
    bool leftIn = false; ///< else it has been put back when `putBack`
    bool putBack = false;
    std::vector<int> pulls; ///< their numbers in the job
    std::string note, when;
};

struct FaultHunt {
    std::string symptom;
    std::vector<std::string> suspects;
    std::vector<HuntSwap> swaps; ///< in order
    std::string found;           ///< what it was; empty while hunting
};

/// What is known of a pull that could explain a result by itself.
struct HuntPull {
    int number;
    std::vector<std::string> flags; ///< "fuel-starved", "cold" …
    std::optional<double> coolantC;
    std::optional<int> pullsSinceFuel; ///< since the tank was last filled
};

/// One sentence each.
std::vector<Message> huntNotices(const FaultHunt& hunt, const std::vector<HuntPull>& pulls,
                                 std::optional<int> pullsPerTank = {});
/// "put the coil back, then try the fuel filter".
Message huntNext(const FaultHunt& hunt);

} // namespace jr
