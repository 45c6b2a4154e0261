// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/heading_words.h"

#include <cctype>
#include <string>

namespace jr {
namespace {

struct Word {
    std::string_view text; // folded: lower case, letters and digits only
    ChannelId id;
    bool whole; // must be the whole heading, not a part of it
};

// Longer and more telling words first: the first that fits wins. English and German, as loggers write them.
constexpr Word kWords[] = {
    {"time", ChannelId::Time, false},
    {"zeit", ChannelId::Time, false},
    {"timestamp", ChannelId::Time, false},
    {"t", ChannelId::Time, true},
    {"sec", ChannelId::Time, true},
    {"uhrzeit", ChannelId::Time, false},
    {"rollerspeed", ChannelId::RollerSpeed, false},
    {"drumspeed", ChannelId::RollerSpeed, false},
    {"rollerrpm", ChannelId::RollerSpeed, false},
    {"drumrpm", ChannelId::RollerSpeed, false},
    {"rollendrehzahl", ChannelId::RollerSpeed, false},
    {"rolle", ChannelId::RollerSpeed, false},
    {"roller", ChannelId::RollerSpeed, false},
    {"drum", ChannelId::RollerSpeed, false},
    {"trommel", ChannelId::RollerSpeed, false},
    {"brakespeed", ChannelId::BrakeSpeed, false},
    {"brakerpm", ChannelId::BrakeSpeed, false},
    {"bremsdrehzahl", ChannelId::BrakeSpeed, false},
    {"sparkadvance", ChannelId::Other, false},
    {"ignition", ChannelId::Other, false},
    {"sparkadv", ChannelId::Other, false},
    {"gear", ChannelId::Other, true},
    {"vehiclespeed", ChannelId::VehicleSpeed, false},
    {"roadspeed", ChannelId::VehicleSpeed, false},
    {"wheelspeed", ChannelId::VehicleSpeed, false},
    {"geschwindigkeit", ChannelId::VehicleSpeed, false},
    {"gpsspeed", ChannelId::VehicleSpeed, false},
    {"groundspeed", ChannelId::VehicleSpeed, false},
    {"speedoverground", ChannelId::VehicleSpeed, false},
    {"latitude", ChannelId::Latitude, false},
    {"lat", ChannelId::Latitude, true},
    {"geobreite", ChannelId::Latitude, false},
    {"breitengrad", ChannelId::Latitude, false},
    {"longitude", ChannelId::Longitude, false},
    {"lon", ChannelId::Longitude, true},
    {"lng", ChannelId::Longitude, true},
    {"laengengrad", ChannelId::Longitude, false},
    {"altitude", ChannelId::Altitude, false},
    {"elevation", ChannelId::Altitude, false},
    {"hoehe", ChannelId::Altitude, false},
    {"satellites", ChannelId::Satellites, false},
    {"satelliten", ChannelId::Satellites, false},
    {"sats", ChannelId::Satellites, true},
    {"hdop", ChannelId::Hdop, false},
    {"distance", ChannelId::Distance, true},
    {"strecke", ChannelId::Distance, true},
    {"enginespeed", ChannelId::EngineSpeed, false},
    {"motordrehzahl", ChannelId::EngineSpeed, false},
    {"drehzahl", ChannelId::EngineSpeed, false},
    {"enginerpm", ChannelId::EngineSpeed, false},
    {"rpm", ChannelId::EngineSpeed, false},
    {"revs", ChannelId::EngineSpeed, false},
    {"nmot", ChannelId::EngineSpeed, true},
    {"tacho", ChannelId::EngineSpeed, false},
    {"loadforce", ChannelId::LoadForce, false},
    {"loadcell", ChannelId::LoadForce, false},
    {"kraft", ChannelId::LoadForce, false},
    {"force", ChannelId::LoadForce, false},
    {"scale", ChannelId::LoadForce, true},
    {"waage", ChannelId::LoadForce, false},
    {"braketorque", ChannelId::BrakeTorque, false},
    {"bremsmoment", ChannelId::BrakeTorque, false},
    {"torque", ChannelId::Torque, false},
    {"drehmoment", ChannelId::Torque, false},
    {"power", ChannelId::Power, false},
    {"leistung", ChannelId::Power, false},
    {"lambda", ChannelId::Lambda, false},
    {"airfuel", ChannelId::Afr, false},
    {"afr", ChannelId::Afr, false},
    {"a/f", ChannelId::Afr, false},
    {"gemisch", ChannelId::Afr, false},
    {"mixture", ChannelId::Afr, false},
    {"egt", ChannelId::Egt, false},
    {"exhausttemp", ChannelId::Egt, false},
    {"abgastemp", ChannelId::Egt, false},
    {"manifoldpressure", ChannelId::ManifoldPressure, false},
    {"saugrohrdruck", ChannelId::ManifoldPressure, false},
    {"map", ChannelId::ManifoldPressure, true},
    {"cht", ChannelId::Cht, false},
    {"headtemp", ChannelId::Cht, false},
    {"zylinderkopf", ChannelId::Cht, false},
    {"coolant", ChannelId::Coolant, false},
    {"watertemp", ChannelId::Coolant, false},
    {"kuehlwasser", ChannelId::Coolant, false},
    {"wasser", ChannelId::Coolant, false},
    {"oil", ChannelId::Oil, false},
    {"intakeair", ChannelId::IntakeAir, false},
    {"ansaugluft", ChannelId::IntakeAir, false},
    {"throttle", ChannelId::Throttle, false},
    {"tps", ChannelId::Throttle, false},
    {"drosselklappe", ChannelId::Throttle, false},
    {"fuelflow", ChannelId::FuelFlow, false},
    {"airflow", ChannelId::AirFlow, false},
};

std::string folded(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto c = static_cast<unsigned char>(text[i]);
        if (c < 128) {
            if (std::isalnum(c) || c == '/')
                out += static_cast<char>(std::tolower(c));
            continue;
        }
        // Umlauts in UTF-8 as their two-letter forms.
        const auto d = i + 1 < text.size() ? static_cast<unsigned char>(text[i + 1]) : 0;
        if (c == 0xC3) {
            if (d == 0xA4 || d == 0x84)
                out += "ae";
            if (d == 0xB6 || d == 0x96)
                out += "oe";
            if (d == 0xBC || d == 0x9C)
                out += "ue";
            if (d == 0x9F)
                out += "ss";
            ++i;
        }
    }
    return out;
}

bool fits(ChannelId id, Quantity quantity) {
    if (id == ChannelId::FuelFlow || id == ChannelId::AirFlow)
        return quantity == Quantity::MassFlow || quantity == Quantity::VolumeFlow;
    return channelInfo(id).quantity == quantity;
}

} // namespace

