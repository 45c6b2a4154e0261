// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/carburettor/circuits.h"

#include <algorithm>

namespace jr {

std::string_view circuitId(Circuit circuit) {
    static constexpr std::string_view kIds[] = {"pilot", "slide", "needle", "main"};
    return kIds[static_cast<std::size_t>(circuit)];
}

CircuitBand circuitBand(Circuit circuit) {
    // Closed to a quarter, an eighth to a half, a quarter to all but open, and from there on.
    static constexpr CircuitBand kBands[] = {{-0.2, 0., 0.25}, {0.05, 0.2, 0.45}, {0.2, 0.5, 0.85}, {0.6, 1., 1.4}};
    return kBands[static_cast<std::size_t>(circuit)];
}

std::array<double, 4> circuitShares(double throttle) {
    std::array<double, 4> out{};
    double sum = 0.;
    for (std::size_t i = 0; i < kCircuits.size(); ++i) {
        const CircuitBand band = circuitBand(kCircuits[i]);
        const double rise = (throttle - band.from) / (band.most - band.from),
                     fall = (band.to - throttle) / (band.to - band.most);
        out[i] = std::clamp(std::min(rise, fall), 0., 1.);
        sum += out[i];
    }
    for (double& share : out)
        share = sum > 0. ? share / sum : 0.;
    return out;
}

double fuelAfter(const Adjustment& a, double throttle) {
    const auto shares = circuitShares(throttle);
    const double screw = a.screwOutTurns * kTurnFuelShare * (a.airScrew ? -1. : 1.);
    return 1. + shares[static_cast<std::size_t>(Circuit::Pilot)] * screw +
           shares[static_cast<std::size_t>(Circuit::Needle)] * a.needleRaisedGrooves * kClipFuelShare +
           shares[static_cast<std::size_t>(Circuit::Main)] * (a.mainFuelRatio - 1.);
}

} // namespace jr
