// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/simulated_trace.h"

#include <cstdio>
#include <cstdlib>

namespace testsupport {

jr::Trace traceOf(const standin::Recording& recording, jr::PullKind kind) {
    jr::Trace trace;
    trace.header.kind = kind;
    for (const auto& [key, value] : recording.keys) {
        const double v = std::atof(value.c_str());
        auto& h = trace.header;
        if (key == "air_temp_c")
            h.airTempC = v;
        else if (key == "air_pressure_hpa")
            h.airPressurePa = v * 100.;
        else if (key == "humidity_pct")
            h.humidity = v / 100.;
        else if (key == "roller_inertia_kg_m2")
            h.rollerInertiaKgM2 = v;
        else if (key == "roller_radius_m")
            h.rollerRadiusM = v;
        else if (key == "engine_per_roller")
            h.enginePerRoller = v;
        else if (key == "limiter_rpm")
            h.limiterRpm = v;
        else if (key == "brake_arm_m")
            h.brakeArmM = v;
        else if (key == "brake_inertia_kg_m2")
            h.brakeInertiaKgM2 = v;
        else if (key == jr::header_key::afrDelayS.key)
            h.set(jr::header_key::afrDelayS, v);
        else if (key == "roller_loss_nm")
            std::sscanf(value.c_str(), "%lf, %lf, %lf", &h.rollerLossNm[0], &h.rollerLossNm[1], &h.rollerLossNm[2]);
        else
            h.other.emplace_back(key, value);
    }
    for (std::size_t c = 0; c < recording.columns.size(); ++c) {
        const std::string& heading = recording.columns[c];
        const auto bracket = heading.find(" [");
        jr::Channel channel;
        channel.heading = heading.substr(0, bracket);
        channel.unitText = heading.substr(bracket + 2, heading.size() - bracket - 3);
        channel.name = *jr::parseChannelName(channel.heading);
        const jr::Unit unit = *jr::findChannelUnit(channel.name.id, channel.unitText);
        for (const auto& row : recording.rows)
            channel.values.push_back(jr::toSi(row[c], unit));
        channel.quantity = unit.quantity;
        trace.channels.push_back(std::move(channel));
    }
    return trace;
}

} // namespace testsupport
