// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/calc/calculator.h"
#include "core/figure/cam/cam_timing.h"
#include "core/figure/cylinder/compression.h"
#include "core/figure/cylinder/piston_motion.h"
#include "core/figure/domain.h"
#include "core/figure/exhaust/primary_length.h"
#include "core/figure/pipe/tuned_length.h"
#include "core/figure/ports/port_timing.h"

namespace jr {
namespace {

using Kind = CalcInput::Kind;
constexpr double kMmPerM = 1e3, kCm3PerM3 = 1e6;

Result<CalcAnswer> ports(const Calculator& self, const CalcInputs& in) {
    const Result<Crank> crank = checkedCrank(in.number("stroke_mm") / kMmPerM, in.number("rod_mm") / kMmPerM);
    if (!crank)
        return crank.error();
    const Result<PortFigures> f =
        portFigures(*crank, {in.number("exhaust_opens_deg_atdc"), in.number("transfer_opens_deg_atdc"),
                             in.maybe("intake_opens_deg_btdc")});
    if (!f)
        return f.error();
    std::map<std::string_view, CalcValue> out{{"exhaust_duration_deg", f->exhaustDurationDeg},
                                              {"transfer_duration_deg", f->transferDurationDeg},
                                              {"blowdown_deg", f->blowdownDeg},
                                              {"exhaust_height_mm", f->exhaustDownM * kMmPerM},
                                              {"transfer_height_mm", f->transferDownM * kMmPerM}};
    if (f->intakeDurationDeg)
        out["intake_duration_deg"] = *f->intakeDurationDeg;
    return self.answer(out);
}

Result<CalcAnswer> portAngle(const Calculator& self, const CalcInputs& in) {
    const Result<Crank> crank = checkedCrank(in.number("stroke_mm") / kMmPerM, in.number("rod_mm") / kMmPerM);
    if (!crank)
        return crank.error();
    if (auto error = outOfDomain({{"height_mm", in.number("height_mm"), 0., in.number("stroke_mm")}}))
        return *error;
    const double opens = crankDegAtDown(*crank, in.number("height_mm") / kMmPerM);
    return self.answer({{"opens_deg_atdc", opens}, {"duration_deg", wallPortDurationDeg(opens)}});
}

Result<CalcAnswer> compression(const Calculator& self, const CalcInputs& in) {
    const auto roof = in.maybe("exhaust_height_mm");
    const Result<Compression> c =
        compressionOf(in.number("bore_mm") / kMmPerM, in.number("stroke_mm") / kMmPerM,
                      in.number("chamber_cm3") / kCm3PerM3, roof ? std::optional(*roof / kMmPerM) : std::nullopt);
    if (!c)
        return c.error();
    std::map<std::string_view, CalcValue> out{{"swept_cm3", c->sweptM3 * kCm3PerM3}, {"ratio", c->ratio}};
    if (c->trappedRatio)
        out["trapped_ratio"] = *c->trappedRatio;
    return self.answer(out);
}

Result<CalcAnswer> pipe(const Calculator& self, const CalcInputs& in) {
    if (in.has("wave_speed_m_s") == in.has("gas_temp_c"))
        return Error(Message{"error.calc-either", {std::string("wave_speed_m_s"), std::string("gas_temp_c")}});
    const double c = in.has("gas_temp_c") ? soundSpeedMPerS(in.number("gas_temp_c")) : in.number("wave_speed_m_s");
    const Result<double> length = tunedLengthM({in.number("exhaust_duration_deg"), in.number("rpm"), c});
    if (!length)
        return length.error();
    return self.answer({{"tuned_length_mm", *length * kMmPerM}, {"wave_speed_m_s", c}});
}

Result<CalcAnswer> primary(const Calculator& self, const CalcInputs& in) {
    if (in.has("wave_speed_m_s") && in.has("gas_temp_c"))
        return Error(Message{"error.calc-either", {std::string("wave_speed_m_s"), std::string("gas_temp_c")}});
    const auto speed = in.maybe("wave_speed_m_s"), temp = in.maybe("gas_temp_c");
    const Ranged c =
        speed ? Ranged::exactly(*speed) : exhaustSoundSpeedMPerS(temp ? Ranged::exactly(*temp) : kUsualPrimaryTempC);
    const Result<Ranged> length = primaryLengthM({in.number("evo_deg_bbdc"), in.number("rpm"), c, in.number("order")});
    if (!length)
        return length.error();
    return self.answer({{"length_mm", length->value * kMmPerM},
                        {"length_low_mm", length->low * kMmPerM},
                        {"length_high_mm", length->high * kMmPerM},
                        {"wave_speed_m_s", c.value}});
}

Result<CalcAnswer> cam(const Calculator& self, const CalcInputs& in) {
    const Result<CamFigures> f = camFigures(
        {in.number("ivo_deg_btdc"), in.number("ivc_deg_abdc"), in.number("evo_deg_bbdc"), in.number("evc_deg_atdc")});
    if (!f)
        return f.error();
    return self.answer({{"intake_duration_deg", f->intakeDurationDeg},
                        {"exhaust_duration_deg", f->exhaustDurationDeg},
                        {"intake_centre_deg_atdc", f->intakeCentreDeg},
                        {"exhaust_centre_deg_btdc", f->exhaustCentreDeg},
                        {"separation_deg", f->separationDeg},
                        {"overlap_deg", f->overlapDeg}});
}

Result<CalcAnswer> piston(const Calculator& self, const CalcInputs& in) {
    const double stroke = in.number("stroke_mm") / kMmPerM, rpm = in.number("rpm");
    std::map<std::string_view, CalcValue> out{{"mean_speed_m_s", meanPistonSpeedMPerS(stroke, rpm)}};
    if (const auto rod = in.maybe("rod_mm")) {
        const Result<Crank> crank = checkedCrank(stroke, *rod / kMmPerM);
        if (!crank)
            return crank.error();
        out["peak_acceleration_m_s2"] = peakAccelerationMPerS2(*crank, rpm);
        constexpr double kGramsPerKg = 1e3;
        if (const auto mass = in.maybe("mass_g"))
            out["peak_force_n"] = peakInertiaForceN(*crank, rpm, *mass / kGramsPerKg);
    }
    return self.answer(out);
}

Result<CalcAnswer> bmep(const Calculator& self, const CalcInputs& in) {
    constexpr double kPaPerKpa = 1e3;
    const Result<int> strokes = calcStrokes(in);
    if (!strokes)
        return strokes.error();
    return self.answer(
        {{"bmep_kpa",
          meanPressurePa(in.number("torque_nm"), in.number("displacement_cm3") / kCm3PerM3, *strokes) / kPaPerKpa}});
}

} // namespace

// The ends behind an output's unit are what engines are known to do (common practice, no source): pistons up to 30 m/s
// in the mean and 150 km/s2, a charge of up to 50 bar in the mean, compression of 2 to 30.
std::vector<Calculator> engineCalculators() {
    const std::string_view jennings = "Jennings, Two-Stroke Tuner's Handbook (1973), value from memory",
                           heywood = "Heywood, Internal Combustion Engine Fundamentals (1988), value from memory";
    return {
        {"ports",
         {{"stroke_mm", "mm", 15., 130.},
          {"rod_mm", "mm", 20., 300.},
          {"exhaust_opens_deg_atdc", "deg", 60., 150.},
          {"transfer_opens_deg_atdc", "deg", 90., 170.},
          {"intake_opens_deg_btdc", "deg", 30., 120., Kind::Number, true}},
         {{"exhaust_duration_deg", "deg", 60., 400.},
          {"transfer_duration_deg", "deg", 60., 200.},
          {"intake_duration_deg", "deg", 60., 400.},
          {"blowdown_deg", "deg", 0., 70.},
          {"exhaust_height_mm", "mm"},
          {"transfer_height_mm", "mm"}},
         jennings,
         ports},
        {"port-angle",
         {{"stroke_mm", "mm", 15., 130.}, {"rod_mm", "mm", 20., 300.}, {"height_mm", "mm", 0., 130.}},
         {{"opens_deg_atdc", "deg"}, {"duration_deg", "deg", 0., 300.}},
         heywood,
         portAngle},
        {"compression",
         {{"bore_mm", "mm", 10., 200.},
          {"stroke_mm", "mm", 10., 200.},
          {"chamber_cm3", "cm3", 0.3, 2000.},
          {"exhaust_height_mm", "mm", 1., 200., Kind::Number, true}},
         {{"swept_cm3", "cm3"}, {"ratio", "1", 2., 30.}, {"trapped_ratio", "1", 2., 30.}},
         heywood,
         compression},
        {"pipe",
         {{"exhaust_duration_deg", "deg", 90., 250.},
          {"rpm", "rpm", 500., 25000.},
          {"wave_speed_m_s", "m/s", 300., 800., Kind::Number, true},
          {"gas_temp_c", "degC", -40., 1200., Kind::Number, true}},
         {{"tuned_length_mm", "mm", 100., 4000.}, {"wave_speed_m_s", "m/s"}},
         jennings,
         pipe},
        {"primary",
         {{"evo_deg_bbdc", "deg", 0., 120.},
          {"rpm", "rpm", 500., 25000.},
          {"wave_speed_m_s", "m/s", 300., 800., Kind::Number, true},
          {"gas_temp_c", "degC", -40., 1200., Kind::Number, true},
          {"order", "1", 1., 5., Kind::Number, true, CalcValue(2.)}},
         {{"length_mm", "mm", 100., 2500.},
          {"length_low_mm", "mm"},
          {"length_high_mm", "mm"},
          {"wave_speed_m_s", "m/s"}},
         "Smith and Morrison, Scientific Design of Exhaust and Intake Systems (1962), value from memory",
         primary},
        {"cam",
         {{"ivo_deg_btdc", "deg", -60., 90.},
          {"ivc_deg_abdc", "deg", 0., 120.},
          {"evo_deg_bbdc", "deg", 0., 120.},
          {"evc_deg_atdc", "deg", -60., 90.}},
         {{"intake_duration_deg", "deg", 60., 400.},
          {"exhaust_duration_deg", "deg", 60., 400.},
          {"intake_centre_deg_atdc", "deg"},
          {"exhaust_centre_deg_btdc", "deg"},
          {"separation_deg", "deg", 70., 150.},
          {"overlap_deg", "deg"}},
         "common practice, no source",
         cam},
        {"piston",
         {{"stroke_mm", "mm", 15., 200.},
          {"rpm", "rpm", 1., 30000.},
          {"rod_mm", "mm", 20., 400., Kind::Number, true},
          {"mass_g", "g", 1., 5000., Kind::Number, true}},
         {{"mean_speed_m_s", "m/s", 0., 30.}, {"peak_acceleration_m_s2", "m/s2", 0., 150000.}, {"peak_force_n", "N"}},
         heywood,
         piston},
        {"bmep",
         {{"torque_nm", "Nm", -1e4, 1e4}, {"displacement_cm3", "cm3", 5., 20000.}, {"strokes", "1", 2., 4.}},
         {{"bmep_kpa", "kPa", -1000., 5000.}},
         heywood,
         bmep},
    };
}

} // namespace jr
