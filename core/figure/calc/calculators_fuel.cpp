// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/calc/calculator.h"
#include "core/figure/carburettor/fuel_amounts.h"
#include "core/figure/carburettor/jets.h"

namespace jr {
namespace {

using Kind = CalcInput::Kind;
/// Outside these no carburetted engine runs under load, on petrol to methanol: common practice, no source.
constexpr double kLeastFiringAfr = 4.5, kMostFiringAfr = 20.;

double exponentOf(const CalcInputs& in) {
    return fuelExponent(*parseJetNumbering(in.word("numbering")));
}

Result<CalcAnswer> jetAir(const Calculator& self, const CalcInputs& in) {
    const Result<JetForAir> jet =
        jetForAir(in.number("jet"), in.number("density_from_kg_m3"), in.number("density_to_kg_m3"), exponentOf(in));
    if (!jet)
        return jet.error();
    return self.answer({{"jet_new", jet->jet}, {"afr_change_pct", jet->afrChangePct}});
}

Result<CalcAnswer> jetMixture(const Calculator& self, const CalcInputs& in) {
    const Result<double> jet =
        jetForMixture(in.number("jet"), in.number("afr_now"), in.number("afr_wanted"), exponentOf(in));
    if (!jet)
        return jet.error();
    CalcAnswer out = self.answer({{"jet_new", *jet}});
    // Such a reading is a missed spark or air in the pipe, no ground to choose a jet on.
    for (const char* key : {"afr_now", "afr_wanted"})
        if (const double afr = in.number(key); afr < kLeastFiringAfr || afr > kMostFiringAfr)
            out.cautions.push_back({"not-firing", {"figure.mixture-no-ground", {Number{afr, 1}}}});
    return out;
}

Result<CalcAnswer> lambda(const Calculator& self, const CalcInputs& in) {
    return self.answer({{"lambda", in.number("afr") / in.number("stoich")}});
}

Result<CalcAnswer> premix(const Calculator& self, const CalcInputs& in) {
    const Result<double> oil = premixOilMl(in.number("ratio"), in.number("fuel_l"));
    if (!oil)
        return oil.error();
    return self.answer({{"oil_ml", *oil}});
}

Result<CalcAnswer> fuel(const Calculator& self, const CalcInputs& in) {
    constexpr double kKgPerJ = 1e-3 / 3.6e6, kKgPerM3 = 1e3; // of g/kWh and kg/l
    return self.answer({{"fuel_ml", fuelMl(in.number("power_w"), in.number("seconds"),
                                           in.number("bsfc_g_kwh") * kKgPerJ, in.number("density_kg_l") * kKgPerM3)}});
}

} // namespace

std::vector<Calculator> fuelCalculators() {
    const std::string_view root = "fuel through a jet goes with the root of the air's density at one opening: any text "
                                  "on carburettors, value from memory";
    const CalcInput jet{"jet", "1", 5., 1000.},
        numbering{"numbering", "1", 0., 0., Kind::Word, false, {}, {"bore", "flow"}};
    return {
        {"jet-air",
         {jet, {"density_from_kg_m3", "kg/m3", 0.4, 1.6}, {"density_to_kg_m3", "kg/m3", 0.4, 1.6}, numbering},
         {{"jet_new", "1"}, {"afr_change_pct", "%"}},
         root,
         jetAir},
        {"jet-mixture",
         {jet, {"afr_now", "1", 4., 30.}, {"afr_wanted", "1", 4., 30.}, numbering},
         {{"jet_new", "1"}},
         "fuel goes with 1/AFR at one opening; by bore with the root of the area: common practice, no source",
         jetMixture},
        {"lambda",
         {{"afr", "1", 1., 60.}, {"stoich", "1", 1., 40., Kind::Number, true, CalcValue(14.7)}},
         {{"lambda", "1", 0.5, 1.6}},
         "mixture over the stoichiometric one, by mass: any text on engines",
         lambda},
        {"premix",
         {{"ratio", "1", 10., 200.}, {"fuel_l", "L", 0., 1000.}},
         {{"oil_ml", "ml"}},
         "parts of fuel to one of oil, by volume: common practice, no source",
         premix},
        {"fuel",
         {{"power_w", "W", 0., 1e6},
          {"seconds", "s", 0., 1e5},
          {"bsfc_g_kwh", "g/kWh", 50., 2000.},
          {"density_kg_l", "kg/L", 0.5, 1.2}},
         {{"fuel_ml", "ml"}},
         "power times time times brake specific consumption: any text on engines",
         fuel},
    };
}

} // namespace jr
