// SPDX-License-Identifier: GPL-3.0-or-later
// The number people write before its unit: "120,5 mm".
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>

namespace jr {

/// The number a text begins with and what follows it, with either decimal mark: "120,5 mm" -> 120.5, "mm".
std::optional<std::pair<double, std::string>> leadingNumber(std::string_view text);

} // namespace jr
