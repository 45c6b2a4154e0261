// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/methods/given.h"
#include "core/nan.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
Result<PullFit> GivenMethod::fit(const Trace& trace, const ReadyOptions& options) const {
    PullFit out;
    out.header = trace.header;
    out.ready.kind = PullKind::Curve;
    const Channel* speed = trace.find(ChannelId::EngineSpeed);
    const Channel* power = trace.find(ChannelId::Power);
    const Channel* torque = trace.find(ChannelId::Torque);
    if (!speed)
        return Error{Message{"error.curve-needs-speed"}};
    if (!power && !torque)
        return Error{Message{"error.curve-needs-power"}};
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < trace.rows(); ++i) {
        const bool any = (power && std::isfinite(power->values[i])) || (torque && std::isfinite(torque->values[i]));
        if (any && std::isfinite(speed->values[i]) && speed->values[i] > 0.)
            order.push_back(i);
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return speed->values[a] < speed->values[b]; });
    double firstOff = kNaN, lastOff = kNaN, worst = 0.;
    for (std::size_t i : order) {
        const double w = speed->values[i];
        const double rpm = rpmFromRadPerS(w);
        if (!out.givenRpm.empty() && rpm - out.givenRpm.back() < 1e-6)
            continue;
        double p = power ? power->values[i] : kNaN;
        double t = torque ? torque->values[i] : kNaN;
        if (std::isfinite(p) && std::isfinite(t)) {
            const double off = std::abs(t * w - p) / std::max(std::abs(p), 1e-9);
            if (off > options.flags.inconsistentShare) {
                firstOff = std::isnan(firstOff) ? rpm : firstOff;
                lastOff = rpm;
                worst = std::max(worst, off);
            }
        } else if (std::isfinite(p)) {
            t = p / w;
        } else {
            p = t * w;
        }
        out.givenRpm.push_back(rpm);
        out.givenPowerW.push_back(p);
        out.givenTorqueNm.push_back(t);
    }
    if (out.givenRpm.size() < 2)
        return Error{Message{"error.few-points"}};
    if (std::isfinite(firstOff)) {
        Flag flag{FlagKind::Inconsistent};
        flag.fromRpm = firstOff;
        flag.toRpm = lastOff;
        flag.message = {"flag.power-torque", {Number{100. * worst, 1}}};
        for (const FlagOverrule& o : options.overrules)
            flag.overruled = flag.overruled || o.kind == FlagKind::Inconsistent;
        out.ready.flags.push_back(flag);
    }
    out.lowRpm = out.givenRpm.front();
    out.highRpm = out.givenRpm.back();
    if (out.highRpm - out.lowRpm < options.flags.shortRpm) {
        Flag flag{FlagKind::Short};
        flag.fromRpm = out.lowRpm;
        flag.toRpm = out.highRpm;
        flag.message = {"flag.short-curve"};
        out.ready.flags.push_back(flag);
    }
    return out;
}

} // namespace jr
