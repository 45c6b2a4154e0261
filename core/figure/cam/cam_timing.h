// SPDX-License-Identifier: GPL-3.0-or-later
// A four-stroke's valve events, and what is read off them. Angles of the crank.
//
//     duration  = opens before its dead centre + 180 + closes after the other
//     centre    = duration / 2 - opens before, the intake's after top centre; the exhaust's before it likewise
//     separation = (intake centre + exhaust centre) / 2, degrees of the camshaft
//     overlap    = intake opens before top centre + exhaust closes after it
//
// All four events must be stated at one lift; events at the seat and at 1 mm are thirty degrees and more apart.
// Source: common practice, no source.
#pragma once

#include "core/result.h"

namespace jr {

struct CamEvents {
    double intakeOpensDeg = 0.;   ///< before top centre; negative: after it
    double intakeClosesDeg = 0.;  ///< after bottom centre
    double exhaustOpensDeg = 0.;  ///< before bottom centre
    double exhaustClosesDeg = 0.; ///< after top centre; negative: before it

    bool operator==(const CamEvents&) const = default;
};

struct CamFigures {
    double intakeDurationDeg = 0., exhaustDurationDeg = 0.;
    double intakeCentreDeg = 0.;  ///< after top centre
    double exhaustCentreDeg = 0.; ///< before top centre
    double separationDeg = 0.;    ///< of the camshaft
    double overlapDeg = 0.;       ///< of the crank; negative: both shut for so long
};

/// Opening and closing at top centre -60…90, at bottom centre 0…120 degrees. Errors: outside.
Result<CamFigures> camFigures(const CamEvents& events);

/// Events of two lobes by their durations and centres.
CamEvents eventsOf(double intakeDurationDeg, double intakeCentreDeg, double exhaustDurationDeg,
                   double exhaustCentreDeg);
/// Both cams turned so many degrees of the crank later (earlier when negative).
CamEvents retarded(const CamEvents& events, double intakeDeg, double exhaustDeg);

} // namespace jr
