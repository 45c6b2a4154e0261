// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/simulated_bench.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace standin {
namespace {

constexpr double kPi = 3.14159265358979323846;
constexpr double kRadPerRpm = kPi / 30.;

/// A slow random wander over engine speed: cosines of random phase.
class Wander {
public:
    Wander(double share, double widthRpm, Dice& dice) : m_share(share) {
        for (int k = 0; k < 12; ++k) {
            m_wave[static_cast<std::size_t>(k)] = dice.normal() / widthRpm;
            m_phase[static_cast<std::size_t>(k)] = 2. * kPi * dice.uniform();
        }
    }
    double at(double rpm) const {
        if (m_share == 0.)
            return 0.;
        double sum = 0.;
        for (std::size_t k = 0; k < m_wave.size(); ++k)
            sum += std::cos(m_wave[k] * rpm + m_phase[k]);
        return m_share * sum * std::sqrt(2. / 12.);
    }

private:
    double m_share;
    std::array<double, 12> m_wave{}, m_phase{};
};

std::string number(double value, int digits) {
    char buffer[64];
    std::snprintf(buffer, sizeof buffer, "%.*f", digits, value);
    return buffer;
}

void commonKeys(Recording& r, const PullSetting& p) {
    r.keys.emplace_back("air_temp_c", number(p.airTempC, 2));
    r.keys.emplace_back("air_pressure_hpa", number(p.airPressureHpa, 2));
    r.keys.emplace_back("humidity_pct", number(p.humidityPct, 1));
}

} // namespace

double Dice::uniform() {
    m_state += 0x9E3779B97F4A7C15ull;
    std::uint64_t z = m_state;
    z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9ull;
    z = (z ^ (z >> 27)) * 0x94D049BB133111EBull;
    z ^= z >> 31;
    return (static_cast<double>(z >> 11) + 0.5) / 9007199254740992.;
}

double Dice::normal() {
    if (m_hasSpare) {
        m_hasSpare = false;
        return m_spare;
    }
    const double r = std::sqrt(-2. * std::log(uniform()));
    const double a = 2. * kPi * uniform();
    m_spare = r * std::sin(a);
    m_hasSpare = true;
    return r * std::cos(a);
}

double airFactorJ1349(double tempC, double pressureHpa, double humidityPct) {
    const double vapour = humidityPct / 100. * 6.1121 * std::exp((18.678 - tempC / 234.5) * tempC / (257.14 + tempC));
    return 1.18 * 990. / (pressureHpa - vapour) * std::sqrt((tempC + 273.) / 298.) - 0.18;
}

