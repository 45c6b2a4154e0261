// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo_job/demo_road.h"

#include <cmath>
#include <cstdio>

namespace demo {

standin::RoadMachine quillOnTheRoad(int grams) {
    standin::RoadMachine m;
    m.machineKg = 108.;
    m.riderKg = 78.;
    m.shiftRpm = 6900. * std::sqrt(16. / grams);
    m.engageRpm = 5300.;
    m.powerW = [](double rpm) {
        const double off = (rpm - 7500.) / 2600.; // as its bench has it
        return 8600. * std::exp(-off * off);
    };
    return m;
}

namespace {

/// As a receiver's log of that morning, `minute` since midnight.
std::string logOf(const standin::RoadRide& ride, int number, int minute, int grams, const char* direction) {
    char id[64], started[64];
    std::snprintf(id, sizeof id, "90111125-0000-4126-8000-%012d", number);
    std::snprintf(started, sizeof started, "2026-05-24T%02d:%02d:%02d+02:00", minute / 60, minute % 60,
                  (17 * number) % 60);
    standin::Recording r = ride.recording;
    std::vector<std::pair<std::string, std::string>> keys = {{"id", id},
                                                             {"job", "Weights on the belt"},
                                                             {"machine", "Quill 125"},
                                                             {"setup", "weights " + std::to_string(grams) + " g"},
                                                             {"kind", "road"},
                                                             {"started", started},
                                                             {"air_temp_c", "18.5"},
                                                             {"air_pressure_hpa", "1003.0"},
                                                             {"humidity_pct", "55"}};
    keys.insert(keys.end(), r.keys.begin(), r.keys.end());
    keys.emplace_back("wind_m_s", "0.5");
    if (*direction)
        keys.emplace_back("direction", direction);
    r.keys = keys;
    constexpr int kDigits = 7; // a degree's seventh is a centimetre
    return r.text(kDigits);
}

} // namespace

std::vector<std::string> quillRuns() {
    std::vector<std::string> out;
    standin::Dice dice(1252);
    const int order[] = {16, 15, 14, 14, 15, 16, 16, 15, 14, 14, 15, 16, 16};
    constexpr int kFirstMinute = 9 * 60 + 20, kEveryMinutes = 7;
    int number = 0;
    for (int grams : order) {
        ++number;
        standin::RoadSetting s;
        s.seed = static_cast<std::uint64_t>(5000 + number);
        s.clutchS = 0.3 + 0.1 * dice.uniform();
        s.gustMPerS = 0.7;
        s.offsetShare = 0.004 * dice.normal();
        s.throttleRecorded = true;
        if (number == 13)
            s.poorFromS = 9.; // under trees
        out.push_back(logOf(standin::rideRoad(quillOnTheRoad(grams), s), number, kFirstMinute + kEveryMinutes * number,
                            grams, ""));
    }
    for (const char* direction :
         {"out", "back", "out", "back"}) { // clutch out, from high speed until it all but stands
        ++number;
        standin::RoadSetting s;
        s.seed = static_cast<std::uint64_t>(5000 + number);
        s.coastFromMPerS = 25.5;
        s.mostS = 120.;
        s.gustMPerS = 0.4;
        out.push_back(logOf(standin::rideRoad(quillOnTheRoad(16), s), number, kFirstMinute + kEveryMinutes * number, 16,
                            direction));
    }
    return out;
}

} // namespace demo
