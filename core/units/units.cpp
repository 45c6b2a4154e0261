// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/units.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <string>

namespace jr {
namespace {

constexpr double kPoundForce = 4.4482216152605; // 0.45359237 kg * 9.80665 m/s2, exact
constexpr double kFoot = 0.3048;
constexpr double kMile = 1609.344;
constexpr double kCubicFoot = 0.028316846592;

const std::vector<Unit> kAllUnits = {
    {"s", Quantity::Time, 1.},
    {"ms", Quantity::Time, 1e-3},
    {"min", Quantity::Time, 60.},
    {"rad/s", Quantity::AngularSpeed, 1.},
    {"rpm", Quantity::AngularSpeed, kRadPerSecPerRpm},
    {"Hz", Quantity::AngularSpeed, 2. * kPi},
    {"m/s", Quantity::Speed, 1.},
    {"km/h", Quantity::Speed, 1. / 3.6},
    {"mph", Quantity::Speed, kMile / 3600.},
    {"kn", Quantity::Speed, 1852. / 3600.},
    {"N", Quantity::Force, 1.},
    {"kN", Quantity::Force, 1000.},
    {"kgf", Quantity::Force, 9.80665},
    {"lbf", Quantity::Force, kPoundForce},
    {"Nm", Quantity::Torque, 1.},
    {"lb-ft", Quantity::Torque, kPoundForce* kFoot},
    {"lb-in", Quantity::Torque, kPoundForce* kFoot / 12.},
    {"kgf-m", Quantity::Torque, 9.80665},
    {"W", Quantity::Power, 1.},
    {"kW", Quantity::Power, 1000.},
    {"hp", Quantity::Power, kWattPerHp},
    {"PS", Quantity::Power, kWattPerPs},
    {"degC", Quantity::Temperature, 1.},
    {"degF", Quantity::Temperature, 5. / 9., -32.},
    {"K", Quantity::Temperature, 1., -273.15},
    {"Pa", Quantity::Pressure, 1.},
    {"hPa", Quantity::Pressure, 100.},
    {"mbar", Quantity::Pressure, 100.},
    {"kPa", Quantity::Pressure, 1000.},
    {"bar", Quantity::Pressure, 1e5},
    {"inHg", Quantity::Pressure, 3386.389},
    {"mmHg", Quantity::Pressure, 133.322387415},
    {"psi", Quantity::Pressure, 6894.757293168361},
    {"kg/s", Quantity::MassFlow, 1.},
    {"g/s", Quantity::MassFlow, 1e-3},
    {"kg/h", Quantity::MassFlow, 1. / 3600.},
    {"lb/h", Quantity::MassFlow, 0.45359237 / 3600.},
    {"m3/s", Quantity::VolumeFlow, 1.},
    {"L/h", Quantity::VolumeFlow, 1e-3 / 3600.},
    {"m3/h", Quantity::VolumeFlow, 1. / 3600.},
    {"cfm", Quantity::VolumeFlow, kCubicFoot / 60.},
    {"1", Quantity::Ratio, 1.},
    {"%", Quantity::Ratio, 0.01},
    {"dB", Quantity::Sound, 1.},
};

constexpr double kInch = 0.0254, kPound = 0.45359237;
const std::vector<Unit> kWorkshopUnits = {
    {"m", Quantity::Length, 1.},
    {"mm", Quantity::Length, 1e-3},
    {"cm", Quantity::Length, 1e-2},
    {"km", Quantity::Length, 1e3},
    {"in", Quantity::Length, kInch},
    {"thou", Quantity::Length, kInch * 1e-3},
    {"ft", Quantity::Length, kFoot},
    {"mile", Quantity::Length, kMile},
    {"m2", Quantity::Area, 1.},
    {"cm2", Quantity::Area, 1e-4},
    {"mm2", Quantity::Area, 1e-6},
    {"in2", Quantity::Area, kInch* kInch},
    {"m3", Quantity::Volume, 1.},
    {"L", Quantity::Volume, 1e-3},
    {"ml", Quantity::Volume, 1e-6},
    {"cm3", Quantity::Volume, 1e-6},
    {"in3", Quantity::Volume, kInch* kInch* kInch},
    {"gal", Quantity::Volume, 231. * kInch* kInch* kInch}, // of the United States
    {"impgal", Quantity::Volume, 4.54609e-3},
    {"floz", Quantity::Volume, 231. / 128. * kInch* kInch* kInch},
    {"kg", Quantity::Mass, 1.},
    {"g", Quantity::Mass, 1e-3},
    {"lb", Quantity::Mass, kPound},
    {"oz", Quantity::Mass, kPound / 16.},
    {"kg/m3", Quantity::Density, 1.},
    {"kg/L", Quantity::Density, 1e3},
    {"lb/gal", Quantity::Density, kPound / (231. * kInch * kInch * kInch)},
    {"kg/J", Quantity::Consumption, 1.},
    {"g/kWh", Quantity::Consumption, 1e-3 / 3.6e6},
    {"lb/hp-h", Quantity::Consumption, kPound / (kWattPerHp * 3600.)},
    {"rad", Quantity::Angle, 1.},
    {"deg", Quantity::Angle, kPi / 180.},
};

constexpr std::array<std::pair<std::string_view, std::string_view>, 16> kWorkshopSpellings = {{
    {"inch", "in"},
    {"inches", "in"},
    {"\"", "in"},
    {"feet", "ft"},
    {"mi", "mile"},
    {"miles", "mile"},
    {"cc", "cm3"},
    {"litre", "L"},
    {"liter", "L"},
    {"gram", "g"},
    {"lbs", "lb"},
    {"pound", "lb"},
    {"pounds", "lb"},
    {"ounce", "oz"},
    {"kg/l", "kg/L"},
    {"\xc2\xb0", "deg"},
}};

// Usual spellings, compared without spaces and (unless exact) without case.
constexpr std::array<std::pair<std::string_view, std::string_view>, 63> kSpellings = {{
    {"sec", "s"},
    {"second", "s"},
    {"seconds", "s"},
    {"sek", "s"},
    {"msec", "ms"},
    {"millis", "ms"},
    {"milliseconds", "ms"},
    {"rad/sec", "rad/s"},
    {"r/min", "rpm"},
    {"1/min", "rpm"},
    {"u/min", "rpm"},
    {"min-1", "rpm"},
    {"min^-1", "rpm"},
    {"/min", "rpm"},
    {"revs/min", "rpm"},
    {"rev/min", "rpm"},
    {"hertz", "Hz"},
    {"kph", "km/h"},
    {"kmh", "km/h"},
    {"kmph", "km/h"},
    {"mi/h", "mph"},
    {"kt", "kn"},
    {"kts", "kn"},
    {"knots", "kn"},
    {"mps", "m/s"},
    {"newton", "N"},
    {"kg", "kgf"},
    {"kp", "kgf"},
    {"lb", "lbf"},
    {"lbs", "lbf"},
    {"n.m", "Nm"},
    {"n-m", "Nm"},
    {"n*m", "Nm"},
    {"n\xc2\xb7m", "Nm"},
    {"lbft", "lb-ft"},
    {"lb.ft", "lb-ft"},
    {"ft-lb", "lb-ft"},
    {"ftlb", "lb-ft"},
    {"ft.lb", "lb-ft"},
    {"lbf-ft", "lb-ft"},
    {"lbf.ft", "lb-ft"},
    {"ft-lbs", "lb-ft"},
    {"lb\xc2\xb7"
     "ft",
     "lb-ft"},
    {"mkg", "kgf-m"},
    {"kgm", "kgf-m"},
    {"kg-m", "kgf-m"},
    {"kpm", "kgf-m"},
    {"watt", "W"},
    {"bhp", "hp"},
    {"cv", "PS"},
    {"\xc2\xb0"
     "c",
     "degC"},
    {"c", "degC"},
    {"\xc2\xb0"
     "f",
     "degF"},
    {"f", "degF"},
    {"mb", "mbar"},
    {"kg/hr", "kg/h"},
    {"lb/hr", "lb/h"},
    {"l/hr", "L/h"},
    {"ratio", "1"},
    {"-", "1"},
    {"afr", "1"},
    {"lambda", "1"},
    {"pct", "%"},
}};

std::string folded(std::string_view text) {
    std::string out;
    for (char c : text)
        if (!std::isspace(static_cast<unsigned char>(c)))
            out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

} // namespace

const std::vector<Unit>& allUnits() {
    return kAllUnits;
}

std::optional<Unit> findUnit(std::string_view spelling) {
    for (const Unit& unit : kAllUnits)
        if (unit.symbol == spelling)
            return unit;
    const std::string wanted = folded(spelling);
    if (wanted.empty())
        return std::nullopt;
    for (const auto& [alias, symbol] : kSpellings)
        if (alias == wanted)
            return findUnit(symbol);
    for (const Unit& unit : kAllUnits)
        if (folded(unit.symbol) == wanted)
            return unit;
    return std::nullopt;
}

const std::vector<Unit>& workshopUnits() {
    return kWorkshopUnits;
}

std::optional<Unit> findWorkshopUnit(std::string_view spelling) {
    for (const Unit& unit : kWorkshopUnits)
        if (unit.symbol == spelling)
            return unit;
    const std::string wanted = folded(spelling);
    for (const auto& [alias, symbol] : kWorkshopSpellings)
        if (alias == wanted)
            return findWorkshopUnit(symbol);
    for (const Unit& unit : kWorkshopUnits)
        if (folded(unit.symbol) == wanted)
            return unit;
    return std::nullopt;
}

std::string_view siSymbol(Quantity quantity) {
    for (const Unit& unit : kAllUnits)
        if (unit.quantity == quantity && unit.factor == 1. && unit.offset == 0.)
            return unit.symbol;
    return "1";
}

} // namespace jr
