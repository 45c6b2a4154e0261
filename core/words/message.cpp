// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/message.h"

namespace jr {

// Comparing the variant of arguments costs every file that sees it; nobody is in a hurry here.
bool Sayings::operator==(const Sayings&) const = default;
bool Message::operator==(const Message&) const = default;
bool Caution::operator==(const Caution&) const = default;

} // namespace jr
