// SPDX-License-Identifier: GPL-3.0-or-later
// What strangers call the channels.
#pragma once

#include "core/pull/channels.h"

#include <optional>
#include <string_view>

namespace jr {

/// The channel a heading seems to mean ("Drehzahl", "RPM", "AFR 2", "Coolant temp"), given its unit's quantity when
/// that is known. nullopt when it could be anything.
std::optional<ChannelName> channelForHeading(std::string_view heading, std::optional<Quantity> unitQuantity);

} // namespace jr
