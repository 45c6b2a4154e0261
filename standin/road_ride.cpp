// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/road_ride.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <limits>

namespace standin {
namespace {

constexpr double kPi = 3.14159265358979323846;
constexpr double kRpmPerRadS = 30. / kPi;
constexpr double kGravity = 9.80665;
constexpr double kStepS = 0.002;
constexpr double kCoastsToMPerS = 2.;

std::string number(double value, int digits) {
    char buffer[64];
    std::snprintf(buffer, sizeof buffer, "%.*f", digits, value);
    return buffer;
}

double crossing(const std::vector<double>& x, const std::vector<double>& t, double at) {
    const auto it = std::lower_bound(x.begin(), x.end(), at);
    if (it == x.end())
        return -1.;
    if (it == x.begin())
        return 0.;
    const auto i = static_cast<std::size_t>(it - x.begin());
    return t[i - 1] + (t[i] - t[i - 1]) * (at - x[i - 1]) / (x[i] - x[i - 1]) - t.front();
}

/// The machine on its way, step after step.
class Rider {
public:
    Rider(const RoadMachine& machine, const RoadSetting& setting)
        : m_machine(machine), m_s(setting), m_gusts(setting.seed * 7 + 3) {
        speed = setting.coastFromMPerS;
    }

    double metres = 0., speed = 0., rpm = 1500., throttle = 0.;
    bool finished() const { return m_s.coastFromMPerS > 0. ? speed < kCoastsToMPerS : m_coastedS > 2.; }

    void step(double sinceStartS) {
        if (std::fmod(m_gustAgeS, m_s.gustLastsS) < kStepS / 2.)
            m_gustTo = m_s.gustMPerS * m_gusts.normal();
        m_gustAgeS += kStepS;
        m_gust += (m_gustTo - m_gust) * kStepS / 0.8; // a gust comes and goes over most of a second
        const double mass = m_machine.machineKg + m_machine.riderKg + m_machine.fuelKg;
        const double through = speed + m_s.windMPerS + m_gust;
        const double drag = 0.5 * m_s.airKgM3 * m_machine.dragAreaM2 * through * std::abs(through);
        const double rolls = speed > 0.01 || sinceStartS >= 0. ? mass * kGravity * m_machine.rolling : 0.;
        const double slope = mass * kGravity * m_s.slopePct / 100.;
        const double pull = sinceStartS >= 0. && m_s.coastFromMPerS <= 0. ? thrust(sinceStartS) : 0.;
        const double gain = pull - drag - rolls - slope;
        if (sinceStartS < 0.)
            return; // the brake is on
        speed = std::max(0., speed + kStepS * gain / (mass + m_machine.turningKg));
        metres += kStepS * speed;
        if (metres > m_s.untilM)
            m_coastedS += kStepS;
    }

private:
    double thrust(double sinceStartS) {
        const bool done = metres > m_s.untilM;
        if (m_s.liftAtM >= 0. && metres > m_s.liftAtM && m_liftedS < m_s.liftForS) {
            m_liftedS += kStepS;
            throttle = 0.1;
        } else {
            throttle = done ? 0. : 1.;
        }
        rpm = engine();
        if (throttle < 0.5 || m_betweenGearsS > 0.) {
            m_betweenGearsS = std::max(0., m_betweenGearsS - kStepS);
            return 0.;
        }
        const double on = std::min(1., sinceStartS / m_s.clutchS);
        const double eased = m_s.clutchStraight ? on : on * on * (3. - 2. * on);
        double force = m_machine.powerW(rpm) * (1. + m_s.offsetShare) / std::max(speed, 0.3);
        force = std::min(force, m_s.mostThrustN) * eased;
        constexpr double kSpinsFromMPerS = 4.; // as the clutch comes home
        if (speed > kSpinsFromMPerS && m_spunS < m_s.spinsForS) {
            m_spunS += kStepS;
            rpm *= 1.25;
            force *= 0.5;
        }
        return force;
    }
    double engine() {
        if (m_machine.gears.empty())
            return m_machine.engineRpm(speed);
        const double wheel = speed / m_machine.wheelRadiusM * kRpmPerRadS;
        if (wheel * m_machine.gears[m_gear] > m_machine.gearShiftRpm && m_gear + 1 < m_machine.gears.size()) {
            ++m_gear;
            m_betweenGearsS = m_machine.gearShiftS;
        }
        // The clutch slips until first gear turns as fast as it lets the engine.
        return std::max(wheel * m_machine.gears[m_gear], m_gear == 0 ? m_machine.engageRpm : 0.);
    }