Recording rollerPull(const EngineTruth& engine, const BenchSetting& bench, const PullSetting& pull) {
    Dice dice(pull.seed);
    const Wander wander(pull.wanderShare, pull.wanderWidthRpm, dice);
    const double weaker = 1. / airFactorJ1349(pull.airTempC, pull.airPressureHpa, pull.humidityPct);
    Recording out;
    commonKeys(out, pull);
    out.keys.emplace_back("roller_inertia_kg_m2", number(bench.rollerInertiaKgM2, 4));
    out.keys.emplace_back("roller_radius_m", number(bench.rollerRadiusM, 4));
    char loss[96];
    std::snprintf(loss, sizeof loss, "%g, %g, %g", bench.rollerLossNm[0], bench.rollerLossNm[1], bench.rollerLossNm[2]);
    out.keys.emplace_back("roller_loss_nm", loss);
    out.keys.emplace_back("engine_per_roller", number(bench.enginePerRoller, 5));
    if (pull.limiterRpm > 0.)
        out.keys.emplace_back("limiter_rpm", number(pull.limiterRpm, 0));
    out.columns = {"time [s]", "roller_speed [rad/s]", "engine_speed [rpm]", "afr_1 [1]", "coolant [degC]"};

    double w = pull.startRpm * kRadPerRpm / bench.enginePerRoller;
    double t = 0.;
    const double step = 1. / bench.sampleHz;
    double lastEdge = pull.edgeJitterShare * dice.normal();
    double held = -1.; // when the limiter was first reached
    double cutUntil = -1.;
    const auto slipping = [&](double at) {
        if (pull.slipAtS < 0. || at < pull.slipAtS || at > pull.slipAtS + pull.slipForS)
            return 0.;
        return pull.slipShare * std::sin(kPi * (at - pull.slipAtS) / pull.slipForS);
    };
    const auto torqueAtRoller = [&](double at, double shaft) {
        const double rpm = shaft / kRadPerRpm * bench.enginePerRoller;
        double torque = engine.torqueAt(rpm) * weaker * (1. + pull.offsetShare + wander.at(rpm));
        if (pull.loadSpikeShare > 0. && at < 0.35)
            torque *= 1. + pull.loadSpikeShare * std::exp(-std::pow((at - 0.12) / 0.08, 2));
        if (at < cutUntil)
            torque = -0.12 * engine.torqueNm;
        torque *= 1. - 2.5 * slipping(at);
        return torque * bench.enginePerRoller;
    };
    const auto slope = [&](double at, double shaft) {
        const auto& c = bench.rollerLossNm;
        return (torqueAtRoller(at, shaft) - (c[0] + c[1] * shaft + c[2] * shaft * shaft)) / bench.rollerInertiaKgM2;
    };
    while (t < 60.) {
        const double rpm = w / kRadPerRpm * bench.enginePerRoller;
        if (pull.limiterRpm > 0.) {
            if (rpm >= pull.limiterRpm && t >= cutUntil) {
                cutUntil = t + 0.09;
                if (held < 0.)
                    held = t;
            }
            if (held >= 0. && t > held + 0.6)
                break;
        } else if (rpm >= pull.endRpm) {
            break;
        }
        const double edge = pull.edgeJitterShare * dice.normal();
        const double read = w * (1. + edge - lastEdge + pull.whiteShare * dice.normal());
        lastEdge = edge;
        double tacho = rpm * (1. + slipping(t)) * (1. + pull.tachoShare * dice.normal());
        if (pull.dropoutAtS >= 0. && t >= pull.dropoutAtS && t < pull.dropoutAtS + 2.5 * step)
            tacho *= 0.5;
        double afr = pull.afr + 0.05 * dice.normal();
        if (pull.leanAtS >= 0. && t >= pull.leanAtS && t < pull.leanAtS + pull.leanForS)
            afr = pull.leanAfr + 0.05 * dice.normal();
        out.rows.push_back({t, read, tacho, afr, pull.coolantC + 0.2 * t + 0.05 * dice.normal()});
        // Fourth-order Runge-Kutta.
        const double k1 = slope(t, w), k2 = slope(t + step / 2., w + step / 2. * k1);
        const double k3 = slope(t + step / 2., w + step / 2. * k2), k4 = slope(t + step, w + step * k3);
        w += step / 6. * (k1 + 2. * k2 + 2. * k3 + k4);
        t += step;
    }
    return out;
}

