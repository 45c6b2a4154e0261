// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/belt/flyweights.h"
#include "core/figure/calc/calculator.h"
#include "core/figure/gears/shift_point.h"
#include "core/figure/predict/next_part.h"
#include "core/figure/worth/quarter_mile.h"

namespace jr {
namespace {

using Kind = CalcInput::Kind;
constexpr double kGramsPerKg = 1000.;

Result<CalcAnswer> shift(const Calculator& self, const CalcInputs& in) {
    const Result<PowerCurve> curve = checkedPowerCurve({in.list("rpm"), in.list("power_w"), {}, {}});
    if (!curve)
        return curve.error();
    const Result<ShiftPoint> best =
        bestShift(*curve, {in.number("ratio_from"), in.number("ratio_to"), in.number("limiter_rpm")});
    if (!best)
        return best.error();
    CalcAnswer out =
        self.answer({{"best_shift_rpm", best->shiftRpm},
                     {"rpm_after", best->afterRpm},
                     {"decided_by", std::string(best->decidedBy == ShiftDecider::Crossing ? "crossing" : "limiter")}});
    if (best->decidedBy == ShiftDecider::Limiter && best->shiftRpm < in.number("limiter_rpm"))
        out.cautions.push_back(
            {"curve-ends", {"figure.curve-ends", {Number{best->shiftRpm}, Number{in.number("limiter_rpm")}}}});
    return out;
}

Result<CalcAnswer> flyweights(const Calculator& self, const CalcInputs& in) {
    std::vector<double> kg = in.list("weights_g");
    for (double& w : kg)
        w /= kGramsPerKg;
    const Result<FlyweightSet> set = flyweightSet(kg);
    if (!set)
        return set.error();
    CalcAnswer out = self.answer(
        {{"mean_g", set->meanKg * kGramsPerKg}, {"uneven", set->uneven ? 1. : 0.}, {"imbalance", set->imbalance}});
    if (set->uneven)
        out.cautions.push_back({"uneven", {"figure.weights-uneven"}});
    return out;
}

Result<CalcAnswer> beltSpeed(const Calculator& self, const CalcInputs& in) {
    const Result<double> rpm = shiftSpeedRpm(in.number("rpm"), in.number("weight_from_g") / kGramsPerKg,
                                             in.number("weight_to_g") / kGramsPerKg, in.number("exponent"));
    if (!rpm)
        return rpm.error();
    std::map<std::string_view, CalcValue> out{{"rpm_new", *rpm}};
    const double exponent = in.number("exponent");
    const bool byRule = exponent == kRuleExponent.value; // and not one of this machine's own
    const Ranged range = heldAfterWeights(Ranged::exactly(in.number("rpm")), in.number("weight_from_g"),
                                          in.number("weight_to_g"), byRule ? kRuleExponent : Ranged::exactly(exponent));
    out["rpm_low"] = range.low;
    out["rpm_high"] = range.high;
    return self.answer(out);
}

Result<CalcAnswer> quarter(const Calculator& self, const CalcInputs& in) {
    const Result<QuarterMile> run = quarterMile(in.number("mass_kg"), in.number("power_w"));
    if (!run)
        return run.error();
    return self.answer({{"time_s", run->timeS}, {"speed_m_s", run->speedMPerS}});
}

} // namespace

std::vector<Calculator> gearCalculators() {
    return {
        {"shift",
         {{"rpm", "rpm", 1., 30000., Kind::List},
          {"power_w", "W", -1e5, 1e6, Kind::List},
          {"ratio_from", "1", 0.1, 100.},
          {"ratio_to", "1", 0.1, 100.},
          {"limiter_rpm", "rpm", 1., 30000.}},
         {{"best_shift_rpm", "rpm"}, {"rpm_after", "rpm"}, {"decided_by", "1"}},
         "where the next gear makes as much power at the same road speed: any text on vehicle dynamics",
         shift},
        {"flyweights",
         {{"weights_g", "g", 0.5, 500., Kind::List}},
         {{"mean_g", "g"}, {"uneven", "1"}, {"imbalance", "1"}},
         "a mixed set laid alternately behaves like its mean: common practice, no source",
         flyweights},
        {"belt-speed",
         {{"rpm", "rpm", 300., 25000.},
          {"weight_from_g", "g", 0.5, 500.},
          {"weight_to_g", "g", 0.5, 500.},
          {"exponent", "1", 0.1, 2., Kind::Number, true, CalcValue(kRuleExponent.value)}},
         {{"rpm_new", "rpm", 300., 25000.}, {"rpm_low", "rpm"}, {"rpm_high", "rpm"}},
         "same force at the ramps, so speed goes with the root of the mass; exponents of 0.5 to 1.2 are seen (rpm_low, "
         "rpm_high, where no exponent of one's own is given): common practice, no source",
         beltSpeed},
        {"quarter-mile",
         {{"mass_kg", "kg", 20., 5000.}, {"power_w", "W", 500., 1e6}},
         {{"time_s", "s", 4., 60.}, {"speed_m_s", "m/s", 5., 160.}},
         "5.825 (lb/hp)^(1/3) s and 234 (hp/lb)^(1/3) mph: common practice, no source",
         quarter},
    };
}

} // namespace jr
