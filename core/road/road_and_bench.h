// SPDX-License-Identifier: GPL-3.0-or-later
// The same machine on the bench and on the road: power at the tyre as a ratio to what the bench made at the same place,
// never mixed with it; and what the bench's power says each part of the run should have taken, so that what it does not
// explain can be seen.
#pragma once

#include "core/figure/gears/power_curve.h"
#include "core/road/road_power.h"
#include "core/study/study.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// Mean of a setup's counting pulls where all of them are.
struct BenchCurve {
    CurveAxis axis = CurveAxis::EngineSpeed;
    std::vector<double> place, powerW, halfW; ///< half of the mean's interval; NaN with one pull
    bool corrected = false;
    int pulls = 0;
};
/// Nothing without a pull that has a curve.
std::optional<BenchCurve> benchCurveOf(const Study& study, const std::string& setupId);
/// Straight between points; nothing outside. `half` may be null.
std::optional<double> powerAt(const BenchCurve& bench, double place, double* half = nullptr);

struct BenchRatio {
    std::vector<double> mPerS, ratio, half; ///< road over bench; half of its interval
    double mean = 0., meanHalf = 0.;        ///< from where the clutch is home and the tyre lets it all through…
    double meanFromMPerS = 0.;              ///< …on: the first place with 0.95 of the road's most power
};
/// Where both are known: at the road's speed on a belt's bench curve, else at the engine speed it had there. `factor`
/// turns the bench's corrected power to the road's air (divided by it); 1 when the air is not known. Errors: no place
/// in common, no engine speed.
Result<BenchRatio> ratioToBench(const RoadPower& road, const BenchCurve& bench, double factor);

/// A part of the run between two marks.
struct RunPart {
    double fromM = 0., toM = 0.;
    double runS = 0., runHalfS = 0.;     ///< mean of the runs, half of its interval
    double modelS = 0., modelHalfS = 0.; ///< by the bench's power from the speed the runs had at its beginning
    bool explained() const;              ///< the two agree within their margins together
    double unexplainedS() const { return runS - modelS; }
};
/// Of one setup's used runs between the distances among `marks`, from the standstill on. Below the bench's first speed
/// thrust is taken to stay what it is there; shifts, clutch and a spinning tyre are in no model and show as what is not
/// explained. `power` gives the engine speed along the road where the bench curve is over engine speed.
std::vector<RunPart> partsAgainstModel(const std::vector<const TimedRun*>& runs, const std::vector<Mark>& marks,
                                       const BenchCurve& bench, const RoadPower& power, const RoadLoadKnown& known,
                                       double factor, Rollout rollout, double confidence = 0.95);

} // namespace jr
