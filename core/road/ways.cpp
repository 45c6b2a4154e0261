// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/ways.h"

#include "core/units/units.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kLeastM = 40.;
constexpr double kEarthM = 6371008.8; ///< mean radius
constexpr double kAlike = 0.70710678; ///< cosine of 45°

} // namespace

std::optional<double> headingRad(const RoadRun& run) {
    if (run.latitudeRad.empty() || run.longitudeRad.empty())
        return std::nullopt;
    const double startS = run.launch ? run.launch->startS : run.timeS.front();
    std::optional<std::size_t> first, last;
    for (std::size_t i = 0; i <= run.topRow; ++i)
        if (std::isfinite(run.latitudeRad[i]) && std::isfinite(run.longitudeRad[i])) {
            if (!first || run.timeS[i] <= startS)
                first = i;
            last = i;
        }
    if (!first || *first == *last)
        return std::nullopt;
    const double north = kEarthM * (run.latitudeRad[*last] - run.latitudeRad[*first]);
    const double east =
        kEarthM * std::cos(run.latitudeRad[*first]) * (run.longitudeRad[*last] - run.longitudeRad[*first]);
    return std::hypot(north, east) < kLeastM ? std::nullopt : std::optional(std::atan2(east, north));
}

void nameWays(const std::vector<RoadRun*>& runs) {
    std::vector<std::optional<double>> heading;
    for (const RoadRun* run : runs)
        heading.push_back(headingRad(*run));
    std::optional<double> out;
    for (const bool said : {true, false})
        for (std::size_t i = 0; i < runs.size() && !out; ++i) {
            const std::string_view way = runs[i]->header.text(header_key::direction);
            if (heading[i] && (said ? way == "out" || way == "back" : way.empty()))
                out = way == "back" ? *heading[i] + kPi : *heading[i];
        }
    if (!out)
        return;
    const auto along = [&](std::size_t i) { return heading[i] ? std::cos(*heading[i] - *out) : 0.; };
    bool some = false, others = false;
    for (std::size_t i = 0; i < runs.size(); ++i) {
        some = some || along(i) > kAlike;
        others = others || along(i) < -kAlike;
    }
    if (!some || !others)
        return;
    for (std::size_t i = 0; i < runs.size(); ++i)
        if (std::abs(along(i)) > kAlike && runs[i]->header.text(header_key::direction).empty())
            runs[i]->header.set(header_key::direction, along(i) > 0. ? "out" : "back");
}

} // namespace jr
