// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/calc/calculator.h"
#include "core/figure/domain.h"
#include "core/figure/intake/runner.h"
#include "core/figure/intake/throat.h"
#include "core/units/units.h"

namespace jr {
namespace {

using Kind = CalcInput::Kind;
constexpr double kMillimetres = 1e3, kCubicCentimetres = 1e6, kPerHour = 3600.;

Result<CalcAnswer> airDemand(const Calculator& self, const CalcInputs& in) {
    const Result<int> strokes = calcStrokes(in);
    if (!strokes)
        return strokes.error();
    constexpr double kPct = 100.;
    const double flow = airDemandM3PerS(in.number("displacement_cm3") / kCubicCentimetres, in.number("rpm"), *strokes,
                                        in.number("efficiency_pct") / kPct);
    return self.answer({{"flow_m3_h", flow * kPerHour}, {"flow_cfm", fromSi(flow, *findUnit("cfm"))}});
}

Result<CalcAnswer> filter(const Calculator& self, const CalcInputs& in) {
    constexpr double kSquareCentimetres = 1e4;
    return self.answer({{"area_cm2", filterAreaM2(in.number("displacement_cm3") / kCubicCentimetres, in.number("rpm")) *
                                         kSquareCentimetres}});
}

Result<CalcAnswer> throat(const Calculator& self, const CalcInputs& in) {
    const Result<ThroatFlow> flow =
        throatFlow(in.number("flow_m3_h") / kPerHour, in.number("diameter_mm") / kMillimetres, in.number("air_temp_c"));
    if (!flow)
        return flow.error();
    return self.answer({{"velocity_m_s", flow->speedMPerS}, {"reynolds", flow->reynolds}});
}

Result<CalcAnswer> runner(const Calculator& self, const CalcInputs& in) {
    const Result<double> wave =
        waveRunnerM({in.number("rpm"), in.number("air_temp_c"), in.number("ivc_deg_abdc"), in.number("order")});
    if (!wave)
        return wave.error();
    std::map<std::string_view, CalcValue> out{{"wave_length_mm", *wave * kMillimetres}};
    const auto bore = in.maybe("bore_mm"), displacement = in.maybe("displacement_cm3"),
               compression = in.maybe("compression");
    if (bore || displacement || compression) {
        for (const auto& [key, value] : {std::pair{"bore_mm", bore}, std::pair{"displacement_cm3", displacement},
                                         std::pair{"compression", compression}})
            if (!value)
                return Error(Message{"error.calc-missing", {std::string(self.name), std::string(key)}});
        const Result<double> hum = resonatorRunnerM({in.number("rpm"), in.number("air_temp_c"), *bore / kMillimetres,
                                                     *displacement / kCubicCentimetres, *compression});
        if (!hum)
            return hum.error();
        out["resonator_length_mm"] = *hum * kMillimetres;
    }
    return self.answer(out);
}

} // namespace

std::vector<Calculator> intakeCalculators() {
    return {
        {"air-demand",
         {{"displacement_cm3", "cm3", 5., 20000.},
          {"rpm", "rpm", 1., 30000.},
          {"strokes", "1", 2., 4.},
          {"efficiency_pct", "%", 1., 200., Kind::Number, true, CalcValue(100.)}},
         {{"flow_m3_h", "m3/h"}, {"flow_cfm", "cfm"}},
         "displacement filled once a charge: any text on engines",
         airDemand},
        {"filter",
         {{"displacement_cm3", "cm3", 5., 20000.}, {"rpm", "rpm", 1., 30000.}},
         {{"area_cm2", "cm2"}},
         "handbook rule in2 = in3 x rpm / 20839 for pleated panels: common practice, no source",
         filter},
        {"throat",
         {{"flow_m3_h", "m3/h", 0., 1e5},
          {"diameter_mm", "mm", 2., 200.},
          {"air_temp_c", "degC", -60., 150., Kind::Number, true, CalcValue(20.)}},
         {{"velocity_m_s", "m/s", 0., 330.}, {"reynolds", "1"}} /* no faster than sound in cold air */,
         "mean speed over the throat at 1013.25 hPa; viscosity by Sutherland, White, Viscous Fluid Flow, value from "
         "memory",
         throat},
        {"runner",
         {{"rpm", "rpm", 500., 25000.},
          {"air_temp_c", "degC", -40., 120.},
          {"ivc_deg_abdc", "deg", 0., 120.},
          {"order", "1", 1., 6.},
          {"bore_mm", "mm", 5., 120., Kind::Number, true},
          {"displacement_cm3", "cm3", 5., 3000., Kind::Number, true},
          {"compression", "1", 4., 20., Kind::Number, true}},
         {{"wave_length_mm", "mm", 20., 3000.}, {"resonator_length_mm", "mm", 20., 3000.}},
         "reflected wave from mid stroke to intake closing; volume resonator by Engelman (1973), value from memory",
         runner},
    };
}

} // namespace jr
