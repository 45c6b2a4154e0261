// SPDX-License-Identifier: GPL-3.0-or-later
// The same measurement counts once, wherever measurements are counted: pulls, runs, sheets of readings. Named twice on a
// side it would make a scatter that is not there, and a gain with it; named on both sides it is compared with itself.
// What is the same is said by whoever knows the things; what follows from it is said here alone.
#pragma once

#include "core/result.h"

#include <functional>
#include <string>
#include <vector>

namespace jr {

enum class Sameness {
    Different,
    Same,
    Contradicts ///< one id on different measurements
};

/// One of many things in sets.
struct InSet {
    std::size_t set = 0, place = 0;
};

struct Repeats {
    std::vector<std::vector<std::size_t>> once; ///< of each set the places that count, in their order
    int repeated = 0;                           ///< how many were left out
};

/// One thing on two sides; `id` is named where it is not empty.
Error onBothSides(const std::string& id);

/// `sizes` of the sets; `compared(a, b)` is asked of what counts so far; `nameOf` is an id for words, or empty.
/// Errors: one thing in two sets; one id on two different things.
Result<Repeats> findRepeats(const std::vector<std::size_t>& sizes,
                            const std::function<Sameness(const InSet&, const InSet&)>& compared,
                            const std::function<std::string(const InSet&)>& nameOf);

} // namespace jr
