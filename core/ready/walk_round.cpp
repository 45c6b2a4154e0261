// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/walk_round.h"

#include <algorithm>
#include <cstdio>

namespace jr {

std::string_view walkAreaText(WalkArea area) {
    static constexpr std::string_view kTexts[] = {"the machine", "straps and rollers", "air and fuel", "people"};
    return kTexts[static_cast<std::size_t>(area)];
}

WalkRound usualWalkRound(MachineKind machine, BenchType bench) {
    WalkRound out;
    WalkArea area = WalkArea::Machine;
    const auto tick = [&](const char* key, const char* words, bool safety = false) {
        out.lines.push_back({key, words, area, safety, {}, {}, {}, false, {}, {}, {}, {}, {}, false});
    };
    const auto value = [&](const char* key, const char* words, const char* unit, std::optional<double> low,
                           std::optional<double> high, bool safety = false) {
        out.lines.push_back({key, words, area, safety, unit, low, high, false, {}, {}, {}, {}, {}, false});
    };
    const bool wheel =
        machine == MachineKind::FourStroke || machine == MachineKind::TwoStroke || machine == MachineKind::Cvt;
    const bool hand = machine == MachineKind::HandHeld;
    tick("oil", machine == MachineKind::FourStroke ? "oil level seen" : "gear oil seen, two-stroke oil or mix right");
    if (!hand) {
        tick("coolant_level", "coolant level seen, no leaks");
        value("battery_v", "battery", "V", 12.2, 14.8);
        value("float_mm", "float level", "mm", {}, {});
    }
    tick("fasteners", "what was worked on is tight; nothing rests on the exhaust");
    area = WalkArea::StrapsAndRollers;
    if (bench == BenchType::Roller) {
        if (wheel)
            value("tyre_pressure_kpa", "tyre pressure, cold", "kPa", 140., 300.);
        tick("tyre_rated", "tyre inspected and rated for the speed", true);
        value("strap_kg", "strap tension, each side", "kg", 40., 120.);
        tick("straps_doubled", "straps doubled", true);
        tick("roller_clear", "roller turns freely, guards on, nothing loose near it", true);
        tick("straps_again", "straps looked at again after the first pull", true);
        out.lines.back().afterFirstPull = true;
    } else {
        tick("coupling",
             bench == BenchType::EngineBrake ? "coupling, shaft and belts inspected, bolts marked"
                                             : "brake, chain or clutch drum inspected",
             true);
        tick("guards_on", "guards on over everything that turns", true);
        tick("brake_water", "brake cooled and let go fully");
    }
    area = WalkArea::AirAndFuel;
    value("fuel_ml", "fuel in the tank", "ml", hand ? 100. : 500., {});
    tick("fans", "fans placed, not blowing across an open intake");
    tick("extraction", "exhaust extracted", true);
    // The lowest of the usual workplace limits for eight hours (European Union, directive 2017/164: 20 ppm; others 25,
    // 30 and 35); values from memory. The local limit comes first and is typed in.
    value("co_ppm", "carbon monoxide in the room", "ppm", {}, 20., true);
    tick("no_hot_refuel", "extinguisher in reach; no refuelling while hot", true);
    area = WalkArea::People;
    tick("nobody_in_line", "nobody beside or behind the roller, or in line with chain, belt or shaft", true);
    tick("ears_eyes", "ears and eyes protected", true);
    tick("kill_switch", "kill switch tried and in reach", true);
    return out;
}

WalkRound roadRound() {
    WalkRound out;
    const auto tick = [&](const char* key, const char* words, WalkArea area) {
        out.lines.push_back({key, words, area, true, {}, {}, {}, false, {}, {}, {}, {}, {}, false});
    };
    tick("closed_ground", "closed ground, or a place where this is allowed", WalkArea::People);
    tick("others_away", "other people and animals out of the way, someone keeps watch", WalkArea::People);
    tick("run_off", "room to stop twice over, no hole, gravel or oil on it", WalkArea::People);
    tick("clothing", "helmet, gloves, boots and protective clothing on", WalkArea::People);
    tick("road_tyres", "tyres inspected and at their pressure; tyres, belt and engine warm", WalkArea::Machine);
    tick("brakes", "brakes tried at walking pace, throttle snaps shut by itself", WalkArea::Machine);
    tick("road_fasteners", "wheels, chain or belt cover and what was worked on are tight", WalkArea::Machine);
    tick("receiver_fixed", "receiver and logger fixed, nothing dangles or slides", WalkArea::Machine);
    tick("starts_itself", "logging is started before the ride; nothing is read or pressed while riding",
         WalkArea::Machine);
    return out;
}

const std::vector<std::string>& roadCautions() {
    static const std::vector<std::string> cautions = {
        "Nothing is read or pressed while riding: a run is looked at when the machine stands.",
        "A run is not worth a fall: wind, wet, cold tyres or a tired rider end the day.",
        "Local law, the track's own rules and the machine's maker come first."};
    return cautions;
}

bool outsideWindow(const WalkLine& line) {
    return line.value && ((line.low && *line.value < *line.low) || (line.high && *line.value > *line.high));
}

bool settled(const WalkLine& line) {
    if (line.safety && !line.reason.empty())
        return true;
    if (outsideWindow(line))
        return false;
    return line.ticked || line.value.has_value();
}

std::string dayOf(const WalkRound& round) {
    if (!round.day.empty())
        return round.day;
    constexpr std::size_t kDate = 10; // "2026-05-02"
    std::string newest;
    for (const WalkLine& line : round.lines)
        newest = std::max(newest, line.when.substr(0, kDate));
    return newest;
}

WalkRound roundOn(const std::string& day, WalkRound round) {
    if (dayOf(round) != day)
        for (WalkLine& line : round.lines) {
            line.ticked = false;
            line.value.reset();
            line.place.clear();
            line.reason.clear();
        }
    round.day = day;
    return round;
}

WalkState walkState(const WalkRound& round, int pullsToday) {
    WalkState out;
    for (const WalkLine& line : round.lines) {
        if (line.afterFirstPull && pullsToday == 0 && !settled(line))
            continue;
        ++out.all;
        out.settled += settled(line);
        if (line.safety && !settled(line))
            out.missingSafety.push_back(line.words);
        if (outsideWindow(line)) {
            const std::string_view code = line.low && line.high ? "walk.outside-both"
                                          : line.low            ? "walk.outside-low"
                                                                : "walk.outside-high";
            Message message{code, {Term{line.words}, Written{*line.value}, line.unit}};
            for (const std::optional<double>& end : {line.low, line.high})
                if (end)
                    message.arguments.push_back(Written{*end});
            out.outside.push_back(line.place.empty() ? std::move(message)
                                                     : Message{"walk.at-place", {Sayings{{message}}, line.place}});
        }
    }
    return out;
}

const std::vector<std::string>& usualCautions() {
    static const std::vector<std::string> cautions = {
        "Nobody stands beside or behind the roller, or in line with a chain, belt or shaft.",
        "Tyres inspected and rated for the speed; straps doubled, and checked after the first pull; guards on.",
        "Exhaust extracted and carbon monoxide watched; ears and eyes protected.",
        "Hot parts and fuel: extinguisher in reach, no refuelling hot.",
        "Stop on lean, knock, heat or strange noise; kill switch in reach.",
        "The bench maker's instructions, local rules (noise, emissions, workplace) and licensed practice come first."};
    return cautions;
}

} // namespace jr
