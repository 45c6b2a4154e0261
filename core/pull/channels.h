// SPDX-License-Identifier: GPL-3.0-or-later
// The channels a pull may carry: their names in files, what they measure, and what values are plausible.
#pragma once

#include "core/units/units.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

enum class ChannelId {
    Time,
    RollerSpeed,
    BrakeSpeed,
    EngineSpeed,
    VehicleSpeed,
    LoadForce,
    BrakeTorque,
    Power,
    Torque,
    Afr,
    Lambda,
    Egt,
    ManifoldPressure,
    Cht,
    Coolant,
    Oil,
    IntakeAir,
    Throttle,
    FuelFlow,
    AirFlow,
    SoundLevel,
    Mark,
    // Of a run on the road:
    Distance,
    Latitude,
    Longitude,
    Altitude,
    Satellites,
    Hdop,  ///< horizontal dilution of precision: how well the satellites stand
    Other, ///< a column we keep but do not understand
};

struct ChannelInfo {
    ChannelId id;
    std::string_view name;  ///< in files; numbered ones are "afr_1", "egt_2" …
    std::string_view words; ///< for people
    Quantity quantity;
    bool numbered;
    double lowest, highest; ///< plausible values in SI; outside them a sample is not believed
};

const std::vector<ChannelInfo>& allChannels();
const ChannelInfo& channelInfo(ChannelId id);

/// A channel as named in a file, e.g. "afr_2" -> (Afr, 2).
struct ChannelName {
    ChannelId id;
    int number = 0;
};
std::optional<ChannelName> parseChannelName(std::string_view name);
std::string channelText(ChannelName name);
/// The same for people: "engine speed", "air-fuel ratio 2".
Message channelMessage(ChannelName name);

/// Whether a unit may be used for a channel (flows may be by mass or by volume).
bool unitFits(ChannelId id, const Unit& unit);
/// The unit of a column by its spelling. Lengths and angles belong to road channels alone: in any other column "m" is
/// no unit. An empty spelling is 1 where the channel has no dimension.
std::optional<Unit> findChannelUnit(ChannelId id, std::string_view spelling);

} // namespace jr
