// SPDX-License-Identifier: GPL-3.0-or-later
// Facts of a pull that stand in its header beside those every pull has (trace.h): each has one key, one type and one
// place where people are asked for it. A pull file may hold other keys as well; they are kept and never read.
//
//     if (const auto rest = header.number(header_key::rest)) …      // nothing when it is missing or no number
//     header.set(header_key::rest, 240.);
#pragma once

#include <span>
#include <string_view>

namespace jr {

struct NumberKey {
    std::string_view key;
};
struct TextKey {
    std::string_view key;
};

namespace header_key {

inline constexpr TextKey gear{"gear"};
inline constexpr TextKey straps{"straps"};
inline constexpr TextKey bench{"bench"};
inline constexpr NumberKey tyrePressureKpa{"tyre_pressure_kpa"};
inline constexpr TextKey procedure{"procedure"}; ///< as procedureText writes it
inline constexpr TextKey brakeTask{"brake_task"};
inline constexpr TextKey warmUp{"warm_up"};
inline constexpr NumberKey restS{"rest_s"};
inline constexpr NumberKey fuelMl{"fuel_ml"};
inline constexpr NumberKey pullsSinceFuel{"pulls_since_fuel"};
inline constexpr NumberKey displacementCm3{"displacement_cc"};
inline constexpr NumberKey cylinders{"cylinders"};
inline constexpr NumberKey altitudeM{"altitude_m"};
inline constexpr NumberKey afrDelayS{"afr_delay_s"}; ///< how late the mixture probes read
inline constexpr TextKey fans{"fans"};
inline constexpr TextKey operatorName{"operator"};
inline constexpr TextKey soundPlace{"sound_place"}; ///< where the microphone stands
inline constexpr TextKey belongsBecause{"belongs_because"}; ///< of another machine or bench than the job's others
inline constexpr TextKey cutShort{"cut_short"};     ///< why a pull or run was kept though it broke off
inline constexpr NumberKey fitting{"fitting"};      ///< which time this setup was put on
// Of a run on the road:
inline constexpr NumberKey riderKg{"rider_kg"};
inline constexpr NumberKey machineKg{"machine_kg"};
inline constexpr NumberKey fuelKg{"fuel_kg"};
inline constexpr NumberKey slopePct{"slope_pct"}; ///< uphill positive
inline constexpr NumberKey windMPerS{"wind_m_s"}; ///< towards the rider positive
inline constexpr TextKey direction{"direction"};  ///< out | back
inline constexpr TextKey rollout{"rollout"};      ///< none | 1ft
inline constexpr TextKey speedFrom{"speed_from"}; ///< receiver | dial

} // namespace header_key

/// What is known of a key: for documents, for forms, and for the test that no key is spelt twice.
struct HeaderKey {
    std::string_view key;
    std::string_view unit; ///< "1" for a plain number, empty for a text
    std::string_view what;
    std::string_view askedAt; ///< station, or what writes it
    bool samePerSitting;      ///< a difference between two sides is a second change
};
std::span<const HeaderKey> headerKeys();

} // namespace jr
