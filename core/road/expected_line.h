// SPDX-License-Identifier: GPL-3.0-or-later
// Where other weights or another spring would move a belt's line on the speed map, by the rules of core/figure/belt,
// before anybody fits them; what was run of other weights fits the exponent.
#pragma once

#include "core/figure/ranged.h"
#include "core/road/speed_map.h"

#include <optional>
#include <vector>

namespace jr {

/// What is changed on the belt: either, or nothing.
struct BeltChange {
    double fromG = 0., toG = 0.; ///< mean flyweight; both 0: not known, the weights stay
    double springPct = 0.;       ///< the contra spring's force, so much more
};

struct ExpectedLine {
    Ranged heldRpm{};
    std::vector<double> mPerS, rpm, lowRpm, highRpm;
    std::optional<double> timeShare; ///< of the run's time in the band, as the setup's own runs went
};

/// Share of what holds the weights back that the contra spring gives; belt tension and the driven pulley's ramps give
/// the rest. Common practice, no source.
inline constexpr Ranged kSpringShare{0.5, 0.3, 0.8};

/// `exponent` of weights (flyweights.h). The line keeps to the drive's two ends and to where its clutch takes hold.
/// Nothing for a setup whose belt holds no speed.
std::optional<ExpectedLine> expectedLine(const SetupOnMap& now, const BeltChange& change, const Ranged& exponent,
                                         const std::optional<EngineBand>& band);

/// The weight that would hold a speed, other things as they are.
double weightForHeldG(double fromG, double heldRpm, double wantedRpm, double exponent);

/// The exponent from the setups' held speeds, where three of them with two weights at least are on the map; else by the
/// rule, and up to 0.7 as is often seen.
struct WeightExponent {
    Ranged value{};
    bool own = false;
};
WeightExponent exponentFromMap(const std::vector<SetupOnMap>& map, const std::vector<std::optional<double>>& gramsOf);

} // namespace jr
