// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/live_world.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace standin {
namespace {

constexpr double kRadPerRpm = 3.14159265358979323846 / 30.;
constexpr double kPi = 3.14159265358979323846;

/// What an engine that is not fed takes to be turned: friction and pumping, growing with speed.
double overrunNm(double rpm) {
    return 4. + 0.0012 * rpm;
}

std::string number(double value) {
    char buffer[48];
    std::snprintf(buffer, sizeof buffer, "%.6g", value);
    return buffer;
}

} // namespace

LiveWorld::LiveWorld(Machine machine, Weather weather, Knobs knobs, double rateHz, int channels, std::uint64_t seed)
    : m_machine(std::move(machine)), m_weather(weather), m_knobs(knobs), m_seed(seed), m_dice(seed),
      m_stepS(1. / rateHz), m_coolantC(std::min(knobs.warmStartC, m_machine.coolantWorkingC)),
      m_fuelMl(knobs.fuelMl < 0. ? m_machine.tankMl : knobs.fuelMl), m_saidEnginePerRoller(m_machine.enginePerRoller),
      m_saidDragNm(m_machine.dragNm) {
    const bool roller = m_machine.bench == BenchKind::Roller;
    // A soft tyre stands lower and flexes more; the bench knows nothing of it.
    constexpr double kRightKpa = 240., kRadiusLost = 0.012, kDragWon = 0.6;
    const double soft = std::clamp(1. - knobs.tyreKpa / kRightKpa, 0., 1.);
    m_machine.enginePerRoller *= 1. + kRadiusLost * soft;
    for (double& drag : m_machine.dragNm)
        drag *= 1. + kDragWon * soft;
    if (roller)
        m_channels = {{"roller_speed", "rad/s"}, {"engine_speed", "rpm"}};
    else
        m_channels = {{"engine_speed", "rpm"}, {"load_force", "N"}, {"fuel_flow", "kg/h"}, {"air_flow", "kg/h"}};
    if (m_machine.eddyBrake)
        m_channels.push_back({"brake_torque", "Nm"});
    m_channels.push_back({"throttle", "%"});
    for (int c = 1; c <= m_machine.engine.cylinders; ++c)
        for (const char* name : {"afr_", "map_", "egt_"})
            m_channels.push_back({name + std::to_string(c), name[0] == 'a' ? "1" : name[0] == 'm' ? "hPa" : "degC"});
    for (const char* name : {"coolant", "intake_air", "oil"})
        m_channels.push_back({name, "degC"});
    // More thermocouples, as far as asked: exhaust gas at further places.
    for (int extra = m_machine.engine.cylinders + 1; static_cast<int>(m_channels.size()) < channels; ++extra)
        m_channels.push_back({"egt_" + std::to_string(extra), "degC"});
    m_shaftRadS = roller ? 0.5 : m_machine.idleRpm * kRadPerRpm;
}

std::vector<std::pair<std::string, std::string>> LiveWorld::facts() const {
    const bool roller = m_machine.bench == BenchKind::Roller;
    std::vector<std::pair<std::string, std::string>> out = {
        {"machine", m_machine.name},
        {"kind", roller ? "roller" : "brake"},
        {"measured_at", roller ? "wheel" : "crank"},
        {"strokes", std::to_string(m_machine.engine.strokes)},
        {"displacement_cc", number(m_machine.engine.displacementCc)},
        {"cylinders", std::to_string(m_machine.engine.cylinders)},
        {"tank_ml", number(m_machine.tankMl)},
        {"start_rpm", number(m_machine.startRpm)},
        {"end_rpm", number(m_machine.endRpm)}};
    if (m_machine.parts.limiterRpm > 0.)
        out.emplace_back("limiter_rpm", number(m_machine.parts.limiterRpm));
    if (roller) {
        out.emplace_back("roller_inertia_kg_m2", number(m_machine.inertiaKgM2));
        out.emplace_back("roller_radius_m", number(m_machine.radiusM));
        out.emplace_back("roller_loss_nm",
                         number(m_saidDragNm[0]) + ", " + number(m_saidDragNm[1]) + ", " + number(m_saidDragNm[2]));
        if (!m_machine.cvt)
            out.emplace_back("engine_per_roller", number(m_saidEnginePerRoller));
    } else {
        out.emplace_back("brake_arm_m", number(m_machine.brakeArmM));
        out.emplace_back("brake_inertia_kg_m2", number(m_machine.brakeInertiaKgM2));
        out.emplace_back("engine_per_brake", "1");
    }
    out.emplace_back("can_cut", m_knobs.canCut ? "yes" : "no");
    if (m_knobs.countsOrders)
        out.emplace_back("numbered", "yes");
    return out;
}

