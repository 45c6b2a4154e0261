// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/air/standards.h"
#include "core/driveline/crank_estimate.h"
#include "core/figure/calc/calculator.h"
#include "core/figure/desk/convert.h"
#include "core/figure/worth/noise.h"
#include "core/figure/worth/weights.h"
#include "core/units/units.h"

#include <algorithm>

namespace jr {
namespace {

using Kind = CalcInput::Kind;

Result<CalcAnswer> power(const Calculator& self, const CalcInputs& in) {
    const double watt = in.number("torque_nm") * radPerSFromRpm(in.number("rpm"));
    return self.answer({{"power_w", watt}, {"power_hp", watt / kWattPerHp}, {"power_ps", watt / kWattPerPs}});
}

Result<CalcAnswer> weights(const Calculator& self, const CalcInputs& in) {
    const double net = netWeightKg(in.list("off_kg"), in.list("on_kg"));
    std::map<std::string_view, CalcValue> out{{"net_kg", net}};
    const auto machine = in.maybe("machine_kg"), rider = in.maybe("rider_kg"), watt = in.maybe("power_w");
    if (machine) {
        const double moved = *machine + net + rider.value_or(0.);
        constexpr double kLeastMovedKg = 1.;
        if (moved < kLeastMovedKg)
            return Error(Message{"error.calc-no-mass-left", {Number{*machine, 1}, Number{-net, 1}}});
        if (watt)
            out["power_to_weight_w_kg"] = *watt / moved;
    }
    return self.answer(out);
}

Result<CalcAnswer> loss(const Calculator& self, const CalcInputs& in) {
    const std::string& kind = in.word("kind");
    const std::string_view school = in.word("school") == "percent" ? "crank.percent" : "crank.fixed";
    CrankOptions options;
    options.driveline = kind == "chain"    ? Driveline::ChainBike
                        : kind == "belt"   ? Driveline::BeltCvt
                        : kind == "manual" ? Driveline::ManualCar
                                           : Driveline::Automatic;
    const std::vector<CrankEstimate> all = crankEstimates(in.number("power_w"), options);
    const auto found =
        std::find_if(all.begin(), all.end(), [&](const CrankEstimate& e) { return e.school.code == school; });
    CalcAnswer out = self.answer({{"low_w", found->lowW}, {"high_w", found->highW}});
    out.cautions.push_back({"estimate", {"figure.loss-estimate"}});
    if (school == "crank.fixed" && kind != "chain")
        out.cautions.push_back({"kind-not-known", {"figure.loss-fixed-kind"}});
    if (school == "crank.fixed" && in.number("power_w") < kFixedSchoolFromW)
        out.cautions.push_back({"outside-nature", {"figure.loss-fixed-small", {Number{kFixedSchoolFromW * 1e-3}}}});
    return out;
}

Result<CalcAnswer> sound(const Calculator& self, const CalcInputs& in) {
    const Result<double> sum = soundSumDb(in.list("levels_db"));
    if (!sum)
        return sum.error();
    std::map<std::string_view, CalcValue> out{{"sum_db", *sum}};
    if (in.has("from_m") != in.has("to_m"))
        return Error(
            Message{"error.calc-missing", {std::string(self.name), std::string(in.has("from_m") ? "to_m" : "from_m")}});
    if (in.has("from_m")) {
        const Result<double> there = soundAtDistanceDb(*sum, in.number("from_m"), in.number("to_m"));
        if (!there)
            return there.error();
        out["at_distance_db"] = *there;
    }
    return self.answer(out);
}

Result<CalcAnswer> air(const Calculator& self, const CalcInputs& in) {
    constexpr double kPaPerHpa = 100., kPct = 100.;
    const Air air{in.number("temp_c"), in.number("pressure_hpa") * kPaPerHpa, in.number("humidity_pct") / kPct};
    if (const auto problem = airProblem(air))
        return Error(*problem);
    return self.answer({{"density_kg_m3", densityKgM3(air)}, {"density_altitude_m", densityAltitudeM(air)}});
}

Result<CalcAnswer> units(const Calculator& self, const CalcInputs& in) {
    const Result<Converted> converted = convert(in.number("value"), in.word("from"), in.word("to"));
    if (!converted)
        return converted.error();
    CalcAnswer out = self.answer({{"value", converted->value}});
    out.outputs.front().unit = converted->unit;
    return out;
}

} // namespace

std::vector<Calculator> deskCalculators() {
    return {
        {"power",
         {{"torque_nm", "Nm", -1e5, 1e5}, {"rpm", "rpm", 0., 100000.}},
         {{"power_w", "W"}, {"power_hp", "hp"}, {"power_ps", "PS"}},
         "torque times angular speed; hp 550 ft lbf/s, PS 75 kgf m/s by definition",
         power},
        {"weights",
         {{"off_kg", "kg", 0., 5000., Kind::List},
          {"on_kg", "kg", 0., 5000., Kind::List},
          {"machine_kg", "kg", 1., 5000., Kind::Number, true},
          {"rider_kg", "kg", 0., 300., Kind::Number, true},
          {"power_w", "W", 0., 1e6, Kind::Number, true}},
         {{"net_kg", "kg"}, {"power_to_weight_w_kg", "W/kg", 0., 5000.}},
         "on less off: arithmetic",
         weights},
        {"loss",
         {{"power_w", "W", 0., 1e6},
          {"school", "1", 0., 0., Kind::Word, false, {}, {"percent", "fixed"}},
          {"kind", "1", 0., 0., Kind::Word, false, {}, {"chain", "belt", "manual", "automatic"}}},
         {{"low_w", "W"}, {"high_w", "W"}},
         "rules of thumb of the trade, each a range: common practice, no source",
         loss},
        {"sound",
         {{"levels_db", "dB", 0., 200., Kind::List},
          {"from_m", "m", 0.05, 1e4, Kind::Number, true},
          {"to_m", "m", 0.05, 1e4, Kind::Number, true}},
         {{"sum_db", "dB", 0., 194.}, {"at_distance_db", "dB", 0., 194.}} /* 194 dB: the whole pressure of the air */,
         "powers add; free field, point source: any text on acoustics",
         sound},
        {"air",
         {{"temp_c", "degC", -60., 80.}, {"pressure_hpa", "hPa", 300., 1200.}, {"humidity_pct", "%", 0., 100.}},
         {{"density_kg_m3", "kg/m3"}, {"density_altitude_m", "m"}},
         "Buck (1996) and ISO 2533, values from memory",
         air},
        {"units",
         {{"value", "1", -1e15, 1e15}, {"from", "1", 0., 0., Kind::Word}, {"to", "1", 0., 0., Kind::Word}},
         {{"value", "1"}},
         "definitions; checked against GNU units",
         units},
    };
}

} // namespace jr
