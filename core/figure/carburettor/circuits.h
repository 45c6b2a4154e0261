// SPDX-License-Identifier: GPL-3.0-or-later
// Which part of a slide carburettor rules the mixture at which opening of the throttle. Bands run into one another;
// each has a share at each opening. Common practice, no source.
#pragma once

#include <array>
#include <string_view>

namespace jr {

enum class Circuit { Pilot, Slide, Needle, Main };
inline constexpr std::array<Circuit, 4> kCircuits{Circuit::Pilot, Circuit::Slide, Circuit::Needle, Circuit::Main};
std::string_view circuitId(Circuit circuit);

/// Throttle from and to (share of its travel) between which a circuit has a say, and where it has most.
struct CircuitBand {
    double from, most, to;
};
CircuitBand circuitBand(Circuit circuit);
/// What each has to say at an opening 0…1; they sum to 1.
std::array<double, 4> circuitShares(double throttle);

/// A needle one clip up or down moves the taper by so much of the fuel in its range: 4 to 8 %. Common practice, no
/// source.
inline constexpr double kClipFuelShare = 0.06;
/// A turn of the mixture screw moves the pilot circuit's fuel by about a tenth; a fuel screw turned out gives more, an
/// air screw less. Common practice, no source.
inline constexpr double kTurnFuelShare = 0.10;

/// What a carburettor's small adjustments are moved by.
struct Adjustment {
    double needleRaisedGrooves = 0.; ///< up is richer
    double screwOutTurns = 0.;
    bool airScrew = false;
    double mainFuelRatio = 1.; ///< fuel of the new main jet over the old one's
};
/// Fuel at an opening 0…1 over what it was: each circuit's by its share. Mixture goes with one over it.
double fuelAfter(const Adjustment& adjustment, double throttle);

} // namespace jr
