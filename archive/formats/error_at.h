// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"

#include <utility>

namespace jr {

/// What went wrong with a part of a file, found at this place of it; said in the reader's language all the same.
inline Error errorAt(Error error, std::string file, long line) {
    error.file = std::move(file);
    error.line = line;
    return error;
}

} // namespace jr
