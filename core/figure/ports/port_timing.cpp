// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/ports/port_timing.h"

#include "core/figure/domain.h"

#include <algorithm>

namespace jr {

double wallPortDurationDeg(double opensAfterTopDeg) {
    return 360. - 2. * opensAfterTopDeg;
}

double wallPortOpensDeg(double durationDeg) {
    return 180. - 0.5 * durationDeg;
}

Result<PortFigures> portFigures(const Crank& crank, const PortTiming& timing) {
    if (auto error = outOfDomain({{"exhaust_opens_deg_atdc", timing.exhaustOpensDeg, 60., 150.},
                                  {"transfer_opens_deg_atdc", timing.transferOpensDeg, 90., 170.},
                                  {"intake_opens_deg_btdc", timing.intakeOpensDeg.value_or(79.), 30., 120.}}))
        return *error;
    if (timing.transferOpensDeg <= timing.exhaustOpensDeg)
        return Error(
            Message{"error.calc-no-blowdown", {Number{timing.transferOpensDeg, 1}, Number{timing.exhaustOpensDeg, 1}}});
    PortFigures out;
    out.exhaustDurationDeg = wallPortDurationDeg(timing.exhaustOpensDeg);
    out.transferDurationDeg = wallPortDurationDeg(timing.transferOpensDeg);
    if (timing.intakeOpensDeg)
        out.intakeDurationDeg = 2. * *timing.intakeOpensDeg;
    out.blowdownDeg = timing.transferOpensDeg - timing.exhaustOpensDeg;
    out.exhaustDownM = pistonDownM(crank, timing.exhaustOpensDeg);
    out.transferDownM = pistonDownM(crank, timing.transferOpensDeg);
    out.exhaustHighM = crank.strokeM - out.exhaustDownM;
    out.transferHighM = crank.strokeM - out.transferDownM;
    return out;
}

double roofMovedDeg(const Crank& crank, double opensDeg, double upM) {
    return crankDegAtDown(crank, pistonDownM(crank, opensDeg) - upM);
}

PortTiming withBaseSpacer(const Crank& crank, const PortTiming& timing, double spacerM) {
    PortTiming out = timing;
    out.exhaustOpensDeg = roofMovedDeg(crank, timing.exhaustOpensDeg, spacerM);
    out.transferOpensDeg = roofMovedDeg(crank, timing.transferOpensDeg, spacerM);
    if (timing.intakeOpensDeg) // the skirt has to rise further before it clears the floor
        out.intakeOpensDeg = roofMovedDeg(crank, *timing.intakeOpensDeg, spacerM);
    return out;
}

double skirtShortenedDeg(const Crank& crank, double opensBeforeTopDeg, double offM) {
    return roofMovedDeg(crank, opensBeforeTopDeg, -offM);
}

} // namespace jr
