// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/gears/run_time.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

namespace jr {
namespace {

/// A run as it goes: stepped through time until it is stopped by the caller.
class Run {
public:
    Run(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load, const RunPlan& plan)
        : m_curve(curve), m_gearing(gearing), m_load(load), m_plan(plan), m_speed(plan.fromMPerS) {
        while (m_gear + 1 < gearing.gears.size() && gearing.engineRpm(m_gear, m_speed) >= leaveAt())
            ++m_gear;
    }

    double speed() const { return m_speed; }
    double seconds() const { return m_seconds; }
    double metres() const { return m_metres; }
    bool guessed() const { return m_guessed; }

    /// One step of at most kStepS; false when it no longer gains speed and no shift is left that could help.
    bool step(double mostS) {
        if (m_betweenS > 0.) {
            const double dt = std::min({m_betweenS, mostS, kStepS});
            move(dt, -m_load.resistanceN(m_speed));
            m_betweenS -= dt;
            return true;
        }
        const double rpm = m_gearing.engineRpm(m_gear, m_speed);
        if (m_gear + 1 < m_gearing.gears.size() && rpm >= leaveAt()) {
            ++m_gear;
            m_betweenS = m_plan.shiftS;
            return true;
        }
        if (rpm > m_plan.limiterRpm)
            return false; // the last gear is out of revs
        const PowerAt power = powerAt(m_curve, rpm);
        // Below the first point the rider is still winding it up: a guess, but not one that decides between shifts.
        m_guessed = m_guessed || (power.guessed && rpm > m_curve.rpm.back());
        const double force = power.watt / std::max(m_speed, kLeastSpeed) - m_load.resistanceN(m_speed);
        if (force <= kNoForceN)
            return false;
        move(std::min(kStepS, mostS), force);
        return true;
    }

private:
    static constexpr double kStepS = 0.004; // a run of ten seconds is right to a millisecond or two, differences better
    static constexpr double kLeastSpeed = 0.5, kNoForceN = 0.5;

    double leaveAt() const { return std::min(m_plan.shiftRpm[m_gear], m_plan.limiterRpm); }
    void move(double dt, double force) {
        const double gained = force / (m_load.massKg + m_load.turningKg) * dt;
        m_metres += (m_speed + 0.5 * gained) * dt;
        m_speed += gained;
        m_seconds += dt;
    }

    const PowerCurve& m_curve;
    const Gearing& m_gearing;
    const RoadLoad& m_load;
    const RunPlan& m_plan;
    std::size_t m_gear = 0;
    double m_speed, m_seconds = 0., m_metres = 0., m_betweenS = 0.;
    bool m_guessed = false;
};

constexpr double kLongestS = 300.;

PowerCurve edgeOf(const PowerCurve& curve, bool high) {
    PowerCurve out = curve;
    const auto& edge = high ? curve.highW : curve.lowW;
    if (edge.size() == curve.rpm.size())
        out.powerW = edge;
    return out;
}

/// The curve tilted inside its margin: at the one edge up to `fromRpm`, at the other from `toRpm`, straight between.
PowerCurve tiltedOf(const PowerCurve& curve, double fromRpm, double toRpm, bool risesToHigh) {
    PowerCurve out = curve;
    if (curve.lowW.size() != curve.rpm.size() || curve.highW.size() != curve.rpm.size() || !(toRpm > fromRpm))
        return out;
    for (std::size_t i = 0; i < curve.rpm.size(); ++i) {
        const double along = std::clamp((curve.rpm[i] - fromRpm) / (toRpm - fromRpm), 0., 1.);
        const double high = risesToHigh ? along : 1. - along;
        out.powerW[i] = curve.lowW[i] + high * (curve.highW[i] - curve.lowW[i]);
    }
    return out;
}

/// From the lowest speed that a shift falls to, to the highest that one comes from.
std::pair<double, double> speedsOfShifts(const Gearing& gearing, const RunPlan& plan, const RunPlan& other) {
    double from = std::numeric_limits<double>::infinity(), to = 0.;
    for (const RunPlan* p : {&plan, &other})
        for (std::size_t g = 0; g < p->shiftRpm.size() && g + 1 < gearing.gears.size(); ++g) {
            from = std::min(from, p->shiftRpm[g] * gearing.gears[g + 1] / gearing.gears[g]);
            to = std::max(to, p->shiftRpm[g]);
        }
    return {from, to};
}

} // namespace

RunTime runTime(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load, const RunPlan& plan) {
    Run run(curve, gearing, load, plan);
    while (run.speed() < plan.toMPerS && run.seconds() < kLongestS) {
        if (!run.step(kLongestS))
            return {run.seconds(), run.metres(), run.guessed(), false};
    }
    return {run.seconds(), run.metres(), run.guessed(), run.speed() >= plan.toMPerS};
}

std::optional<double> timeOverM(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load,
                                const RunPlan& plan, double metres) {
    Run run(curve, gearing, load, plan);
    while (run.metres() < metres) {
        if (run.seconds() >= kLongestS)
            return std::nullopt;
        const double left = metres - run.metres(), mostS = left / std::max(run.speed(), 0.5);
        constexpr double kCloseEnoughM = 1e-6;
        if (left < kCloseEnoughM)
            break;
        if (!run.step(std::max(mostS, 1e-9))) {
            // It rolls on at the speed it holds.
            return run.seconds() + left / run.speed();
        }
    }
    return run.seconds();
}

std::optional<Ranged> secondsBetween(const PowerCurve& curve, const Gearing& gearing, const RoadLoad& load,
                                     const RunPlan& plan, const RunPlan& other) {
    const auto of = [&](const PowerCurve& c) -> std::optional<double> {
        const RunTime first = runTime(c, gearing, load, plan);
        const auto second = timeOverM(c, gearing, load, other, first.metres);
        return second ? std::optional(first.seconds - *second) : std::nullopt;
    };
    const auto middle = of(curve);
    if (!middle)
        return std::nullopt;
    Ranged out = Ranged::exactly(*middle);
    const auto [from, to] = speedsOfShifts(gearing, plan, other);
    for (const PowerCurve& possible : {edgeOf(curve, false), edgeOf(curve, true), tiltedOf(curve, from, to, false),
                                       tiltedOf(curve, from, to, true)}) {
        const auto then = of(possible);
        if (!then)
            return std::nullopt;
        out.low = std::min(out.low, *then);
        out.high = std::max(out.high, *then);
    }
    return out;
}

} // namespace jr
