// SPDX-License-Identifier: GPL-3.0-or-later
// One number for the band a machine really works in (P14): power weighted by how much each engine speed is used, a
// ranking of setups by it that says which cannot be told apart, and how wide and flat a curve is.
#pragma once

#include "core/judge/value.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// Share of use over engine speed, as straight lines between points in rising order; zero outside. The scale does not
/// matter.
struct UseWeights {
    std::vector<std::pair<double, double>> points; ///< rpm, weight >= 0

    double at(double rpm) const;
    bool empty() const;
};

/// Kinds of use; shapes around the speed of peak power. Common practice, no source.
enum class UseKind { Road, RaceBetweenShifts, SawInTheCut, ScooterCvt, SledOnTrail };
const std::vector<UseKind>& useKinds();
std::string_view useKindText(UseKind kind); ///< "a racer between shifts"
UseWeights usualWeights(UseKind kind, double peakPowerRpm);

/// From the engine speeds of a logged ride: how long each stretch of `binRpm` was used. Speeds below `idleRpm` do not
/// count. Errors: fewer than fifty samples above it.
Result<UseWeights> weightsFromRide(const std::vector<double>& timeS, const std::vector<double>& rpm,
                                   double idleRpm = 1800., double binRpm = 250.);

struct RankedSetup {
    std::string name;
    double scoreW = 0.;
    std::optional<double> lowW, highW; ///< of the score itself
    int place = 1;                     ///< setups that cannot be told apart share a place
    double width90Rpm = 0.;            ///< of the stretch above nine tenths of the peak
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
                           const std::vector<std::vector<double>>& meanPowerW, const std::vector<double>& rpm,
                           const UseWeights& weights, std::optional<double> repeatabilityPct, double confidence = 0.95);

/// Width of the stretch around the peak that stays above `share` of it.
double widthAbove(const std::vector<double>& rpm, const std::vector<double>& powerW, double share = 0.9);

} // namespace jr