Recording brakePull(const EngineTruth& engine, const BenchSetting& bench, const PullSetting& pull) {
    Dice dice(pull.seed);
    const Wander wander(pull.wanderShare, pull.wanderWidthRpm, dice);
    const double weaker = 1. / airFactorJ1349(pull.airTempC, pull.airPressureHpa, pull.humidityPct);
    Recording out;
    commonKeys(out, pull);
    out.keys.emplace_back("brake_arm_m", number(bench.brakeArmM, 3));
    out.keys.emplace_back("brake_inertia_kg_m2", number(bench.brakeInertiaKgM2, 5));
    const double ratio = bench.enginePerBrake;
    out.keys.emplace_back("engine_per_brake", ratio == 1. ? "1.0" : number(ratio, 4));
    out.columns = {"time [s]", "engine_speed [rpm]", "load_force [N]", "afr_1 [1]", "coolant [degC]"};
    Dice gaugeDice(pull.seed ^ 0x6a09e667f3bcc908ULL); // of their own: the other columns stay as they are without them
    if (pull.gauges)
        for (const char* name : {"afr_2 [1]", "egt_1 [degC]", "egt_2 [degC]", "fuel_flow [kg/h]", "air_flow [kg/h]"})
            out.columns.emplace_back(name);
    if (pull.gauges && pull.probeDelayS > 0.)
        out.keys.emplace_back("afr_delay_s", number(pull.probeDelayS, 2));
    // Mixture of a cylinder at an engine speed; a probe reads what was there a moment before.
    const auto mixtureOf = [&](int cylinder, double atRpm) {
        const double late = pull.gauges ? pull.probeDelayS * pull.brakeSweepRpmPerS : 0.;
        const double over = pull.starvedFromRpm > 0. && cylinder == 2
                                ? std::clamp((atRpm - late - pull.starvedFromRpm) / 800., 0., 1.)
                                : 0.;
        return pull.afr + pull.starvedAfr * over;
    };
    const double rate = pull.brakeSweepRpmPerS;
    const double full = ratio * engine.torqueNm / bench.brakeArmM;
    for (double t = 0.; pull.startRpm + rate * t < pull.endRpm; t += 1. / bench.sampleHz) {
        const double rpm = pull.startRpm + rate * t;
        // At the brake: the same power at another speed.
        double torque = ratio * engine.torqueAt(rpm) * weaker * (1. + pull.offsetShare + wander.at(rpm)) -
                        bench.brakeInertiaKgM2 * rate / ratio * kRadPerRpm;
        if (pull.loadSpikeShare > 0. && t < 0.5)
            torque *= 1. + pull.loadSpikeShare * std::exp(-std::pow((t - 0.15) / 0.1, 2));
        double force = torque / bench.brakeArmM + pull.scaleShare * full * dice.normal();
        if (pull.dropoutAtS >= 0. && t >= pull.dropoutAtS && t < pull.dropoutAtS + 3. / bench.sampleHz)
            force = 0.;
        out.rows.push_back({t, rpm * (1. + pull.tachoShare * dice.normal()), force, pull.afr + 0.05 * dice.normal(),
                            pull.coolantC + 0.2 * t});
        if (!pull.gauges)
            continue;
        const double watt = engine.torqueAt(rpm) * weaker * (1. + pull.offsetShare) * rpm * kRadPerRpm;
        const double fuelKgH = std::max(watt, 0.) / 1000. * pull.bsfcGPerKwh / 1000.;
        const double airKgH = fuelKgH * pull.afr; // the same for both; the starved one gets less fuel
        const double starvedFuel = 0.5 * fuelKgH * (1. + pull.afr / mixtureOf(2, rpm + pull.probeDelayS * rate));
        // Leaner burns hotter, and the probe's mass lags: by its own second.
        const auto exhaustC = [&](int cylinder) {
            const double warm = 1. - std::exp(-(t + 1.) / 1.6);
            return 430. + warm * (90. + 0.012 * rpm + 55. * (mixtureOf(cylinder, rpm) - 12.)) +
                   1.5 * gaugeDice.normal();
        };
        for (double v : {mixtureOf(2, rpm) + 0.05 * gaugeDice.normal(), exhaustC(1), exhaustC(2),
                         starvedFuel * (1. + 0.01 * gaugeDice.normal()), airKgH * (1. + 0.01 * gaugeDice.normal())})
            out.rows.back().push_back(v);
    }
    return out;
}

std::string Recording::text(int digits) const {
    std::string out = "# jolly-ram: pull 1\n";
    for (const auto& [key, value] : keys)
        out += "# " + key + ": " + value + "\n";
    for (std::size_t c = 0; c < columns.size(); ++c)
        out += (c ? "," : "") + columns[c];
    out += "\n";
    for (const auto& row : rows) {
        for (std::size_t c = 0; c < row.size(); ++c)
            out += (c ? "," : "") + (std::isfinite(row[c]) ? number(row[c], digits) : std::string());
        out += "\n";
    }
    return out;
}

} // namespace standin
