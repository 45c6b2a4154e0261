// SPDX-License-Identifier: GPL-3.0-or-later
// Enums stand in our files by name, not by number (a number means something else once the list in the code changes).
#pragma once

#include <cstddef>
#include <string_view>

namespace jr {

/// The value called `word`; the first one when there is none of that name.
template <class Enum, std::size_t N>
Enum enumNamed(std::string_view word, const char* const (&names)[N]) {
    for (std::size_t i = 0; i < N; ++i)
        if (word == names[i])
            return static_cast<Enum>(i);
    return Enum{};
}

} // namespace jr
