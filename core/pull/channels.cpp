// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/channels.h"

#include <charconv>

namespace jr {
namespace {

const std::vector<ChannelInfo> kChannels = {
    {ChannelId::Time, "time", "time", Quantity::Time, false, -1e9, 1e12},
    {ChannelId::RollerSpeed, "roller_speed", "roller speed", Quantity::AngularSpeed, false, 0., 2000.},
    {ChannelId::BrakeSpeed, "brake_speed", "brake speed", Quantity::AngularSpeed, false, 0., 4000.},
    {ChannelId::EngineSpeed, "engine_speed", "engine speed", Quantity::AngularSpeed, false, 0., 3200.},
    {ChannelId::VehicleSpeed, "vehicle_speed", "vehicle speed", Quantity::Speed, false, 0., 150.},
    {ChannelId::LoadForce, "load_force", "load force", Quantity::Force, false, -1e5, 1e5},
    {ChannelId::BrakeTorque, "brake_torque", "brake torque", Quantity::Torque, false, -2e4, 2e4},
    {ChannelId::Power, "power", "power", Quantity::Power, false, -1e6, 2e6},
    {ChannelId::Torque, "torque", "torque", Quantity::Torque, false, -2e4, 2e4},
    {ChannelId::Afr, "afr", "air-fuel ratio", Quantity::Ratio, true, 1., 200.},
    {ChannelId::Lambda, "lambda", "lambda", Quantity::Ratio, true, 0.1, 20.},
    {ChannelId::Egt, "egt", "exhaust gas", Quantity::Temperature, true, -50., 1300.},
    {ChannelId::ManifoldPressure, "map", "manifold pressure", Quantity::Pressure, true, 0., 1e6},
    {ChannelId::Cht, "cht", "cylinder head", Quantity::Temperature, false, -50., 400.},
    {ChannelId::Coolant, "coolant", "coolant", Quantity::Temperature, false, -50., 200.},
    {ChannelId::Oil, "oil", "oil", Quantity::Temperature, false, -50., 250.},
    {ChannelId::IntakeAir, "intake_air", "intake air", Quantity::Temperature, false, -50., 150.},
    {ChannelId::Throttle, "throttle", "throttle", Quantity::Ratio, false, -0.1, 1.2},
    {ChannelId::FuelFlow, "fuel_flow", "fuel flow", Quantity::MassFlow, false, 0., 1.},
    {ChannelId::AirFlow, "air_flow", "air flow", Quantity::MassFlow, false, 0., 10.},
    {ChannelId::SoundLevel, "sound_level", "sound level", Quantity::Sound, false, 0., 200.},
    {ChannelId::Mark, "mark", "mark", Quantity::Ratio, false, -1e12, 1e12},
    {ChannelId::Distance, "distance", "distance", Quantity::Length, false, -1., 1e6},
    {ChannelId::Latitude, "latitude", "latitude", Quantity::Angle, false, -kPi / 2., kPi / 2.},
    {ChannelId::Longitude, "longitude", "longitude", Quantity::Angle, false, -kPi, 2. * kPi},
    {ChannelId::Altitude, "altitude", "altitude", Quantity::Length, false, -500., 9000.},
    {ChannelId::Satellites, "satellites", "satellites", Quantity::Ratio, false, 0., 100.},
    {ChannelId::Hdop, "hdop", "hdop", Quantity::Ratio, false, 0., 100.},
    {ChannelId::Other, "", "", Quantity::Ratio, false, -1e308, 1e308},
};

} // namespace

const std::vector<ChannelInfo>& allChannels() {
    return kChannels;
}

const ChannelInfo& channelInfo(ChannelId id) {
    return kChannels[static_cast<std::size_t>(id)];
}

std::optional<ChannelName> parseChannelName(std::string_view name) {
    for (const ChannelInfo& info : kChannels) {
        if (info.id == ChannelId::Other)
            continue;
        if (!info.numbered && info.name == name)
            return ChannelName{info.id, 0};
        if (info.numbered && name.starts_with(info.name)) {
            std::string_view rest = name.substr(info.name.size());
            if (rest.empty())
                return ChannelName{info.id, 1};
            if (rest.front() != '_')
                continue;
            rest.remove_prefix(1);
            int number = 0;
            const auto [end, problem] = std::from_chars(rest.data(), rest.data() + rest.size(), number);
            if (problem == std::errc() && end == rest.data() + rest.size() && number >= 1 && number <= 64)
                return ChannelName{info.id, number};
        }
    }
    return std::nullopt;
}

std::string channelText(ChannelName name) {
    const ChannelInfo& info = channelInfo(name.id);
    std::string text(info.name);
    if (info.numbered)
        text += "_" + std::to_string(name.number);
    return text;
}

Message channelMessage(ChannelName name) {
    const ChannelInfo& info = channelInfo(name.id);
    const Term words{std::string(info.words)};
    if (info.numbered)
        return {"channel.numbered", {words, std::to_string(name.number)}};
    return {"channel.plain", {words}};
}

std::optional<Unit> findChannelUnit(ChannelId id, std::string_view spelling) {
    const Quantity quantity = channelInfo(id).quantity;
    if (spelling.empty() && quantity == Quantity::Ratio && id != ChannelId::Other)
        return findUnit("1");
    if (quantity == Quantity::Length || quantity == Quantity::Angle)
        return findWorkshopUnit(spelling);
    return findUnit(spelling);
}

bool unitFits(ChannelId id, const Unit& unit) {
    if (id == ChannelId::Other)
        return true;
    if (id == ChannelId::FuelFlow || id == ChannelId::AirFlow)
        return unit.quantity == Quantity::MassFlow || unit.quantity == Quantity::VolumeFlow;
    return unit.quantity == channelInfo(id).quantity;
}

} // namespace jr