void LiveWorld::pull() {
    if (m_rider != Rider::Idle)
        return;
    m_rider = Rider::Settling;
    m_sinceS = 0.;
    // The luck of a pull hangs on the seed and its number alone: not on how many samples the rider waited before it,
    // or a day played again at another pace would be another day.
    Dice luck(m_seed * 0x9E3779B97F4A7C15ull + static_cast<std::uint64_t>(++m_pullNumber));
    m_offset = m_knobs.pullOffset * luck.normal();
    m_slipAtS = luck.uniform() < m_knobs.slip ? 1.2 + 1.5 * luck.uniform() : -1.;
    m_intoLimiter = m_machine.parts.limiterRpm > 0. && luck.uniform() < m_knobs.limiterBlips;
    m_limiterSinceS = m_cutUntilS = -1.;
    m_cutAtS = 1e18; // the kill switch is reset before every pull
    m_unloadSinceS = -1.;
    m_amissS = 0.;
    m_released = false;
}

bool LiveWorld::fit(const std::string& offer) {
    if (m_rider != Rider::Idle)
        return false;
    for (const Offer& o : m_machine.offers)
        if (o.word == offer) {
            for (const auto& [name, value] : o.parts)
                setPart(m_machine.parts, name, value);
            return true;
        }
    return false;
}

void LiveWorld::holdRpm(double rpm) {
    m_released = false;
    m_task = Task::Hold;
    m_targetRpm = rpm;
}

void LiveWorld::sweepRpm(double from, double to, double perS) {
    m_released = false;
    m_task = Task::Sweep;
    m_targetRpm = from;
    m_sweepTo = to;
    m_sweepPerS = perS;
}

void LiveWorld::releaseBrake() {
    m_task = Task::None;
    m_integral = 0.;
    m_released = true;
    if (m_brakeNm > 0. && m_unloadSinceS < 0.) {
        m_unloadFromNm = m_brakeNm;
        m_unloadSinceS = m_timeS;
    }
}

bool LiveWorld::cut() {
    if (!m_knobs.canCut)
        return false;
    m_cutAtS = std::min(m_cutAtS, m_timeS + m_knobs.cutAfterS);
    return true;
}

/// A load that was let go of comes off evenly.
void LiveWorld::letLoadOff() {
    const double share = 1. - (m_timeS - m_unloadSinceS) / std::max(m_knobs.unloadS, 1e-3);
    m_brakeNm = m_unloadFromNm * std::clamp(share, 0., 1.);
}

void LiveWorld::shutThrottle() {
    m_rider = Rider::Coasting;
    m_task = Task::None;
    m_sinceS = 0.;
    m_amissS = 0.;
    ++m_pulls;
}

/// Nobody shuts the throttle for the rider: he does it when he has seen that the engine died under him or ran away.
bool LiveWorld::riderReacts(double rpm, double dt) {
    const bool amiss = !fed() || rpm > 1.02 * m_machine.endRpm;
    m_amissS = amiss ? m_amissS + dt : 0.;
    return m_amissS > m_knobs.reactionS;
}

bool LiveWorld::zeroScale() {
    if (m_brakeNm > 0.01 * 90.)
        return false;
    m_knobs.scaleOffsetN = 0.;
    return true;
}

double LiveWorld::slipNow() const {
    if (m_slipAtS < 0. || m_rider != Rider::FullThrottle || m_sinceS < m_slipAtS || m_sinceS > m_slipAtS + 0.25)
        return 0.;
    return 0.06 * std::sin(kPi * (m_sinceS - m_slipAtS) / 0.25);
}

double LiveWorld::powerScale() const {
    return (1. + m_offset) * (1. + m_knobs.driftPerHour * m_timeS / 3600.);
}

