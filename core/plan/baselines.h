// SPDX-License-Identifier: GPL-3.0-or-later
// Base taken again because…: after a service, a repair, a part that had been put in wrongly, the machine is no longer
// the one the earlier pulls are of. Such an event parts a job's pulls into eras; only pulls of one era are set against
// each other, and the earlier ones stay.
#pragma once

#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct BaselineEvent {
    int afterPull = 0;  ///< number of the last pull before it
    std::string reason; ///< in the words of whoever wrote it
    std::string when;   ///< ISO 8601
};

inline constexpr int kAllEras = -1;

struct Baselines {
    std::vector<BaselineEvent> events; ///< in the order of the pulls
    std::optional<int> chosen;         ///< the era looked at, or kAllEras; nothing: the newest that answers
};

/// One pull that may count.
struct EraPull {
    int number = 0;
    bool base = false, with = false; ///< which side it is of, if any
};

/// 0 before the first event, 1 after it, and so on.
int eraOf(const Baselines& baselines, int pullNumber);
/// Adds the event where its pulls stand; one more after the same pull adds to its reason.
void takeBaseAgain(Baselines& baselines, const BaselineEvent& event);
/// The era judged: the chosen one; else the newest in which both sides were pulled; else the newest with any pull.
int eraInForce(const Baselines& baselines, const std::vector<EraPull>& pulls);
/// What is to be said beside a judgement in that era; nothing without events.
std::optional<Caution> eraCaution(const Baselines& baselines, const std::vector<EraPull>& pulls);

} // namespace jr
