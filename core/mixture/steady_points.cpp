// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mixture/steady_points.h"

#include "core/air/air.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// Mean of what is finite in [from, to); nullopt without any.
std::optional<double> mean(const Channel* channel, std::size_t from, std::size_t to) {
    double sum = 0., n = 0.;
    for (std::size_t i = from; channel && i < to; ++i)
        if (std::isfinite(channel->values[i])) {
            sum += channel->values[i];
            n += 1.;
        }
    return n > 0. ? std::optional(sum / n) : std::nullopt;
}

} // namespace

std::vector<SteadyPoint> steadyPoints(const Trace& trace, const EngineSize& engine, const SteadyOptions& o) {
    std::vector<SteadyPoint> out;
    const PullHeader& h = trace.header;
    const Channel* time = trace.find(ChannelId::Time);
    const Channel* speed = trace.find(ChannelId::EngineSpeed);
    const Channel* shaft = trace.find(ChannelId::BrakeSpeed);
    const Channel* force = trace.find(ChannelId::LoadForce);
    const Channel* torque = trace.find(ChannelId::BrakeTorque);
    if (!time || (!speed && !shaft) || (!torque && !(force && h.brakeArmM)))
        return out;
    const auto rpmAt = [&](std::size_t i) {
        return rpmFromRadPerS(speed ? speed->values[i] : shaft->values[i] * h.enginePerBrake);
    };
    const std::size_t n = trace.rows();
    for (std::size_t from = 0; from < n;) {
        std::size_t to = from;
        double low = rpmAt(from), high = low;
        while (to < n) {
            const double rpm = rpmAt(to);
            if (o.windowS > 0.) {
                if (time->values[to] - time->values[from] >= o.windowS)
                    break;
            } else {
                low = std::min(low, rpm);
                high = std::max(high, rpm);
                if (!(high - low <= 2. * o.withinRpm))
                    break;
            }
            ++to;
        }
        const auto opened = mean(trace.find(ChannelId::Throttle), from, std::max(to, from + 1));
        if (o.windowS > 0. && opened && *opened < o.openThrottle) {
            ++from; // rolling on or off: slices begin where it is wide open
            continue;
        }
        const double lasts = to > from ? time->values[to - 1] - time->values[from] : 0.;
        if (lasts >= (o.windowS > 0. ? 0.8 * o.windowS : o.leastS)) {
            SteadyPoint p;
            p.fromS = time->values[from];
            p.toS = time->values[to - 1];
            double rpm = 0.;
            for (std::size_t i = from; i < to; ++i)
                rpm += rpmAt(i) / static_cast<double>(to - from);
            p.rpm = rpm;
            const auto load = torque ? mean(torque, from, to) : mean(force, from, to);
            // The flywheel's share while sweeping.
            const double slope =
                lasts > 0. ? (rpmAt(to - 1) - rpmAt(from)) * kRadPerSecPerRpm / h.enginePerBrake / lasts : 0.;
            const double atBrake =
                load.value_or(0.) * (torque ? 1. : *h.brakeArmM) + (o.windowS > 0. ? h.brakeInertiaKgM2 * slope : 0.);
            p.torqueNm = atBrake / h.enginePerBrake;
            p.powerW = p.torqueNm * radPerSFromRpm(rpm);
            const auto fuel = mean(trace.find(ChannelId::FuelFlow), from, to),
                       air = mean(trace.find(ChannelId::AirFlow), from, to);
            if (fuel && air) {
                p.afr = afrFromFlows(*air, *fuel);
            } else {
                double sum = 0., count = 0.;
                for (const Channel* c : trace.findAll(ChannelId::Afr))
                    if (const auto one = mean(c, from, to)) {
                        sum += *one;
                        count += 1.;
                    }
                if (count > 0.)
                    p.afr = sum / count;
            }
            if (fuel)
                p.bsfcKgPerJ = bsfcKgPerJ(*fuel, p.powerW);
            p.airKgS = air;
            const auto outside = h.air();
            sizePoint(p, engine, outside ? std::optional(densityKgM3(*outside)) : std::nullopt);
            const Channel* taken = torque ? torque : force;
            const std::size_t middle = from + (to - from) / 2;
            if (const auto early = mean(taken, from, middle), late = mean(taken, middle, to); early && late)
                p.torqueSettled = std::abs(*late - *early) <= kSettledTorque * std::abs(*late);
            for (const Channel* c : trace.findAll(ChannelId::Egt))
                if (const auto early = mean(c, from, middle), late = mean(c, middle, to); early && late)
                    p.exhaustSettled = p.exhaustSettled && std::abs(*late - *early) <= kSettledExhaustK;
            out.push_back(p);
            from = to;
        } else {
            // Half a step on, so that a steady stretch after a ramp is met early.
            from += std::max<std::size_t>(1, (to - from) / 8);
        }
    }
    double largest = 0.;
    for (const SteadyPoint& p : out)
        largest = std::max(largest, p.torqueNm);
    std::erase_if(out, [&](const SteadyPoint& p) { return p.torqueNm < 0.1 * largest; });
    return out;
}

void sizePoint(SteadyPoint& p, const EngineSize& engine, std::optional<double> densityKgM3) {
    if (!(engine.displacementM3 > 0.))
        return;
    p.bmepPa = bmepPa(p.torqueNm, engine);
    if (p.airKgS && densityKgM3)
        p.breathing = breathing(*p.airKgS, engine, *densityKgM3, p.rpm);
}

SteadyRun steadyRun(const Trace& trace, const EngineSize& engine) {
    constexpr std::size_t kFewestSteps = 3; // fewer are chance places of a sweep
    constexpr double kSliceS = 0.5;
    SteadyRun out{steadyPoints(trace, engine), false};
    if (out.points.size() < kFewestSteps) {
        SteadyOptions slices;
        slices.windowS = kSliceS;
        out = {steadyPoints(trace, engine, slices), true};
    }
    return out;
}

} // namespace jr