bool LiveWorld::hasRunOut() const {
    constexpr double kStandsRadS = 1.;
    if (m_knobs.coastS == 0.)
        return m_shaftRadS < kStandsRadS;
    return m_sinceS > m_knobs.coastS || m_machine.engineRpm(m_shaftRadS) < 0.5 * m_machine.startRpm;
}

void LiveWorld::moveRoller(double dt) {
    const Machine& m = m_machine;
    const auto drag = [&](double w) { return m.dragNm[0] + m.dragNm[1] * w + m.dragNm[2] * w * w; };
    const double rpm = m.engineRpm(m_shaftRadS);
    const auto rollerFor = [&](double engineRpm) { // the roller speed that goes with an engine speed
        double low = 0., high = 600.;
        for (int i = 0; i < 40; ++i)
            (m.engineRpm(0.5 * (low + high)) < engineRpm ? low : high) = 0.5 * (low + high);
        return 0.5 * (low + high);
    };
    Condition now{m_coolantC, m_soakC, m_throttle, std::clamp(m_fuelMl / (0.02 * m.tankMl + 1.), 0., 1.),
                  m_knobs.leanFault};
    m_engine = engineAt(m.engine, m.parts, m_weather, now, std::max(rpm, m.idleRpm));
    double torque = 0.;
    switch (m_rider) {
    case Rider::Idle: {
        m_throttle = 0.03;
        const double stop = std::max(0.5, m_shaftRadS - 14. * dt); // the rider's own brake
        m_shaftRadS = stop;
        m_brakeNm = 0.;
        return;
    }
    case Rider::Settling: {
        // Gathers way on part throttle and holds a little under the start for a moment.
        const double wanted = rollerFor(0.9 * m.startRpm);
        m_throttle = 0.25;
        m_shaftRadS += std::clamp(wanted - m_shaftRadS, -20. * dt, 20. * dt);
        if (std::abs(m_shaftRadS / wanted - 1.) < 0.005 && m_sinceS > 1.) {
            m_rider = Rider::FullThrottle;
            m_sinceS = 0.;
        }
        return;
    }
    case Rider::FullThrottle: {
        m_throttle = std::min(1., m_throttle + dt / 0.12);
        torque = m_engine.torqueNm * powerScale() * m.driveline * (rpm * kRadPerRpm) / std::max(m_shaftRadS, 0.1);
        const double limiter = m.parts.limiterRpm;
        if (m_timeS < m_cutUntilS)
            torque = -0.12 * std::abs(torque);
        if (limiter > 0. && rpm >= limiter && m_timeS >= m_cutUntilS) {
            m_cutUntilS = m_timeS + 0.09;
            if (m_limiterSinceS < 0.)
                m_limiterSinceS = m_timeS;
        }
        torque *= 1. - 2.5 * slipNow();
        if (!fed()) // dragged along by the roller
            torque = -0.15 * std::abs(torque);
        break;
    }
    case Rider::Coasting:
        m_throttle = 0.;
        torque = 0.; // clutch in: only the bench's own drag
        break;
    }
    // An eddy brake on the roller holds or sweeps the engine speed by a simple controller.
    if (m.eddyBrake && m_task != Task::None && m_rider == Rider::FullThrottle) {
        if (m_task == Task::Sweep)
            m_targetRpm = std::min(m_sweepTo, m_targetRpm + m_sweepPerS * dt);
        const double over = (rpm - m_targetRpm) / 1000.;
        m_integral = std::clamp(m_integral + 220. * over * dt, 0., 400.);
        m_brakeNm += (std::clamp(m_integral + 120. * over, 0., 600.) - m_brakeNm) * dt / 0.05;
    } else if (m_unloadSinceS >= 0. && m_brakeNm > 0.) {
        letLoadOff();
    } else {
        m_brakeNm = 0.;
    }
    m_shaftRadS = std::max(0.2, m_shaftRadS + (torque - drag(m_shaftRadS) - m_brakeNm) / m.inertiaKgM2 * dt);

    const double after = m.engineRpm(m_shaftRadS);
    const bool atEnd = m_intoLimiter ? m_limiterSinceS >= 0. && m_timeS > m_limiterSinceS + 0.6 : after >= m.endRpm;
    if (m_rider == Rider::FullThrottle && (riderReacts(after, dt) || atEnd || m_sinceS > 40.)) {
        shutThrottle();
    } else if (m_rider == Rider::Coasting && hasRunOut()) {
        m_rider = Rider::Idle;
        m_sinceS = 0.;
    }
}

