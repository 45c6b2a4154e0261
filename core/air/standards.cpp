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

std::string formatted(const char* format, double a, double b = 0., double c = 0.) {
    char buffer[256];
    std::snprintf(buffer, sizeof buffer, format, a, b, c);
    return buffer;
}

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

std::vector<AirCaution> airCautions(const Standard& standard, const Air& air) {
    std::vector<AirCaution> out;
    const double f = standard.factor(air);
    if (f < standard.minFactor || f > standard.maxFactor)
        out.push_back({"outside-validity", std::string(standard.label) +
                                               formatted(" is meant for factors from %.2f to %.2f; here it is %.3f.",
                                                         standard.minFactor, standard.maxFactor, f)});
    else if (std::abs(f - 1.) > 0.07)
        out.push_back({"large-correction",
                       std::string(standard.label) + formatted(" changes the figures by %+.1f %%.", 100. * (f - 1.))});
    if (air.tempC < standard.minTempC || air.tempC > standard.maxTempC)
        out.push_back({"outside-validity", std::string(standard.label) +
                                               formatted(" is meant for air of %.0f to %.0f °C; here it is %.1f °C.",
                                                         standard.minTempC, standard.maxTempC, air.tempC)});
    return out;
}

std::vector<AirCaution> airCautions(const Air& air) {
    std::vector<AirCaution> out;
    // Common practice, no source: benches stand between the Dead Sea and about 3000 m.
    if (air.pressurePa < 65000. || air.pressurePa > 108000.)
        out.push_back(
            {"air-implausible", formatted("A station pressure of %.0f hPa is hardly possible; check the barometer.",
                                          air.pressurePa / 100.)});
    if (air.tempC < -25. || air.tempC > 50.)
        out.push_back({"air-implausible", formatted("Intake air of %.1f °C is unusual; check the probe.", air.tempC)});
    return out;
}

std::optional<std::string> airProblem(const Air& air) {
    if (!std::isfinite(air.tempC) || air.tempC < -60. || air.tempC > 80.)
        return formatted("air temperature %g degC is outside -60 to 80", air.tempC);
    if (!std::isfinite(air.pressurePa) || air.pressurePa < 30000. || air.pressurePa > 120000.)
        return formatted("air pressure %g hPa is outside 300 to 1200", air.pressurePa / 100.);
    if (!std::isfinite(air.humidity) || air.humidity < 0. || air.humidity > 1.)
        return formatted("humidity %g %% is outside 0 to 100", air.humidity * 100.);
    if (dryPressurePa(air) < 0.5 * air.pressurePa)
        return std::string("the vapour outweighs the air");
    return std::nullopt;
}

} // namespace jr
