// SPDX-License-Identifier: GPL-3.0-or-later
// When the ports of a two-stroke open, for how long, and how high they stand. All angles are of the crank.
//
// A port in the cylinder's wall that opens at `a` after top centre closes at `a` before it: open for 360 - 2 a. A
// piston port of the intake opens at `b` before top centre and is open for 2 b. Blowdown is what the exhaust has to
// itself: (exhaust duration - transfer duration) / 2 = transfer opens - exhaust opens.
//
// Source: Jennings, Two-Stroke Tuner's Handbook (1973), value from memory.
#pragma once

#include "core/figure/ports/slider_crank.h"

#include <optional>

namespace jr {

struct PortTiming {
    double exhaustOpensDeg = 0.;            ///< after top centre
    double transferOpensDeg = 0.;           ///< after top centre
    std::optional<double> intakeOpensDeg{}; ///< before top centre; only a piston port has one
};

struct PortFigures {
    double exhaustDurationDeg = 0., transferDurationDeg = 0.;
    std::optional<double> intakeDurationDeg;
    double blowdownDeg = 0.;
    double exhaustDownM = 0., transferDownM = 0.; ///< piston's way from top centre to opening
    /// Roofs above the piston's edge at bottom centre: the height of the ports.
    double exhaustHighM = 0., transferHighM = 0.;
};

double wallPortDurationDeg(double opensAfterTopDeg);
double wallPortOpensDeg(double durationDeg);

/// Exhaust 60…150, transfers 90…170, intake 30…120 degrees. Errors: outside, or transfers that open before the exhaust.
Result<PortFigures> portFigures(const Crank& crank, const PortTiming& timing);

/// The timing after a roof was moved up by `upM` (down when negative: metal cannot be put back).
double roofMovedDeg(const Crank& crank, double opensDeg, double upM);

/// The timing with the barrel raised by a spacer under it: roofs rise with it, so wall ports open earlier; the floor of
/// a piston port rises too, so the skirt uncovers it later. Squish grows by the same.
PortTiming withBaseSpacer(const Crank& crank, const PortTiming& timing, double spacerM);
/// A piston port's opening with so much taken off the skirt: it opens earlier and stays open longer.
double skirtShortenedDeg(const Crank& crank, double opensBeforeTopDeg, double offM);

} // namespace jr
