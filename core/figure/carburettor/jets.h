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

#include "core/result.h"

#include <optional>
#include <string_view>

namespace jr {

enum class JetNumbering { Bore, Flow };
std::string_view jetNumberingText(JetNumbering numbering); ///< "bore", "flow"
std::optional<JetNumbering> parseJetNumbering(std::string_view text);

/// The number for so many times the fuel, before it is rounded to what can be bought.
double jetForFuel(double jet, double fuelRatio, JetNumbering numbering);
/// Fuel of one number over another's.
double fuelOfJets(double from, double to, JetNumbering numbering);

struct JetForAir {
    double jet = 0.;          ///< keeps the mixture as it was
    double afrChangePct = 0.; ///< with the old jet left in; richer is negative
};
/// Densities 0.4…1.6 kg/m3, jet 5…1000. Errors: outside.
Result<JetForAir> jetForAir(double jet, double densityFromKgM3, double densityToKgM3, JetNumbering numbering);
/// From a mixture to another at one opening and air: fuel goes with 1 / AFR. AFR 4…30. Errors: outside.
Result<double> jetForMixture(double jet, double afrNow, double afrWanted, JetNumbering numbering);
/// For another fuel at the same lambda: fuel goes with 1 / stoichiometric ratio, and through one jet with the root of
/// the fuel's density.
double jetForFuelChange(double jet, double stoichFrom, double stoichTo, double densityFrom, double densityTo,
                        JetNumbering numbering);

/// Fuels and their ratios by mass. Source: figures of handbooks, values from memory.
struct FuelKind {
    std::string_view id;
    double stoich, densityKgPerL;
};
inline constexpr FuelKind kFuels[] = {
    {"petrol", 14.7, 0.745}, {"E10", 14.1, 0.75}, {"E85", 9.8, 0.781}, {"methanol", 6.4, 0.791}};

} // namespace jr
