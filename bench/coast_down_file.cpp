// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/coast_down_file.h"

#include <algorithm>
#include <cmath>

namespace jr {

Trace coastDownTrace(const PullHeader& bench, const CoastDown& run) {
    Trace out;
    out.header = bench;
    out.header.note = "coast-down";
    out.header.id.clear();
    Channel time, speed;
    time.name = {ChannelId::Time, 0};
    time.heading = "time";
    time.unitText = "s";
    time.quantity = Quantity::Time;
    time.values = run.timeS;
    speed.name = {ChannelId::RollerSpeed, 0};
    speed.heading = "roller_speed";
    speed.unitText = "rad/s";
    speed.quantity = Quantity::AngularSpeed;
    speed.values = run.shaftRadS;
    out.channels = {std::move(time), std::move(speed)};
    return out;
}

Result<CoastDown> coastDownOf(const Trace& trace) {
    const Channel* time = trace.find(ChannelId::Time);
    const Channel* speed = trace.find(ChannelId::RollerSpeed);
    if (!time || !speed)
        return Error{Message{"line.coast-down-columns"}};
    std::size_t top = 0;
    for (std::size_t i = 0; i < speed->values.size(); ++i)
        if (std::isfinite(speed->values[i]) && !(speed->values[i] < speed->values[top]))
            top = i;
    CoastDown out;
    for (std::size_t i = top; i < speed->values.size(); ++i)
        if (std::isfinite(speed->values[i]) && std::isfinite(time->values[i]) &&
            (out.timeS.empty() || time->values[i] > out.timeS.back())) {
            out.timeS.push_back(time->values[i]);
            out.shaftRadS.push_back(speed->values[i]);
        }
    return out;
}

} // namespace jr
