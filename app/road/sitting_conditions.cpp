// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/sitting_conditions.h"

namespace jr::app {
namespace {

/// Header keys of what is said of the runs to come, and how each is written.
struct KeyOfCondition {
    const char* key;
    std::optional<double> RideConditions::*value;
    double perUnit;
};
constexpr KeyOfCondition kConditionKeys[] = {
    {"rider_kg", &RideConditions::riderKg, 1.},       {"fuel_kg", &RideConditions::fuelKg, 1.},
    {"wind_m_s", &RideConditions::windMPerS, 1.},     {"slope_pct", &RideConditions::slopePct, 1.},
    {"air_temp_c", &RideConditions::airTempC, 1.},    {"air_pressure_hpa", &RideConditions::airPressurePa, 100.},
    {"humidity_pct", &RideConditions::humidity, 0.01}};

} // namespace

RideConditions conditionsOf(const BenchSitting& sitting) {
    RideConditions out;
    for (const KeyOfCondition& one : kConditionKeys) {
        bool good = false;
        const double value = sitting.key(QLatin1String(one.key)).toDouble(&good);
        if (good)
            out.*one.value = value * one.perUnit;
    }
    return out;
}

void setConditions(BenchSitting& sitting, const RideConditions& said) {
    for (const KeyOfCondition& one : kConditionKeys)
        sitting.setKey(QLatin1String(one.key),
                       said.*one.value ? QString::number(*(said.*one.value) / one.perUnit) : QString());
}

} // namespace jr::app
