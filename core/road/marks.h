// SPDX-License-Identifier: GPL-3.0-or-later
// What a run is timed over: a distance from where it stood, from standing to a speed, from one speed to another.
#pragma once

#include "core/result.h"

#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct Mark {
    std::string text;                    ///< as written: "60ft", "1/4mile", "0-100km/h"
    double metres = 0.;                  ///< a distance; 0: between speeds
    double fromMPerS = 0., toMPerS = 0.; ///< from 0: from standing

    bool isDistance() const { return metres > 0.; }
    bool standing() const { return isDistance() || fromMPerS == 0.; }
    bool operator==(const Mark&) const = default;
};

/// "330ft", "1/8mile", "201m", "0-60mph", "80-120km/h". A distance 1 to 20000 m, speeds up to 150 m/s, rising. Errors
/// name the mark and what it may be.
Result<Mark> parseMark(std::string_view text);

/// 60 ft, 330 ft, 1/8 and 1/4 mile, 0-60 mph, 0-100 km/h, 50-80 mph, 80-120 km/h.
std::vector<Mark> usualMarks();

} // namespace jr
