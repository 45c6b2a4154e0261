// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/pull_cutter.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "core/nan.h"
#include "core/pull/ready_pull.h"
#include "core/words/wording.h"

#include <QDateTime>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kLeadInS = 1.0, kRunOutS = 0.4;     // kept before and after a pull…
constexpr double kRestBeforeS = 4.;                  // …and before a run: its launch is told from a stretch at rest
constexpr double kKeptBeforeS = 30.;                 // of what may become the lead-in of a pull
constexpr std::size_t kMostCoastSamples = 2'000'000; // 32 MB: a thousand a second for half an hour
constexpr std::size_t kCoastSamplesKept = 6000;      // a smooth fall is told by no more
constexpr std::size_t kMostRemarks = 20;             // nobody has taken yet
constexpr std::size_t kMostValuesKept = 12'000'000;  // 96 MB
constexpr double kPetrolKgPerMl = 0.74e-3;           // value from memory, 0.72 to 0.775 sold
constexpr double kPetrolStoich = 14.7;

double at(const Frame& f, int channel) {
    return channel < 0 ? kNaN : f.values[static_cast<std::size_t>(channel)];
}

double factOr(const BenchDescription& bench, const char* key, double otherwise) {
    const auto it = bench.facts.find(key);
    const auto number = it == bench.facts.end() ? std::nullopt : parseNumber(it->second);
    return number ? *number : otherwise;
}

std::string isoTime(double epochS) {
    return QDateTime::fromMSecsSinceEpoch(static_cast<qint64>(std::llround(epochS * 1000.)))
        .toOffsetFromUtc(QDateTime::currentDateTime().offsetFromUtc())
        .toString(Qt::ISODateWithMs)
        .toStdString();
}

} // namespace

Procedure procedureOf(const BenchDescription& bench) {
    Procedure p;
    p.startRpm = factOr(bench, "start_rpm", p.startRpm);
    p.endRpm = factOr(bench, "end_rpm", bench.header.limiterRpm.value_or(p.endRpm));
    return p;
}

GuardLimits limitsOf(const BenchDescription& bench) {
    GuardLimits g;
    // A rev limiter holds its own speed; well past it something has let go.
    if (bench.header.limiterRpm)
        g.overspeedRpm = 1.06 * *bench.header.limiterRpm;
    g.rollerRadS = factOr(bench, "roller_limit_rad_s", 0.);
    return g;
}

PullCutter::PullCutter(const BenchDescription& bench)
    : m_bench(bench), m_isRoad(bench.header.kind == PullKind::Road), m_watch(procedureOf(bench)),
      m_guards(limitsOf(bench)), m_air(bench.header.air()) {
    m_watch.setFollowsCoast(bench.header.kind == PullKind::Roller);
    const auto find = [&](ChannelId id) { return m_bench.find(id); };
    m_roller = find(ChannelId::RollerSpeed);
    m_brakeSpeed = find(ChannelId::BrakeSpeed);
    m_engine = find(ChannelId::EngineSpeed);
    m_road = find(ChannelId::VehicleSpeed);
    m_force = find(ChannelId::LoadForce);
    m_brakeTorque = find(ChannelId::BrakeTorque);
    m_throttle = find(ChannelId::Throttle);
    m_mark = find(ChannelId::Mark);
    m_coolant = find(ChannelId::Coolant);
    m_intake = find(ChannelId::IntakeAir);
    m_oil = find(ChannelId::Oil);
    m_fuel = find(ChannelId::FuelFlow);
    m_air_flow = find(ChannelId::AirFlow);
    m_satellites = find(ChannelId::Satellites);
    m_hdop = find(ChannelId::Hdop);
    for (std::size_t i = 0; i < m_bench.channels.size(); ++i) {
        const ChannelId id = m_bench.channels[i].name.id;
        if (id == ChannelId::Afr)
            m_mixture.emplace_back(static_cast<int>(i), kPetrolStoich / m_bench.header.stoich);
        else if (id == ChannelId::Lambda)
            m_mixture.emplace_back(static_cast<int>(i), kPetrolStoich);
        else if (id == ChannelId::Egt)
            m_exhaust.push_back(static_cast<int>(i));
        else if (id == ChannelId::ManifoldPressure)
            m_manifold.push_back(static_cast<int>(i));
    }
}

