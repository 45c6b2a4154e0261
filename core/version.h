// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>

namespace jr {

/// Of this program, as the build names it (CMakeLists.txt): "0.1.0".
std::string_view programVersion();

} // namespace jr
