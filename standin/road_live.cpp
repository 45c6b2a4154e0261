// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/road_live.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace standin {
namespace {

constexpr double kBrakesMPerS2 = 3.5, kStandsS = 2.5;
constexpr double kResetSilentS = 1.5, kResetDeafS = 2.; ///< a receiver that starts anew: silent, then without a fix

} // namespace

RoadReceiver::RoadReceiver(RoadMachine machine, RoadSetting setting, ReceiverTrouble trouble, int rides)
    : m_machine(std::move(machine)), m_setting(setting), m_trouble(trouble), m_rides(rides),
      m_dice(setting.seed * 31 + 11) {}

std::string RoadReceiver::takeTruths() {
    return std::exchange(m_truths, {});
}

void RoadReceiver::say(FixNow fix) {
    const double t = m_nowS;
    m_nowS += 1. / m_setting.rateHz;
    if (t < m_silentUntilS)
        return;
    if (t < m_deafUntilS)
        fix.heard = false;
    m_said.push_back({t, sentencesOf(fix, t + m_clockOffsetS)});
}

void RoadReceiver::ride() {
    RoadSetting setting = m_setting;
    setting.seed = m_setting.seed + static_cast<std::uint64_t>(m_done);
    const bool troubled = m_done + 1 == m_trouble.inRide;
    if (!troubled)
        setting.lostAtS = setting.poorFromS = setting.liftAtM = -1.;
    if (m_heading < 0.) { // the way back
        setting.slopePct = -setting.slopePct;
        setting.windMPerS = -setting.windMPerS;
    }
    const RoadRide ride = rideRoad(m_machine, setting);
    const double beganS = m_nowS, from = m_placeM;
    bool reset = false, jumped = false, torn = false;
    const auto due = [&](double atS, bool& done) {
        const bool now = troubled && atS >= 0. && !done && m_nowS - beganS >= atS;
        done = done || now;
        return now;
    };
    for (FixNow fix : fixesOf(ride)) {
        m_placeM = from + m_heading * fix.northM;
        m_speedMPerS = fix.heard ? fix.speedMPerS : m_speedMPerS;
        fix.northM = m_placeM;
        if (due(m_trouble.resetAtS, reset)) {
            m_said.push_back({m_nowS, "$GPRMC,1000"}); // in the middle of a line
            m_silentUntilS = m_nowS + kResetSilentS;
            m_deafUntilS = m_silentUntilS + kResetDeafS;
            m_said.push_back({m_silentUntilS, "receiver starts\r\n"});
        }
        if (due(m_trouble.jumpAtS, jumped))
            m_clockOffsetS += m_trouble.jumpByS;
        say(fix);
        if (due(m_trouble.tornAtS, torn) && !m_said.empty()) { // half of it is lost, its end too
            std::string& text = m_said.back().text;
            text = text.substr(0, text.size() / 3);
        }
    }
    ++m_done;
    m_said.push_back({m_nowS, {}, "ride " + std::to_string(m_done) + "\n" + truthOf(ride)});
}

void RoadReceiver::brakeAndStand() {
    const double step = 1. / m_setting.rateHz;
    FixNow fix;
    fix.satellites = m_setting.satellites;
    fix.hdop = m_setting.hdop;
    const double until = m_nowS + m_speedMPerS / kBrakesMPerS2 + kStandsS;
    while (m_nowS < until) {
        m_speedMPerS = std::max(0., m_speedMPerS - step * kBrakesMPerS2);
        m_placeM += m_heading * m_speedMPerS * step;
        fix.speedMPerS = std::max(0., m_speedMPerS + m_setting.speedNoiseMPerS * m_dice.normal());
        fix.northM = m_placeM;
        say(fix);
    }
}

std::string RoadReceiver::heardBy(double timeS) {
    while (m_nowS <= timeS) {
        const bool rides = m_rides == 0 || m_done < m_rides;
        if (rides)
            ride();
        brakeAndStand(); // after the last one it stands on and on
        if (rides)
            m_heading = -m_heading;
    }
    std::string out;
    while (!m_said.empty() && m_said.front().atS <= timeS) {
        out += m_said.front().text;
        m_truths += m_said.front().truth;
        m_said.pop_front();
    }
    return out;
}

} // namespace standin
