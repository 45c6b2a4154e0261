// SPDX-License-Identifier: GPL-3.0-or-later
// The head of a pull file and of a sheet of readings: "# jolly-ram: pull 1", then "# key: value" lines.
#pragma once

#include "archive/formats/text.h"
#include "core/pull/trace.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>

namespace jr {

/// Takes a key that is no pull's; nothing: it is one.
using KeyTaker = std::function<std::optional<Result<Done>>(std::string_view key, std::string_view value)>;

/// Magic line and keys, up to the column headings, which are returned.
Result<Line> readHead(Lines& lines, const std::string& fileName, PullHeader& header, const KeyTaker& own = {});

} // namespace jr