void LiveWorld::moveBrake(double dt) {
    const Machine& m = m_machine;
    const double rpm = m_shaftRadS / kRadPerRpm;
    Condition now{m_coolantC, m_soakC, m_throttle, std::clamp(m_fuelMl / (0.02 * m.tankMl + 1.), 0., 1.),
                  m_knobs.leanFault};
    m_engine = engineAt(m.engine, m.parts, m_weather, now, std::max(rpm, 0.5 * m.idleRpm));
    double acceleration = 0.;
    switch (m_rider) {
    case Rider::Idle:
        m_throttle = 0.03;
        acceleration = std::clamp((m.idleRpm * kRadPerRpm - m_shaftRadS) / 0.8, -400., 400.);
        m_brakeNm = 0.;
        break;
    case Rider::Settling:
        m_throttle = std::min(1., m_throttle + dt / 0.3);
        acceleration = std::clamp((m.startRpm * kRadPerRpm - m_shaftRadS) / 0.25, -300., 300.);
        if (m_sinceS > 2.) {
            m_rider = Rider::FullThrottle;
            m_sinceS = 0.;
            if (m_task == Task::None && !m_released)
                sweepRpm(m.startRpm, m.endRpm, 500.);
        }
        break;
    case Rider::FullThrottle: {
        m_throttle = 1.;
        if (m_task == Task::None) {
            // Nothing holds the engine but what load is still on its way off: it runs away, or dies.
            const double made = fed() ? m_engine.torqueNm * powerScale() : -overrunNm(rpm);
            const double limiter = m.parts.limiterRpm > 0. ? m.parts.limiterRpm : 1.6 * m.endRpm;
            acceleration = (made - m_brakeNm) / m.brakeInertiaKgM2;
            if (rpm >= limiter)
                acceleration = std::min(acceleration, 0.);
        } else {
            if (m_task == Task::Sweep)
                m_targetRpm = std::min(m_sweepTo, m_targetRpm + m_sweepPerS * dt);
            // The controller follows its target a little behind; it can hold back, not drive.
            const double feed = m_task == Task::Sweep && m_targetRpm < m_sweepTo ? m_sweepPerS * kRadPerRpm : 0.;
            acceleration = feed + std::clamp((m_targetRpm - rpm) * kRadPerRpm / 0.15, -250., 250.);
            if (!fed())
                acceleration = std::min(acceleration, -overrunNm(rpm) / m.brakeInertiaKgM2);
        }
        const bool done = m_task == Task::Sweep && rpm >= m_sweepTo - 8.;
        if (riderReacts(rpm, dt) || done || m_sinceS > 120.)
            shutThrottle();
        break;
    }
    case Rider::Coasting:
        m_throttle = 0.;
        acceleration = std::clamp((m.idleRpm * kRadPerRpm - m_shaftRadS) / 1.2, -250., 250.);
        if (m_sinceS > 4.) {
            m_rider = Rider::Idle;
            m_sinceS = 0.;
        }
        break;
    }
    // What the arm feels is what the engine makes less what its own flywheel takes.
    const bool loaded =
        (m_rider == Rider::Settling && !m_released) || (m_rider == Rider::FullThrottle && m_task != Task::None);
    const double made = fed() ? m_engine.torqueNm * powerScale() : -overrunNm(rpm);
    if (loaded)
        m_brakeNm = std::max(0., made - m.brakeInertiaKgM2 * acceleration);
    else if (m_unloadSinceS >= 0. && m_rider != Rider::Idle)
        letLoadOff();
    else if (m_rider != Rider::FullThrottle)
        m_brakeNm = 0.;
    if (loaded && m_knobs.loadSpike > 0. && m_rider == Rider::FullThrottle && m_sinceS < 0.5)
        m_brakeNm *= 1. + m_knobs.loadSpike * std::exp(-std::pow((m_sinceS - 0.15) / 0.1, 2));
    m_shaftRadS = std::max(10., m_shaftRadS + acceleration * dt);
}

