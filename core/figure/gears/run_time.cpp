// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/gears/run_time.h"

#include <algorithm>
#include <cmath>

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
    const auto middle = of(curve), low = of(edgeOf(curve, false)), high = of(edgeOf(curve, true));
    if (!middle || !low || !high)
        return std::nullopt;
    return Ranged{*middle, std::min({*middle, *low, *high}), std::max({*middle, *low, *high})};
}

} // namespace jr