Result<Done> PullCutter::setFact(const std::string& key, const std::string& value) {
    const bool factor = key == "load_newton_per_reading", zero = key == "load_zero_reading";
    if (!factor && !zero)
        return setHeaderValue(m_bench.header, key, value);
    const auto number = parseNumber(value);
    if (!number || (factor && *number == 0.))
        return Error{Message{"line.not-a-factor", {std::string(key), std::string(value)}}};
    (factor ? m_loadFactor : m_loadZero) = *number;
    // Kept with each pull: the figures it was made with.
    return setHeaderValue(m_bench.header, key, value);
}

void PullCutter::measure(const Frame& f) {
    const PullHeader& h = m_bench.header;
    LiveFigures& v = m_figures;
    v.timeS = f.timeS;
    if (h.kind == PullKind::Brake) {
        v.shaftRadS = m_brakeSpeed >= 0 ? at(f, m_brakeSpeed) : at(f, m_engine) / h.enginePerBrake;
        v.rpm = rpmFromRadPerS(m_engine >= 0 ? at(f, m_engine) : v.shaftRadS * h.enginePerBrake);
    } else {
        v.shaftRadS = m_roller >= 0 ? at(f, m_roller) : at(f, m_road) / h.rollerRadiusM.value_or(kNaN);
        v.rpm = rpmFromRadPerS(m_engine >= 0 ? at(f, m_engine) : v.shaftRadS * h.enginePerRoller.value_or(kNaN));
    }
    v.throttle = m_throttle >= 0 ? at(f, m_throttle) : kNaN;
    v.coolantC = at(f, m_coolant);
    v.intakeC = at(f, m_intake);
    v.oilC = at(f, m_oil);
    v.loadN = at(f, m_force);
    v.fuelKgS = at(f, m_fuel);
    v.airKgS = at(f, m_air_flow);
    v.afr.clear();
    for (const auto& [channel, scale] : m_mixture)
        v.afr.push_back(at(f, channel) * scale);
    v.egtC.clear();
    for (int channel : m_exhaust)
        v.egtC.push_back(at(f, channel));
    v.manifoldPa.clear();
    for (int channel : m_manifold)
        v.manifoldPa.push_back(at(f, channel));
    const double load = m_brakeTorque >= 0 ? at(f, m_brakeTorque)
                        : m_force >= 0     ? at(f, m_force) * h.brakeArmM.value_or(kNaN)
                                           : 0.;
    const double dt = std::clamp(f.timeS - m_lastTimeS, 0., 0.5);
    m_stepS = dt;
    m_lastTimeS = f.timeS;
    if (std::isfinite(load))
        m_smoothLoadNm += (load - m_smoothLoadNm) * std::min(1., dt / 0.16);
    if (std::isfinite(v.fuelKgS) && v.fuelKgS > 0.)
        m_fuelKg += v.fuelKgS * dt;
}

/// Kept in memory: a pull in progress with its lead-in, or the last half minute for the one to come; never more values
/// than a thousand samples a second of sixty-four channels make in the longest pull, whatever the bench's clock says.
void PullCutter::forgetOldFrames(double nowS) {
    const double keepFrom = std::min(nowS - kKeptBeforeS, pullBeganS().value_or(nowS) - kRestBeforeS - 1.);
    const std::size_t most = kMostValuesKept / std::max<std::size_t>(m_bench.channels.size(), 1);
    while (!m_frames.empty() && (m_frames.front().timeS < keepFrom || m_frames.size() > most))
        m_frames.pop_front();
}

void PullCutter::endByHand() {
    if (m_isRoad)
        m_run.endByHand();
    else
        m_watch.endByHand();
}

void PullCutter::feedRoad(const Frame& f) {
    if (f.afterJump)
        breakOff("the receiver's clock jumped"); // how long that took nobody knows: it costs the run it falls in
    LiveFigures& v = m_figures;
    v.timeS = f.timeS;
    v.roadMPerS = at(f, m_road);
    v.satellites = at(f, m_satellites);
    v.hdop = at(f, m_hdop);
    m_frames.push_back(f);
    m_frames.back().bench.reset();
    forgetOldFrames(f.timeS);
    const auto event = m_run.feed(f.timeS, v.roadMPerS);
    if (const auto began = m_run.runBeganS())
        v.runS = f.timeS - *began;
    v.runM = m_run.runM();
    v.topMPerS = m_run.topMPerS();
    if (!event)
        return;
    if (event->kind == WatchEvent::Kind::PullEnded)
        cut(event->fromS, event->toS, event->why);
    else if (m_remarks.size() < kMostRemarks)
        m_remarks.push_back({"line.not-kept-as-a-run", {Term{std::string(event->why)}}});
}

