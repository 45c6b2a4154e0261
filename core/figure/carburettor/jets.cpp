// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/carburettor/jets.h"

#include "core/figure/domain.h"

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

double jetForFuel(double jet, double fuelRatio, JetNumbering numbering) {
    return jet * (numbering == JetNumbering::Bore ? std::sqrt(fuelRatio) : fuelRatio);
}

double fuelOfJets(double from, double to, JetNumbering numbering) {
    const double ratio = to / from;
    return numbering == JetNumbering::Bore ? ratio * ratio : ratio;
}

Result<JetForAir> jetForAir(double jet, double from, double to, JetNumbering numbering) {
    if (auto error = outOfDomain(
            {{"jet", jet, 5., 1000.}, {"density_from_kg_m3", from, 0.4, 1.6}, {"density_to_kg_m3", to, 0.4, 1.6}}))
        return *error;
    const double wanted = std::sqrt(to / from);
    constexpr double kPct = 100.;
    return JetForAir{jetForFuel(jet, wanted, numbering), kPct * (wanted - 1.)};
}

Result<double> jetForMixture(double jet, double afrNow, double afrWanted, JetNumbering numbering) {
    if (auto error =
            outOfDomain({{"jet", jet, 5., 1000.}, {"afr_now", afrNow, 4., 30.}, {"afr_wanted", afrWanted, 4., 30.}}))
        return *error;
    return jetForFuel(jet, afrNow / afrWanted, numbering);
}

double jetForFuelChange(double jet, double stoichFrom, double stoichTo, double densityFrom, double densityTo,
                        JetNumbering numbering) {
    // Mass through one jet goes with the root of the fuel's density at the same depression.
    return jetForFuel(jet, stoichFrom / stoichTo * std::sqrt(densityFrom / densityTo), numbering);
}

} // namespace jr
