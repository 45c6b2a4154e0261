// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/carburettor/jets.h"

#include "core/figure/domain.h"
#include "core/figure/own_exponent.h"

#include <cmath>

namespace jr {

std::string_view jetNumberingText(JetNumbering numbering) {
    return numbering == JetNumbering::Bore ? "bore" : "flow";
}

std::optional<JetNumbering> parseJetNumbering(std::string_view text) {
    return text == "bore"   ? std::optional(JetNumbering::Bore)
           : text == "flow" ? std::optional(JetNumbering::Flow)
                            : std::nullopt;
}

double fuelExponent(JetNumbering numbering) {
    return numbering == JetNumbering::Bore ? 2. : 1.;
}

double jetForFuel(double jet, double fuelRatio, double exponent) {
    return jet * std::pow(fuelRatio, 1. / exponent);
}

double fuelOfJets(double from, double to, double exponent) {
    return std::pow(to / from, exponent);
}

std::optional<Ranged> ownFuelExponent(const std::vector<MixtureOfJet>& setups) {
    std::vector<OnPowerLaw> points;
    for (const MixtureOfJet& one : setups)
        points.push_back({one.jet, std::sqrt(one.airKgM3) / one.afr}); // fuel at one air, up to a factor
    const std::optional<Ranged> fitted = ownExponent(points);
    return fitted && fitted->value > 0. ? fitted : std::nullopt;
}

Result<JetForAir> jetForAir(double jet, double from, double to, double exponent) {
    if (auto error = outOfDomain(
            {{"jet", jet, 5., 1000.}, {"density_from_kg_m3", from, 0.4, 1.6}, {"density_to_kg_m3", to, 0.4, 1.6}}))
        return *error;
    const double wanted = std::sqrt(to / from);
    constexpr double kPct = 100.;
    return JetForAir{jetForFuel(jet, wanted, exponent), kPct * (wanted - 1.)};
}

Result<double> jetForMixture(double jet, double afrNow, double afrWanted, double exponent) {
    if (auto error =
            outOfDomain({{"jet", jet, 5., 1000.}, {"afr_now", afrNow, 4., 30.}, {"afr_wanted", afrWanted, 4., 30.}}))
        return *error;
    return jetForFuel(jet, afrNow / afrWanted, exponent);
}

double jetForFuelChange(double jet, double stoichFrom, double stoichTo, double densityFrom, double densityTo,
                        double exponent) {
    // Mass through one jet goes with the root of the fuel's density at the same depression.
    return jetForFuel(jet, stoichFrom / stoichTo * std::sqrt(densityFrom / densityTo), exponent);
}

} // namespace jr
