// SPDX-License-Identifier: GPL-3.0-or-later
// One number for the band a machine really works in (P14): power weighted by how much each speed is used, a
// ranking of setups by it that says which cannot be told apart, and how wide and flat a curve is.
#pragma once

#include "core/judge/value.h"
#include "core/units/curve_axis.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// Share of use along the axis, as straight lines between points in rising order; zero outside. The scale does not
/// matter.
struct UseWeights {
    std::vector<std::pair<double, double>> points; ///< place on the axis, weight >= 0

    double at(double place) const;
    bool empty() const;
};

/// Kinds of use; shapes around the speed of peak power. Common practice, no source.
enum class UseKind { Road, RaceBetweenShifts, SawInTheCut, ScooterCvt, SledOnTrail };
const std::vector<UseKind>& useKinds();
std::string_view useKindText(UseKind kind); ///< "a racer between shifts"
/// Around the place of peak power. Over road speed only belts are ridden: those of the scooter and the sled, and the
/// road for all others.
UseWeights usualWeights(UseKind kind, double peakPlace, CurveAxis axis = CurveAxis::EngineSpeed);

/// Below it a machine stands or idles: 1800 rpm, 3 m/s. Common practice, no source.
constexpr double usualIdle(CurveAxis axis) {
    return axis == CurveAxis::EngineSpeed ? 1800. : 3.;
}
/// As fine as use is told: five steps of the grid.
constexpr double usualBin(CurveAxis axis) {
    return 5. * usualStep(axis);
}

/// From the speeds of a logged ride, on the axis the pulls are judged over: how long each stretch of `bin` was used.
/// Speeds below `idle` do not count (usualIdle, usualBin). Errors: fewer than fifty samples above it.
Result<UseWeights> weightsFromRide(const std::vector<double>& timeS, const std::vector<double>& speed,
                                   double idle = usualIdle(CurveAxis::EngineSpeed),
                                   double bin = usualBin(CurveAxis::EngineSpeed));

struct RankedSetup {
    std::string name;
    double scoreW = 0.;
    std::optional<double> lowW, highW; ///< of the score itself
    int place = 1;                     ///< setups that cannot be told apart share a place
    double width90 = 0.;               ///< of the stretch above nine tenths of the peak
    double flatnessPct = 0.;           ///< lowest power in the used band, percent of its mean: 100 is flat
};

struct Ranking {
    std::vector<RankedSetup> setups;            ///< best first
    std::vector<std::vector<int>> notSeparable; ///< runs of neighbours in `setups` with no clear difference inside
    GroupFit fit;
};

/// `scores` as observations grouped by setup; `curves` one mean curve a setup, for width and flatness. Pairs are held
/// together (Bonferroni). Errors: fewer than two setups, an empty one.
Result<Ranking> rankSetups(const std::vector<std::string>& names, const std::vector<Observation>& scores,
                           const std::vector<std::vector<double>>& meanPowerW, const std::vector<double>& place,
                           const UseWeights& weights, const BenchKnowledge& known, double confidence = 0.95);

/// Width of the stretch around the peak that stays above `share` of it.
double widthAbove(const std::vector<double>& place, const std::vector<double>& powerW, double share = 0.9);

} // namespace jr