void PullCutter::feed(const Frame& raw) {
    if (raw.values.size() != m_bench.channels.size())
        return;
    if (m_isRoad)
        return feedRoad(raw);
    Frame f = raw;
    f.bench.reset(); // known: it is the one this cutter was made for
    if (m_force >= 0 && (m_loadFactor != 1. || m_loadZero != 0.)) {
        double& load = f.values[static_cast<std::size_t>(m_force)];
        load = (load - m_loadZero) * m_loadFactor;
    }
    measure(f);
    LiveFigures& v = m_figures;
    const double mark = m_mark >= 0 ? at(f, m_mark) : kNaN;
    m_frames.push_back(f);
    forgetOldFrames(f.timeS);

    std::optional<WatchEvent> event;
    if (std::isfinite(v.rpm) && std::isfinite(v.shaftRadS))
        event = m_watch.feed({f.timeS, v.shaftRadS, v.rpm, v.throttle, mark, v.coolantC});
    const PullHeader& h = m_bench.header;
    const bool pulling = m_watch.state() == BenchState::Pulling;
    const double w = m_watch.windowRadS();
    const double inertia = h.kind == PullKind::Brake ? h.brakeInertiaKgM2 : h.rollerInertiaKgM2.value_or(kNaN);
    const double torque = inertia * m_watch.accelerationRadS2() + m_smoothLoadNm +
                          (h.kind == PullKind::Brake ? 0. : rollerDragNm(h.rollerLossNm, w));
    v.powerW = pulling ? torque * w : kNaN;
    if (pulling && std::isfinite(v.powerW))
        m_workJ += v.powerW * m_stepS;
    // The window's middle lags the moment: the engine speed that belongs to its power is that of the middle.
    const double rpmThen = v.rpm * w / std::max(v.shaftRadS, 1e-6);
    v.torqueNm = pulling ? v.powerW / std::max(radPerSFromRpm(rpmThen), 1.) : kNaN;
    // Once the throttle is shut the engine's speed no longer belongs to the roller's.
    const bool open = !std::isfinite(v.throttle) || v.throttle >= m_watch.procedure().openThrottle;
    if (pulling && open && f.timeS - m_watch.sinceS() > 0.4 && f.timeS - m_lastPointS > 0.03 &&
        std::isfinite(v.powerW)) {
        m_points.push_back({rpmThen, w, v.powerW});
        m_lastPointS = f.timeS;
    }
    for (GuardTrip& trip : m_guards.feed({f.timeS, v.rpm, v.shaftRadS, std::isfinite(v.throttle) ? v.throttle : 1.,
                                          pulling, v.afr, v.egtC, v.coolantC})) {
        m_newTrips.push_back(trip);
        m_trips.push_back(trip);
    }
    if (!event) {
        followCoast(f.timeS);
        return;
    }
    switch (event->kind) {
    case WatchEvent::Kind::PullEnded:
        cut(event->fromS, event->toS, {});
        break;
    case WatchEvent::Kind::CoastEnded:
        if (h.kind == PullKind::Roller)
            keepCoast(event->fromS, event->toS);
        break;
    case WatchEvent::Kind::NotAPull:
        // A guard that stopped it early is worth keeping with its reason, however short it was.
        if (!m_trips.empty()) {
            cut(event->fromS, event->toS, {});
            break;
        }
        if (m_remarks.size() < kMostRemarks)
            m_remarks.push_back({"line.not-kept-as-a-pull", {Term{std::string(event->why)}}});
        m_trips.clear();
        break;
    }
    followCoast(f.timeS);
}

void PullCutter::broken() {
    breakOff("the line to the bench broke off");
}

void PullCutter::breakOff(std::string_view why) {
    const auto began = pullBeganS();
    const bool longEnough =
        began && !m_frames.empty() && m_frames.back().timeS - *began >= m_watch.procedure().leastPullS;
    if (longEnough && (!m_isRoad || m_run.worthKeeping()))
        cut(*began, m_frames.back().timeS, why);
    m_watch.reset();
    m_run.reset();
    m_frames.clear();
    m_trips.clear();
}

