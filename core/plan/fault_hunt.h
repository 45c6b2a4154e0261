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
    std::optional<int> afterPull{}; ///< number of the newest pull when it was swapped; nothing: not known
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

/// The pulls a swap is held against one another by: those with it, and those of the machine as it was without it, made
/// before it or after it was put back. What was left in before belongs to both.
struct HuntSides {
    std::vector<int> before, with; ///< their numbers
};
/// `numbers`: of the pulls that count, in order. A swap whose pulls nobody named has those made since it was swapped.
HuntSides huntSides(const FaultHunt& hunt, std::size_t swap, const std::vector<int>& numbers);

/// What its pulls say of a swap. `result` Open: they cannot tell yet, and `why` says what would settle it.
struct HuntVerdict {
    HuntResult result = HuntResult::Open;
    Message why;
    HuntSides sides;
};

/// One sentence each.
std::vector<Message> huntNotices(const FaultHunt& hunt, const std::vector<HuntPull>& pulls,
                                 std::optional<int> pullsPerTank = {});
/// "put the coil back, then try the fuel filter".
Message huntNext(const FaultHunt& hunt);

} // namespace jr
