// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/machine_limits.h"

#include <algorithm>
#include <optional>

namespace jr {
namespace {

constexpr double kTwoStrokeExhaustC = 680., kTwoStrokeCoolantC = 90.;
/// A rev limiter holds its own speed; well past it something has let go.
constexpr double kPastLimiter = 1.06;

double least(double a, double b) {
    return a > 0. && b > 0. ? std::min(a, b) : std::max(a, b);
}

} // namespace

bool isTwoStroke(const MachineSheet& sheet, int strokes) {
    switch (sheet.kind) {
    case MachineKind::FourStroke:
        return false;
    case MachineKind::TwoStroke:
    case MachineKind::Sled:
    case MachineKind::HandHeld:
        return true;
    case MachineKind::Cvt:
        break;
    }
    return strokes == 2 || sheetNumber(sheet, "oil_mix") || sheetNumber(sheet, "exhaust_opens_deg");
}

GuardLimits machineLimits(const MachineSheet& sheet, int strokes) {
    GuardLimits out;
    if (isTwoStroke(sheet, strokes)) {
        out.exhaustC = kTwoStrokeExhaustC;
        out.coolantC = kTwoStrokeCoolantC;
    }
    if (const auto coolant = sheetNumber(sheet, "coolant_limit_c"))
        out.coolantC = *coolant;
    // Of several cylinders the most careful figure: one guard watches them all.
    const auto strictest = [&](const char* key) {
        std::optional<double> most = sheetNumber(sheet, key);
        for (int c = 1; c <= sheet.cylinders; ++c)
            if (const auto one = sheetNumber(sheet, key, c); one && (!most || *one < *most))
                most = one;
        return most;
    };
    if (const auto exhaust = strictest("egt_limit_c"))
        out.exhaustC = *exhaust;
    if (const auto lean = strictest("afr_limit"))
        out.leanAfr = *lean;
    double rpm = sheetNumber(sheet, "rpm_limit").value_or(0.);
    if (const auto limiter = sheetNumber(sheet, "limiter_rpm"))
        rpm = least(rpm, kPastLimiter * *limiter);
    const auto speed = sheetNumber(sheet, "piston_speed_limit_m_s"), stroke = sheetNumber(sheet, "stroke_mm");
    if (speed && stroke && *stroke > 0.)
        rpm = least(rpm, 60. * *speed / (2. * *stroke / 1000.));
    out.overspeedRpm = rpm;
    return out;
}

GuardLimits stricter(const GuardLimits& a, const GuardLimits& b) {
    GuardLimits out = a;
    for (double GuardLimits::*limit : {&GuardLimits::leanAfr, &GuardLimits::notFiringAfr, &GuardLimits::exhaustC,
                                       &GuardLimits::coolantC, &GuardLimits::overspeedRpm, &GuardLimits::rollerRadS})
        out.*limit = least(a.*limit, b.*limit);
    return out;
}

Procedure withMachineWindow(Procedure procedure, const MachineSheet& sheet, int strokes) {
    // A water tower holds a sled engine far below what a radiator would; a two-stroke is pulled before it nears 90 °C.
    if (sheet.kind == MachineKind::Sled) {
        procedure.coolantFromC = 20.;
        procedure.coolantToC = 80.;
    } else if (isTwoStroke(sheet, strokes)) {
        procedure.coolantFromC = 50.;
        procedure.coolantToC = 85.;
    }
    return procedure;
}

} // namespace jr