    const RoadMachine& m_machine;
    const RoadSetting& m_s;
    Dice m_gusts;
    double m_gust = 0., m_gustTo = 0., m_gustAgeS = 0.;
    double m_coastedS = 0., m_liftedS = 0., m_spunS = 0., m_betweenGearsS = 0.;
    std::size_t m_gear = 0;
};

} // namespace

double RoadMachine::engineRpm(double speedMPerS) const {
    const double wheel = speedMPerS / wheelRadiusM * kRpmPerRadS;
    const double begins = shiftRpm / lowRatio, ends = (shiftRpm + creepRpm) / highRatio;
    const double belt = wheel <= begins ? wheel * lowRatio
                        : wheel >= ends ? wheel * highRatio
                                        : shiftRpm + creepRpm * (wheel - begins) / (ends - begins);
    return std::max(belt, engageRpm);
}

double RoadTruth::timeAtM(double at) const {
    return crossing(metres, timeS, at);
}

double RoadTruth::timeAtSpeed(double mPerS) const {
    for (std::size_t i = 1; i < speedMPerS.size(); ++i)
        if (speedMPerS[i] >= mPerS && speedMPerS[i - 1] < mPerS)
            return timeS[i - 1] + kStepS * (mPerS - speedMPerS[i - 1]) / (speedMPerS[i] - speedMPerS[i - 1]) -
                   timeS.front();
    return -1.;
}

RoadRide rideRoad(const RoadMachine& machine, const RoadSetting& s) {
    RoadRide out;
    Dice dice(s.seed);
    out.recording.keys = {{"machine_kg", number(machine.machineKg, 1)},
                          {"rider_kg", number(machine.riderKg, 1)},
                          {"fuel_kg", number(machine.fuelKg, 1)},
                          {"speed_from", s.dial ? "dial" : "receiver"}};
    out.recording.columns = {"time [s]", "vehicle_speed [km/h]", "engine_speed [rpm]"};
    if (!s.dial)
        for (const char* column : {"latitude [deg]", "longitude [deg]", "altitude [m]", "satellites [1]", "hdop [1]"})
            out.recording.columns.emplace_back(column);
    if (s.throttleRecorded)
        out.recording.columns.emplace_back("throttle [%]");
    out.recording.columns.emplace_back("afr_1 [1]");
    const double nan = std::numeric_limits<double>::quiet_NaN();
    Rider rider(machine, s);
    // The rider goes at no sample in particular.
    const double startS = s.coastFromMPerS > 0. ? 0. : s.waitS + dice.uniform() / s.rateHz;
    std::vector<double> past; // speeds step by step: a receiver tells what was, not what is
    const auto late = static_cast<std::size_t>(std::lround(s.latencyS / kStepS));
    double nextS = 0.;
    for (std::size_t k = 0; !rider.finished(); ++k) {
        const double t = static_cast<double>(k) * kStepS;
        if (t > s.mostS)
            break;
        rider.step(t - startS);
        past.push_back(rider.speed);
        if (rider.metres > 0.) { // thrust below what tyres and slope hold against moves nothing
            if (out.truth.timeS.empty())
                out.truth.startS = t;
            out.truth.timeS.push_back(t);
            out.truth.metres.push_back(rider.metres);
            out.truth.speedMPerS.push_back(rider.speed);
            out.truth.rpm.push_back(rider.rpm);
        }
        if (t + 1e-9 < nextS)
            continue;
        nextS += 1. / s.rateHz;
        const double then = past.size() > late ? past[past.size() - 1 - late] : s.coastFromMPerS;
        const bool lost = s.lostAtS >= 0. && t >= s.lostAtS && t < s.lostAtS + s.lostForS;
        const bool poor = s.poorFromS >= 0. && t >= s.poorFromS && t < s.poorFromS + s.poorForS;
        const double noise = s.speedNoiseMPerS * (poor ? 8. : 1.);
        const double read = s.dial ? rider.speed * (1. + s.dialShare) : std::max(0., then + noise * dice.normal());
        std::vector<double> row{t, lost && !s.dial ? nan : read * kKmhPerMPerS,
                                rider.rpm * (1. + s.tachoShare * dice.normal())};
        if (!s.dial) {
            const double north = rider.metres + s.positionNoiseM * dice.normal();
            const double up = kRoadAltitudeM + rider.metres * s.slopePct / 100. + s.altitudeNoiseM * dice.normal();
            row.insert(row.end(), {lost ? nan : latitudeOfDeg(north), lost ? nan : kLongitudeDeg, lost ? nan : up,
                                   static_cast<double>(lost   ? 0
                                                       : poor ? 4
                                                              : s.satellites),
                                   lost   ? nan
                                   : poor ? 4.2
                                          : s.hdop});
        }
        if (s.throttleRecorded)
            row.push_back(100. * rider.throttle);
        row.push_back(s.afr + 0.08 * dice.normal());
        out.recording.rows.push_back(std::move(row));
    }
    return out;
}

} // namespace standin
