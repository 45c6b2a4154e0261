// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/belt_pull.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace standin {
namespace {

constexpr double kPi = 3.14159265358979323846;
constexpr double kRadPerRpm = kPi / 30.;

std::string number(double value, int digits) {
    char buffer[64];
    std::snprintf(buffer, sizeof buffer, "%.*f", digits, value);
    return buffer;
}

} // namespace

double BeltDrive::engineRpm(double rollerRadS) const {
    const double shaft = rollerRadS / kRadPerRpm;
    const double begins = shiftRpm / lowRatio, ends = (shiftRpm + creepRpm) / highRatio;
    if (shaft <= begins)
        return shaft * lowRatio;
    if (shaft >= ends)
        return shaft * highRatio;
    return shiftRpm + creepRpm * (shaft - begins) / (ends - begins);
}

double BeltDrive::powerW(double rollerRadS) const {
    const double roadMS = rollerRadS * rollerRadiusM;
    const double off = (engineRpm(rollerRadS) - peakRpm) / 2600.;
    const double engine = powerAtRoad ? 1. : std::exp(-off * off);
    const double belt = 1. - 0.0004 * std::pow(roadMS - 13., 2); // it grips best in the middle
    const double more = 1. + gain / (1. + std::exp(-(roadMS - gainFromMS) / 0.35));
    return peakW * engine * belt * more * (1. + offsetShare) / airFactorJ1349(airTempC, airPressureHpa, humidityPct);
}

Recording beltPull(const BeltDrive& drive, std::uint64_t seed) {
    Dice dice(seed);
    Recording out;
    out.keys = {{"air_temp_c", number(drive.airTempC, 2)},
                {"air_pressure_hpa", number(drive.airPressureHpa, 2)},
                {"humidity_pct", number(drive.humidityPct, 1)},
                {"roller_inertia_kg_m2", number(drive.rollerInertiaKgM2, 4)},
                {"roller_radius_m", number(drive.rollerRadiusM, 4)},
                {"roller_loss_nm", number(drive.rollerLossNm[0], 4) + ", " + number(drive.rollerLossNm[1], 6) + ", " +
                                       number(drive.rollerLossNm[2], 9)}};
    out.columns = {"time [s]", "roller_speed [rad/s]", "engine_speed [rpm]", "coolant [degC]"};
    constexpr int kSubsteps = 10;
    const double dt = 1. / (drive.sampleHz * kSubsteps);
    double w = drive.startMS / drive.rollerRadiusM, lastEdge = dice.normal() * drive.edgeJitterShare;
    for (int i = 0; w * drive.rollerRadiusM < drive.endMS && i < 20000; ++i) {
        // A reading is the travel between two edges, each a little out; plus what is independent.
        const double edge = dice.normal() * drive.edgeJitterShare;
        const double read = w * (1. + edge - lastEdge + dice.normal() * drive.whiteShare);
        lastEdge = edge;
        out.rows.push_back(
            {i / drive.sampleHz, read, drive.engineRpm(w) * (1. + dice.normal() * drive.tachoShare), 84.});
        for (int s = 0; s < kSubsteps; ++s) {
            const auto& loss = drive.rollerLossNm;
            const double drag = loss[0] + loss[1] * w + loss[2] * w * w;
            w += dt * (drive.powerW(w) / w - drag) / drive.rollerInertiaKgM2;
        }
    }
    return out;
}

} // namespace standin
