// SPDX-License-Identifier: GPL-3.0-or-later
// Units at the edges: one table of every unit the program reads or writes, and its factor to SI.
//
// Inside the program everything is SI (rad/s, W, N·m, K is kept as degC for air and coolant by name).
// Factors: exact by definition (SI, international foot and pound, 9.80665 m/s2), horsepower as
// 550 ft·lbf/s, metric horsepower as 75 kgf·m/s. Checked against GNU units in tests/core/test_units.cpp.
#pragma once

#include <optional>
#include <string_view>
#include <vector>

namespace jr {

enum class Quantity {
    Time,
    AngularSpeed,
    Speed,
    Force,
    Torque,
    Power,
    Temperature,
    Pressure,
    MassFlow,
    VolumeFlow,
    Ratio, ///< dimensionless: mixture, lambda, throttle, marks
    Sound,
    // Of the workshop, not of a bench's channels:
    Length,
    Area,
    Volume,
    Mass,
    Density,
    Consumption, ///< of fuel for work
    Angle,
};

struct Unit {
    std::string_view symbol; ///< as written in our own files
    Quantity quantity;
    double factor;      ///< si = (value + offset) * factor
    double offset = 0.; ///< added before scaling; only temperatures use it
};

/// Every unit, canonical spelling only.
const std::vector<Unit>& allUnits();

/// Finds a unit by its symbol or a usual spelling ("km/h", "kph", "1/min", "°C" …). Case matters only where it must.
std::optional<Unit> findUnit(std::string_view spelling);

/// Lengths, areas, volumes, masses and the like: what a workshop measures and no channel of a bench carries, so that a
/// log's "kg" stays a load.
const std::vector<Unit>& workshopUnits();
std::optional<Unit> findWorkshopUnit(std::string_view spelling);

/// Value in the unit -> SI (temperatures -> degC).
inline double toSi(double value, const Unit& unit) {
    return (value + unit.offset) * unit.factor;
}
/// SI (temperatures degC) -> value in the unit.
inline double fromSi(double si, const Unit& unit) {
    return si / unit.factor - unit.offset;
}

/// The SI unit of a quantity, as written in files.
std::string_view siSymbol(Quantity quantity);

inline constexpr double kPi = 3.14159265358979323846;
inline constexpr double kWattPerHp = 745.69987158227022; ///< 550 ft·lbf/s
inline constexpr double kWattPerPs = 735.49875;          ///< 75 kgf·m/s
inline constexpr double kNmPerLbFt = 1.3558179483314004; ///< international foot, pound, standard gravity
inline constexpr double kNmPerKgfM = 9.80665;
inline constexpr double kRadPerSecPerRpm = 2. * kPi / 60.;

inline double rpmFromRadPerS(double w) {
    return w / kRadPerSecPerRpm;
}
inline double radPerSFromRpm(double rpm) {
    return rpm * kRadPerSecPerRpm;
}

} // namespace jr
