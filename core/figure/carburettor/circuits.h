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

} // namespace jr
