// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/air/standards.h"

#include <cmath>
#include <cstdio>
#include <limits>

namespace jr {
namespace {

double factorNone(const Air&) {
    return 1.;
}

// SAE J1349: 1.180 (990/pd) sqrt((t+273)/298) - 0.18, pd in hPa. Formula from memory of the standard.
double factorSaeJ1349(const Air& a) {
    return 1.180 * (99000. / dryPressurePa(a)) * std::sqrt((a.tempC + 273.) / 298.) - 0.18;
}

// SAE J607: reference 60 degF and 29.92 inHg dry. Formula from memory of the standard.
double factorStdJ607(const Air& a) {
    return 101325. / dryPressurePa(a) * std::sqrt((a.tempC + 273.15) / 288.71);
}

// DIN 70020: total pressure, reference 20 degC and 1013 hPa. Formula from memory of the standard.
double factorDin70020(const Air& a) {
    return 101300. / a.pressurePa * std::sqrt((a.tempC + 273.) / 293.);
}

// ISO 1585, spark ignition, naturally aspirated (EU and JIS use the same form). Formula from memory of the standard.
double factorIso1585(const Air& a) {
    return std::pow(99000. / dryPressurePa(a), 1.2) * std::pow((a.tempC + 273.) / 298., 0.6);
}

constexpr double kInf = std::numeric_limits<double>::infinity();

const std::vector<Standard> kStandards = {
    {"none", "as measured", "the air of the day", "no correction", factorNone, -kInf, kInf, -kInf, kInf},
    {"sae-j1349", "SAE J1349", "25 °C, 990 hPa dry", "SAE J1349", factorSaeJ1349, 0.93, 1.07, 15., 35.},
    {"std-j607", "STD J607", "60 °F, 29.92 inHg dry", "SAE J607", factorStdJ607, -kInf, kInf, -kInf, kInf},
    {"din-70020", "DIN 70020", "20 °C, 1013 hPa", "DIN 70020", factorDin70020, -kInf, kInf, -kInf, kInf},
    {"iso-1585", "ISO 1585", "25 °C, 990 hPa dry", "ISO 1585", factorIso1585, 0.93, 1.07, -kInf, kInf},
};

} // namespace

const std::vector<Standard>& allStandards() {
    return kStandards;
}

const Standard* findStandard(std::string_view id) {
    for (const Standard& standard : kStandards)
        if (standard.id == id)
            return &standard;
    return nullptr;
}

std::vector<Caution> airCautions(const Standard& standard, const Air& air) {
    constexpr double kLargeCorrection = 0.07; // what most standards allow. Common practice, no source
    std::vector<Caution> out;
    const Term label{std::string(standard.label)};
    const double f = standard.factor(air);
    if (f < standard.minFactor || f > standard.maxFactor)
        out.push_back({"outside-validity",
                       {"air.factor-outside",
                        {label, Number{standard.minFactor, 2}, Number{standard.maxFactor, 2}, Number{f, 3}}}});
    else if (std::abs(f - 1.) > kLargeCorrection)
        out.push_back({"large-correction", {"air.large-correction", {label, Number{100. * (f - 1.), 1, true}}}});
    if (air.tempC < standard.minTempC || air.tempC > standard.maxTempC)
        out.push_back(
            {"outside-validity",
             {"air.temperature-outside",
              {label, Measure{standard.minTempC, Measured::Temperature, 0, false, false},
               Measure{standard.maxTempC, Measured::Temperature}, Measure{air.tempC, Measured::Temperature, 1}}}});
    return out;
}

std::vector<Caution> airCautions(const Air& air) {
    // Benches stand between the Dead Sea and about 3000 m. Common practice, no source.
    constexpr double kLeastPa = 65000., kMostPa = 108000., kColdC = -25., kHotC = 50.;
    std::vector<Caution> out;
    if (air.pressurePa < kLeastPa || air.pressurePa > kMostPa)
        out.push_back(
            {"air-implausible", {"air.pressure-implausible", {Measure{air.pressurePa, Measured::AirPressure}}}});
    if (air.tempC < kColdC || air.tempC > kHotC)
        out.push_back({"air-implausible", {"air.temperature-unusual", {Measure{air.tempC, Measured::Temperature, 1}}}});
    return out;
}

std::vector<Caution> pressureCautions(double pressurePa, double altitudeM) {
    const Measure typed{pressurePa, Measured::AirPressure};
    const Number height{altitudeM};
    switch (checkPressure(pressurePa, altitudeM)) {
    case PressureVerdict::Plausible:
        return {};
    case PressureVerdict::LooksReducedToSeaLevel:
        return {{"pressure-reduced",
                 {"air.pressure-reduced",
                  {typed, height, Measure{stationFromSeaLevelPa(pressurePa, altitudeM), Measured::AirPressure}}}}};
    case PressureVerdict::Implausible:
        return {{"air-implausible",
                 {"air.pressure-at-height",
                  {typed, height, Measure{standardPressurePa(altitudeM), Measured::AirPressure}}}}};
    }
    return {};
}

std::optional<Message> airProblem(const Air& air) {
    if (!std::isfinite(air.tempC) || air.tempC < -60. || air.tempC > 80.)
        return Message{"air.wrong-temperature", {Number{air.tempC, 1}}};
    if (!std::isfinite(air.pressurePa) || air.pressurePa < 30000. || air.pressurePa > 120000.)
        return Message{"air.wrong-pressure", {Number{air.pressurePa / 100., 1}}};
    if (!std::isfinite(air.humidity) || air.humidity < 0. || air.humidity > 1.)
        return Message{"air.wrong-humidity", {Number{air.humidity * 100., 1}}};
    if (dryPressurePa(air) < 0.5 * air.pressurePa)
        return Message{"air.wrong-vapour"};
    return std::nullopt;
}

} // namespace jr