void LiveWorld::heatAndFuel(double dt, const EngineState& engine) {
    const bool working = m_throttle > 0.5;
    const double towards = working ? m_machine.coolantWorkingC : m_machine.coolantIdleC;
    m_coolantC += (towards - m_coolantC) * dt / (working ? 95. : 60.);
    m_soakC += ((working ? 0. : 2.5) - m_soakC) * dt / 240.;
    m_fuelMl = std::max(0., m_fuelMl - engine.fuelKgS / 0.74e-3 * dt * (m_throttle > 0.1 ? 1. : 0.3));
}

Reading LiveWorld::step() {
    // Four inner steps a sample keep the motion smooth at any rate.
    const int inner = std::max(1, static_cast<int>(std::ceil(m_stepS / 0.001)));
    for (int i = 0; i < inner; ++i) {
        const double dt = m_stepS / inner;
        if (m_machine.bench == BenchKind::Roller)
            moveRoller(dt);
        else
            moveBrake(dt);
        heatAndFuel(dt, m_engine);
        m_timeS += dt;
        m_sinceS += dt;
    }
    const double rpm =
        m_machine.bench == BenchKind::Roller
            ? (m_rider == Rider::Idle || m_rider == Rider::Coasting
                   ? (m_rider == Rider::Idle
                          ? m_machine.idleRpm
                          : std::max(m_machine.idleRpm, m_machine.engineRpm(m_shaftRadS) * std::exp(-m_sinceS / 0.6)))
                   : std::max(m_machine.engineRpm(m_shaftRadS) * (1. + slipNow()), m_machine.idleRpm))
            : m_shaftRadS / kRadPerRpm;
    return read(m_engine, rpm);
}

Reading LiveWorld::read(const EngineState& engine, double rpm) {
    Reading out;
    out.timeS = m_timeS;
    const double edge = m_knobs.edgeJitter * m_dice.normal();
    const double pickup = 1. + edge - m_lastEdge + m_knobs.white * m_dice.normal();
    m_lastEdge = edge;
    double tacho = rpm * (1. + m_knobs.tacho * m_dice.normal());
    if (m_knobs.dropout > 0. && m_dice.uniform() < m_knobs.dropout * m_stepS)
        tacho *= 0.5;
    const double full = 90.;
    for (const ChannelText& c : m_channels) {
        const auto numbered = [&](const char* prefix) { return c.name.rfind(prefix, 0) == 0; };
        const auto cylinder = [&] {
            const int n = std::atoi(c.name.substr(c.name.find('_') + 1).c_str());
            return std::min<std::size_t>(static_cast<std::size_t>(std::max(1, n)) - 1, engine.afr.size() - 1);
        };
        double v = 0.;
        if (c.name == "roller_speed")
            v = m_shaftRadS * pickup;
        else if (c.name == "engine_speed")
            v = tacho;
        else if (c.name == "load_force")
            v = m_knobs.scaleOffsetN + m_brakeNm / m_machine.brakeArmM +
                m_knobs.scale * full / m_machine.brakeArmM * m_dice.normal();
        else if (c.name == "brake_torque")
            v = m_brakeNm + (m_brakeNm > 0. ? 0.4 * m_dice.normal() : 0.);
        else if (c.name == "fuel_flow")
            v = engine.fuelKgS * 3600. * (1. + 0.006 * m_dice.normal());
        else if (c.name == "air_flow")
            v = engine.airKgS * 3600. * (1. + 0.006 * m_dice.normal());
        else if (c.name == "throttle")
            v = 100. * m_throttle + 0.2 * m_dice.normal();
        else if (numbered("afr_"))
            v = m_throttle < 0.01 ? 19.5 : engine.afr[cylinder()] + 0.05 * m_dice.normal();
        else if (numbered("map_"))
            v = engine.manifoldHpa + 1.5 * m_dice.normal();
        else if (numbered("egt_"))
            v = engine.egtC[cylinder()] + 2. * m_dice.normal();
        else if (c.name == "coolant")
            v = m_coolantC + 0.05 * m_dice.normal();
        else if (c.name == "oil")
            v = m_coolantC + 4. + 0.05 * m_dice.normal();
        else if (c.name == "intake_air")
            v = m_weather.tempC + m_soakC + 0.05 * m_dice.normal();
        out.values.emplace_back(v);
    }
    return out;
}

} // namespace standin
