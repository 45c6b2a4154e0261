// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/ports/time_area.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace jr {
namespace {

/// Integral over crank angle by Simpson's rule; port openings are smooth between their corners.
template <class Height>
double integralDeg(double fromDeg, double toDeg, const Height& height) {
    constexpr int kIntervals = 200; // even; a kink at full opening costs less than a ten-thousandth
    const double step = (toDeg - fromDeg) / kIntervals;
    double sum = height(fromDeg) + height(toDeg);
    for (int i = 1; i < kIntervals; ++i)
        sum += (i % 2 ? 4. : 2.) * height(fromDeg + i * step);
    return sum * step / 3.;
}

} // namespace

AngleAreas angleAreas(const Crank& crank, const PortTiming& timing, const PortWidths& widths) {
    const auto wallPort = [&](double opensDeg) {
        const double roof = pistonDownM(crank, opensDeg);
        return [&crank, roof](double deg) { return std::max(0., pistonDownM(crank, deg) - roof); };
    };
    const auto exhaust = wallPort(timing.exhaustOpensDeg), transfer = wallPort(timing.transferOpensDeg);
    AngleAreas out;
    out.blowdownM2Deg = widths.exhaustM * integralDeg(timing.exhaustOpensDeg, timing.transferOpensDeg, exhaust);
    out.exhaustM2Deg = widths.exhaustM * 2. * integralDeg(timing.exhaustOpensDeg, 180., exhaust);
    out.transferM2Deg = widths.transferM * 2. * integralDeg(timing.transferOpensDeg, 180., transfer);
    if (timing.intakeOpensDeg && widths.intakeM > 0.) {
        const double floorDown = pistonDownM(crank, *timing.intakeOpensDeg);
        const auto skirtUp = [&](double deg) {
            const double open = std::max(0., floorDown - pistonDownM(crank, deg));
            return widths.intakeHighM > 0. ? std::min(open, widths.intakeHighM) : open;
        };
        out.intakeM2Deg = widths.intakeM * 2. * integralDeg(0., *timing.intakeOpensDeg, skirtUp);
    }
    return out;
}

double timeAreaSPerM(double angleAreaM2Deg, double engineRpm, double sweptM3) {
    assert(engineRpm > 0. && sweptM3 > 0.);
    constexpr double kDegPerSecondPerRpm = 6.;
    return angleAreaM2Deg / (kDegPerSecondPerRpm * engineRpm * sweptM3);
}

} // namespace jr
