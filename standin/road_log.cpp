// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/road_log.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace standin {
namespace {

std::string sentence(const std::string& body) {
    unsigned sum = 0;
    for (unsigned char c : body)
        sum ^= c;
    char tail[8];
    std::snprintf(tail, sizeof tail, "*%02X\r\n", sum);
    return "$" + body + tail;
}

/// Degrees and minutes, as the sentences have them.
double minutesOf(double degrees) {
    const double size = std::abs(degrees), whole = std::floor(size);
    return 100. * whole + 60. * (size - whole);
}

std::size_t columnOf(const Recording& recording, const std::string& name) {
    for (std::size_t c = 0; c < recording.columns.size(); ++c)
        if (recording.columns[c].rfind(name, 0) == 0)
            return c;
    return recording.columns.size();
}

} // namespace

std::vector<FixNow> fixesOf(const RoadRide& ride) {
    const Recording& r = ride.recording;
    const std::size_t speed = columnOf(r, "vehicle_speed"), latitude = columnOf(r, "latitude"),
                      altitude = columnOf(r, "altitude"), satellites = columnOf(r, "satellites"),
                      hdop = columnOf(r, "hdop");
    std::vector<FixNow> out;
    for (const auto& row : r.rows) {
        FixNow fix;
        fix.heard = latitude < row.size() && std::isfinite(row[latitude]) && std::isfinite(row[speed]);
        if (fix.heard)
            fix = {true,      row[speed] / kKmhPerMPerS,        northOfM(row[latitude]), row[altitude] - kRoadAltitudeM,
                   row[hdop], static_cast<int>(row[satellites])};
        out.push_back(fix);
    }
    return out;
}

std::string sentencesOf(const FixNow& fix, double sinceTenS) {
    constexpr double kTenOClockS = 36000., kDayS = 86400., kKnotsPerMPerS = 3600. / 1852.;
    const double t = std::fmod(kTenOClockS + sinceTenS, kDayS);
    const int whole = static_cast<int>(t);
    char clock[24], body[200];
    std::snprintf(clock, sizeof clock, "%02d%02d%06.3f", whole / 3600 % 24, whole / 60 % 60, whole % 60 + t - whole);
    if (!fix.heard) {
        std::snprintf(body, sizeof body, "GPRMC,%s,V,,,,,,,240526,,", clock);
        return sentence(body);
    }
    const double latitude = latitudeOfDeg(fix.northM);
    const char ns = latitude < 0. ? 'S' : 'N', ew = kLongitudeDeg < 0. ? 'W' : 'E';
    std::snprintf(body, sizeof body, "GPRMC,%s,A,%011.6f,%c,%012.6f,%c,%.4f,0.0,240526,,", clock, minutesOf(latitude),
                  ns, minutesOf(kLongitudeDeg), ew, fix.speedMPerS * kKnotsPerMPerS);
    std::string out = sentence(body);
    std::snprintf(body, sizeof body, "GPGGA,%s,%011.6f,%c,%012.6f,%c,1,%02d,%.1f,%.2f,M,,M,,", clock,
                  minutesOf(latitude), ns, minutesOf(kLongitudeDeg), ew, fix.satellites, fix.hdop,
                  kRoadAltitudeM + fix.upM);
    return out + sentence(body);
}

std::string nmeaOf(const RoadRide& ride) {
    std::string out;
    const auto fixes = fixesOf(ride);
    for (std::size_t i = 0; i < fixes.size(); ++i)
        out += sentencesOf(fixes[i], ride.recording.rows[i][0]);
    return out;
}

std::string truthOf(const RoadRide& ride) {
    const RoadTruth& t = ride.truth;
    char line[120];
    std::snprintf(line, sizeof line, "start_s %.3f\n", t.startS);
    std::string out = line;
    constexpr double kFootM = 0.3048, kMph = 0.44704, kKmh = 1. / 3.6;
    const double foot = t.timeAtM(kFootM);
    const auto tell = [&](const char* mark, double at) {
        if (at < 0.)
            return;
        std::snprintf(line, sizeof line, "%s %.3f %.3f\n", mark, at, at - foot);
        out += line;
    };
    tell("60ft", t.timeAtM(60. * kFootM));
    tell("330ft", t.timeAtM(330. * kFootM));
    tell("1/8mile", t.timeAtM(660. * kFootM));
    tell("1/4mile", t.timeAtM(1320. * kFootM));
    tell("0-60mph", t.timeAtSpeed(60. * kMph));
    tell("0-100km/h", t.timeAtSpeed(100. * kKmh));
    return out;
}

RoadMachine onTheRoad(const Machine& machine, const Weather& weather) {
    RoadMachine out;
    out.powerW = [machine, weather](double rpm) {
        // Above its limiter an engine makes nothing.
        const double limiter = machine.parts.limiterRpm;
        return limiter > 0. && rpm > limiter ? 0. : std::max(0., machine.powerW(weather, rpm));
    };
    if (machine.cvt) {
        out.shiftRpm = machine.shiftRpm * std::sqrt(16. / std::max(machine.parts.flyweightG, 1.));
        out.creepRpm = machine.creepRpm;
        out.engageRpm = 5200.;
    } else {
        out.machineKg = 124.;
        out.wheelRadiusM = 0.3;
        out.gears = {19.4, 13.6, 10.6, 8.8, 7.7};
        out.gearShiftRpm = machine.parts.limiterRpm > 0. ? machine.parts.limiterRpm - 300. : machine.endRpm;
        out.engageRpm = 4500.;
    }
    return out;
}

} // namespace standin
