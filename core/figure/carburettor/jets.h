// SPDX-License-Identifier: GPL-3.0-or-later
// Jets. At a fixed opening a carburettor's air goes with the density and its fuel with the root of it, so the mixture
// goes with the root of the density: thin air makes it richer. The fuel wanted, over what the old jet gives there, is
// then sqrt(rho2 / rho1), and the area of the jet goes with it.
//
// A number on a jet is its bore in hundredths of a millimetre on some makes, and its flow on others. Area goes with the
// square of a bore, so numbers by bore go with the root of the fuel, numbers by flow with the fuel itself.
//
// Always the air that is really there, never the one a curve is corrected to. Source: the root of density, any text on
// carburettors (value from memory); numbering, common practice, no source.
#pragma once

#include "core/figure/ranged.h"
#include "core/result.h"

#include <optional>
#include <string_view>
#include <vector>

namespace jr {

enum class JetNumbering { Bore, Flow };
std::string_view jetNumberingText(JetNumbering numbering); ///< "bore", "flow"
std::optional<JetNumbering> parseJetNumbering(std::string_view text);
/// Fuel goes with the number to this power: 2 by bore, 1 by flow. What a machine's own pulls say of it replaces this
/// (other circuits give fuel beside the main jet, so it is less there).
double fuelExponent(JetNumbering numbering);

/// The number for so many times the fuel, before it is rounded to what can be bought. `exponent` as fuelExponent,
/// above 0.
double jetForFuel(double jet, double fuelRatio, double exponent);
/// Fuel of one number over another's.
double fuelOfJets(double from, double to, double exponent);

/// The exponent from pulls of one's own with different jets: the mixture, brought to one air by the root of its
/// density, falls with the number to that power. Needs three setups with at least two jets; nothing where it comes out
/// at 0 or below.
struct MixtureOfJet {
    double jet, afr, airKgM3;
};
std::optional<Ranged> ownFuelExponent(const std::vector<MixtureOfJet>& setups);

struct JetForAir {
    double jet = 0.;          ///< keeps the mixture as it was
    double afrChangePct = 0.; ///< with the old jet left in; richer is negative
};
/// Densities 0.4…1.6 kg/m3, jet 5…1000. Errors: outside.
Result<JetForAir> jetForAir(double jet, double densityFromKgM3, double densityToKgM3, double exponent);
/// From a mixture to another at one opening and air: fuel goes with 1 / AFR. AFR 4…30. Errors: outside.
Result<double> jetForMixture(double jet, double afrNow, double afrWanted, double exponent);
/// For another fuel at the same lambda: fuel goes with 1 / stoichiometric ratio, and through one jet with the root of
/// the fuel's density.
double jetForFuelChange(double jet, double stoichFrom, double stoichTo, double densityFrom, double densityTo,
                        double exponent);

/// Fuels and their ratios by mass. Source: figures of handbooks, values from memory.
struct FuelKind {
    std::string_view id;
    double stoich, densityKgPerL;
};
inline constexpr FuelKind kFuels[] = {
    {"petrol", 14.7, 0.745}, {"E10", 14.1, 0.75}, {"E85", 9.8, 0.781}, {"methanol", 6.4, 0.791}};

} // namespace jr