void PullCutter::cut(double fromS, double toS, std::string_view cutShort) {
    CaughtPull pull;
    Trace& t = pull.trace;
    t.header = m_bench.header;
    PullHeader& h = t.header;
    h.job = m_sitting.job;
    if (!m_sitting.machine.empty())
        h.machine = m_sitting.machine;
    h.setup = m_sitting.setup;
    pull.jobId = m_sitting.jobId;
    pull.setupId = m_sitting.setupId;
    pull.aside = m_sitting.aside;
    if (m_air) {
        h.airTempC = m_air->tempC;
        h.airPressurePa = m_air->pressurePa;
        h.humidity = m_air->humidity;
    }
    if (m_epochS > 0.) {
        h.startedEpochS = m_epochS + (fromS - m_anchorS);
        h.started = isoTime(*h.startedEpochS);
        h.startedEpochS = parseDateTime(h.started);
    }
    const auto key = [&](const std::string& name, const std::string& value) {
        if (!value.empty())
            (void)setHeaderValue(h, name, value);
    };
    key(std::string(header_key::bench.key), m_bench.name);
    for (const auto& [name, value] : m_sitting.keys)
        key(name, value);
    for (const std::string_view known : {header_key::displacementCm3.key, header_key::cylinders.key}) {
        const std::string fact(known);
        if (const auto it = m_bench.facts.find(fact); it != m_bench.facts.end())
            key(fact, it->second);
    }
    pull.fuelMl = m_fuelKg / kPetrolKgPerMl;
    m_fuelKg = 0.;
    pull.workJ = std::exchange(m_workJ, 0.);
    if (pull.fuelMl > 0.)
        key("fuel_used_ml", numberText(std::round(pull.fuelMl * 10.) / 10.));
    std::string trips;
    for (const GuardTrip& trip : m_trips)
        trips += (trips.empty() ? "" : "; ") + said(guardMessage(trip));
    key("guard_trips", trips);
    key(std::string(header_key::cutShort.key), std::string(cutShort));
    pull.trips = std::exchange(m_trips, {});
    pull.cutShort = !cutShort.empty();

    Channel time;
    time.name = {ChannelId::Time, 0};
    time.heading = "time";
    time.unitText = "s";
    time.quantity = Quantity::Time;
    t.channels.push_back(std::move(time));
    for (const BenchChannel& c : m_bench.channels) {
        Channel channel;
        channel.name = c.name;
        channel.heading = c.name.id == ChannelId::Other ? c.heading : channelText(c.name);
        channel.unitText = c.unitText;
        channel.quantity = c.quantity;
        t.channels.push_back(std::move(channel));
    }
    for (const Frame& f : m_frames) {
        if (f.timeS < fromS - (m_isRoad ? kRestBeforeS : kLeadInS) || f.timeS > toS + kRunOutS)
            continue;
        t.channels[0].values.push_back(f.timeS - fromS);
        for (std::size_t i = 0; i < f.values.size(); ++i) {
            Channel& channel = t.channels[i + 1];
            channel.values.push_back(f.values[i]);
            if (channel.name.id == ChannelId::Other)
                channel.texts.push_back(numberText(f.values[i]));
        }
    }
    // From the samples alone, so that a replayed capture knows a pull that was kept already.
    std::string block;
    const int speed = m_roller >= 0 ? m_roller : m_brakeSpeed >= 0 ? m_brakeSpeed : m_engine >= 0 ? m_engine : m_road;
    // Without any speed the first channel there is, or the time, serves as well.
    const auto& samples = t.channels[std::min(static_cast<std::size_t>(speed + 1), t.channels.size() - 1)].values;
    block.append(reinterpret_cast<const char*>(samples.data()), samples.size() * sizeof(double));
    h.id = contentId(block + std::to_string(std::llround(h.startedEpochS.value_or(0.) * 1000.)));
    m_caught.push_back(std::move(pull));
}

/// Time and speed alone, so that a roller that runs for minutes fills no memory.
void PullCutter::followCoast(double timeS) {
    if (m_watch.state() != BenchState::Coasting || m_roller < 0) {
        m_coasting = {}; // what it was kept for was told by the watch already
        return;
    }
    if (!std::isfinite(m_figures.shaftRadS) || m_coasting.timeS.size() >= kMostCoastSamples)
        return;
    m_coasting.timeS.push_back(timeS);
    m_coasting.shaftRadS.push_back(m_figures.shaftRadS);
}

void PullCutter::keepCoast(double fromS, double toS) {
    CoastDown run;
    for (std::size_t i = 0; i < m_coasting.timeS.size(); ++i)
        if (m_coasting.timeS[i] >= fromS && m_coasting.timeS[i] <= toS) {
            run.timeS.push_back(m_coasting.timeS[i] - fromS);
            run.shaftRadS.push_back(m_coasting.shaftRadS[i]);
        }
    if (run.timeS.size() >= 30)
        m_coast = thinned(run, kCoastSamplesKept);
}

} // namespace jr
