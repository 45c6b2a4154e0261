// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cam/cam_timing.h"

#include "core/figure/domain.h"

namespace jr {

Result<CamFigures> camFigures(const CamEvents& e) {
    if (auto error = outOfDomain({{"ivo_deg_btdc", e.intakeOpensDeg, -60., 90.},
                                  {"ivc_deg_abdc", e.intakeClosesDeg, 0., 120.},
                                  {"evo_deg_bbdc", e.exhaustOpensDeg, 0., 120.},
                                  {"evc_deg_atdc", e.exhaustClosesDeg, -60., 90.}}))
        return *error;
    CamFigures out;
    out.intakeDurationDeg = e.intakeOpensDeg + 180. + e.intakeClosesDeg;
    out.exhaustDurationDeg = e.exhaustOpensDeg + 180. + e.exhaustClosesDeg;
    out.intakeCentreDeg = 0.5 * out.intakeDurationDeg - e.intakeOpensDeg;
    out.exhaustCentreDeg = 0.5 * out.exhaustDurationDeg - e.exhaustClosesDeg;
    out.separationDeg = 0.5 * (out.intakeCentreDeg + out.exhaustCentreDeg);
    out.overlapDeg = e.intakeOpensDeg + e.exhaustClosesDeg;
    return out;
}

CamEvents eventsOf(double intakeDurationDeg, double intakeCentreDeg, double exhaustDurationDeg,
                   double exhaustCentreDeg) {
    CamEvents e;
    e.intakeOpensDeg = 0.5 * intakeDurationDeg - intakeCentreDeg;
    e.intakeClosesDeg = intakeDurationDeg - 180. - e.intakeOpensDeg;
    e.exhaustClosesDeg = 0.5 * exhaustDurationDeg - exhaustCentreDeg;
    e.exhaustOpensDeg = exhaustDurationDeg - 180. - e.exhaustClosesDeg;
    return e;
}

CamEvents retarded(const CamEvents& e, double intakeDeg, double exhaustDeg) {
    return {e.intakeOpensDeg - intakeDeg, e.intakeClosesDeg + intakeDeg, e.exhaustOpensDeg - exhaustDeg,
            e.exhaustClosesDeg + exhaustDeg};
}

} // namespace jr
