// SPDX-License-Identifier: GPL-3.0-or-later
// The planned day against the day as it goes: what has been pulled of it, what comes next, and where it was departed
// from. Departures are allowed; they are noted.
#pragma once

#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct DayPlan {
    std::vector<std::string> setups;         ///< their names, base first
    std::vector<int> order;                  ///< index into `setups` of each planned pull
    std::vector<int> refuelAfter, coolAfter; ///< planned pulls, from 1
    int madeAfterPull = 0; ///< number of the job's last pull when the plan was made; earlier ones are not of it
    std::string text;      ///< how the plan was worked out, in words
};

/// A pull that counts, in the order they were made.
struct DayPull {
    int number;
    std::string setup; ///< its name
};

struct DayProgress {
    int done = 0;                       ///< planned pulls made
    std::vector<std::string> remaining; ///< setups still to be pulled, in order
    std::vector<Message> departures;    ///< "pull 4 was long stack where the plan has short stack"
    std::string nextSetup;              ///< empty when the plan is done
    int nextCount = 0;                  ///< pulls of it before the next change
    Message next;                       ///< "change to long stack, then pulls 4–6; fuel for 5 pulls left"
};

/// `pulls` are those after `madeAfterPull`. `onBench` is the setup now fitted, `nextNumber` the number the next pull
/// gets, `fuelPulls` how many the tank still holds. A pull out of turn counts as the next planned one of its setup, if
/// there is one.
DayProgress followPlan(const DayPlan& plan, const std::vector<DayPull>& pulls, const std::string& onBench,
                       int nextNumber, std::optional<int> fuelPulls);

} // namespace jr