std::optional<ChannelName> channelForHeading(std::string_view heading, std::optional<Quantity> quantity) {
    if (const auto exact = parseChannelName(heading))
        if (!quantity || fits(exact->id, *quantity))
            return exact;
    std::string name = folded(heading);
    // A number at the end counts cylinders.
    int number = 0;
    std::size_t digits = name.size();
    while (digits > 0 && std::isdigit(static_cast<unsigned char>(name[digits - 1])))
        --digits;
    if (digits < name.size() && name.size() - digits <= 2)
        number = std::stoi(name.substr(digits));
    const std::string bare = name.substr(0, digits);
    for (const Word& word : kWords) {
        const bool found =
            word.whole ? bare == word.text || name == word.text : name.find(word.text) != std::string::npos;
        if (!found)
            continue;
        if (word.id == ChannelId::Other)
            return std::nullopt;
        if (quantity && !fits(word.id, *quantity)) {
            continue;
        }
        const bool numbered = channelInfo(word.id).numbered;
        return ChannelName{word.id, numbered ? std::max(1, number) : 0};
    }
    // "Speed" alone means what its unit says.
    if (bare == "speed" || bare == "v" || bare == "kmh" || bare == "mph" || bare == "tempo") {
        if (quantity == Quantity::Speed || (!quantity && bare != "speed" && bare != "v"))
            return ChannelName{ChannelId::VehicleSpeed, 0};
        if (quantity == Quantity::AngularSpeed)
            return ChannelName{ChannelId::RollerSpeed, 0};
    }
    return std::nullopt;
}

} // namespace jr
