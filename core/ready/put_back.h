// SPDX-License-Identifier: GPL-3.0-or-later
// Taking apart and putting back (P28): parts in the order they came off, with side, orientation, torque and
// thread-lock, and what is still off.
#pragma once

#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct PutBackStep {
    std::string part, side, orientation; ///< "washer", "left", "dished face to the bearing"
    std::optional<double> torqueNm;
    std::string threadLock; ///< "medium", "none"
    std::string note;
    bool back = false;
    std::string who, when; ///< of the putting back
};

/// Indices of what is still off, last off first: the order of putting back.
std::vector<int> stillOff(const std::vector<PutBackStep>& steps);
/// The first of them that was put back before something that came off after it, in words; empty when the order held.
Message outOfOrder(const std::vector<PutBackStep>& steps);
/// The same list for the next time: everything is to come off again, in that order.
std::vector<PutBackStep> forNextTime(std::vector<PutBackStep> steps);
/// "washer, left, dished face to the bearing, 45 Nm, thread-lock medium".
std::string putBackText(const PutBackStep& step);

} // namespace jr
