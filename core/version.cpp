// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/version.h"

namespace jr {

std::string_view programVersion() {
    return JR_VERSION;
}

} // namespace jr
