// SPDX-License-Identifier: GPL-3.0-or-later
// What air and tyres hold against a machine on the road, as a force over speed with its uncertainty: by the usual
// ranges, or from coast-downs of the machine itself.
//
//     W = c0 + c2 v^2        c0 = m g f  rolling [N],  c2 = rho cA / 2  air [kg/m]
//
// A coast-down (clutch out or in neutral, no brake, from high speed until it hardly falls) obeys
//
//     (m + mt) dv/dt = -W    so    v(t) = v0 - c0/(m+mt) t - c2/(m+mt) integral of v^2 dt
//
// which is linear in what is sought: least squares on the speeds themselves, so that nothing is differentiated. Run
// both ways, slope and steady wind cancel in the mean; one way they go into c0 and its uncertainty says so.
// Source: Newton; coast-down by integration: any text on vehicle testing (after SAE J1263, value from memory).
#pragma once

#include "core/figure/gears/thrust.h"
#include "core/road/road_run.h"

#include <array>
#include <optional>
#include <vector>

namespace jr {

struct RoadResistance {
    double constantN = 0., squareKgPerM = 0.;
    std::array<double, 3> covariance{}; ///< of constant and square: c00, c02, c22
    int coastDowns = 0;                 ///< it rests on; 0: usual ranges
    bool bothWays = false;

    double newtonAt(double mPerS) const { return constantN + squareKgPerM * mPerS * mPerS; }
    double sdNewtonAt(double mPerS) const;
};

/// By what is usual: the ends of the ranges are taken as two standard deviations.
RoadResistance usualResistance(double massKg, double airKgM3, const Ranged& dragAreaM2 = kUsualDragAreaM2,
                               const Ranged& rolling = kUsualRolling);

/// Why a coast-down has no times.
Message coastDownReason();

/// One coast-down, per kilogram that slows.
struct CoastDownFit {
    double constantMPerS2 = 0., squarePerM = 0.;
    std::array<double, 3> covariance{};
    double fromMPerS = 0., toMPerS = 0., lastsS = 0.;
    std::string direction;
};

/// A record is a coast-down when it begins at speed, is quickest at its beginning, and slows smoothly from there.
bool isCoastDown(const RoadRun& run);
/// Of its slowing, until it stands or a brake is put on. Errors: none; too short; it slowed by less than 4 m/s, or so
/// little that air and tyre cannot be told apart.
Result<CoastDownFit> fitCoastDown(const RoadRun& run);

/// Of all of them together. `slowingKg` is mass and what turns. Errors: no fit.
Result<RoadResistance> measuredResistance(const std::vector<CoastDownFit>& fits, double massKg, double slowingKg);

} // namespace jr
