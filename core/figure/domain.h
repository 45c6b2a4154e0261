// SPDX-License-Identifier: GPL-3.0-or-later
// What an input may be. Checked once where it comes in, naming the input, its value and the bound it broke.
#pragma once

#include "core/result.h"

#include <initializer_list>
#include <optional>
#include <string_view>

namespace jr {

struct Bounded {
    std::string_view key; ///< as on the command line, its unit at the end
    double value, low, high;
};

/// Of the first that lies outside its bounds or is no number; nothing when all are well.
std::optional<Error> outOfDomain(std::initializer_list<Bounded> inputs);

} // namespace jr
