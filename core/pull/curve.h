// SPDX-License-Identifier: GPL-3.0-or-later
// A corrected curve of power and torque over engine or road speed on a common grid, only where the pull has data.
#pragma once

#include "core/air/standards.h"
#include "core/pull/finer_detail.h"
#include "core/pull/pull_fit.h"
#include "core/units/curve_axis.h"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace jr {

struct Peak {
    double value = 0.; ///< W or N·m
    double place = 0.; ///< on the curve's axis
};

/// Steps, details and places are in the axis' unit (curve_axis.h).
struct CurveOptions {
    CurveAxis axis = CurveAxis::EngineSpeed;
    double gridStep = usualStep(CurveAxis::EngineSpeed);
    Detail detail{}; ///< what several pulls together ask for (likelyDetailOf)
    const Standard* standard = findStandard("sae-j1349");
    bool noise = false; ///< also work out the standard errors
};

struct PullCurve {
    CurveAxis axis = CurveAxis::EngineSpeed;
    std::vector<double> place;     ///< whole multiples of the grid step
    std::vector<double> engineRpm; ///< engine speed there, over road speed only: read it by engineRpmAt
    std::vector<double> powerW;    ///< corrected
    std::vector<double> torqueNm;  ///< corrected, at the engine: power over engine speed
    std::vector<double> afr;       ///< NaN where unknown; empty when no mixture was recorded
    std::vector<char> counted;     ///< 0 inside a flagged stretch that was not overruled
    std::vector<double>
        noise; ///< standard error of the power, as a share of it, from this pull's own noise; 0 unless asked for
    std::optional<double> factor; ///< what power was multiplied by; nullopt when the air or the past is unknown
    std::optional<Peak> peakPower, peakTorque; ///< of the counted part
    double usedFrom = 0., usedTo = 0.;
    double detail = 0.;   ///< 0 for kind curve
    double finest = 0.;   ///< where it is halved; else the same
    double gridStep = 0.; ///< the step between neighbours, where no hole is
    /// What smoothing takes from the power at each point, as a share of it: what it would take from the fitted curve,
    /// and from what that loses. All zero where there is no fit over the axis.
    std::vector<double> smoothedAway;
    /// The same before correction, from which another standard's begins; null where this is it.
    std::shared_ptr<const PullCurve> measured;
    std::vector<Caution> cautions;

    /// Index on the grid, or -1.
    long at(double wantedPlace) const;
    double engineRpmAt(std::size_t i) const { return axis == CurveAxis::EngineSpeed ? place[i] : engineRpm[i]; }
};

/// The factor a pull's figures are multiplied by under a standard, or nullopt with a caution why not.
std::optional<double> correctionFactor(const PullHeader& header, const Standard& standard,
                                       std::vector<Caution>& cautions);

/// What is usual for one pull by itself: the axis its drive asks for, its step, the detail it makes likely.
CurveOptions usualCurveOptions(const PullFit& pull);

/// `options.detail` must be positive for traces (see likelyDetail). Errors: no grid point inside the pull; an axis that
/// the pull does not have.
Result<PullCurve> curveOf(const PullFit& pull, const CurveOptions& options);

/// A pull's curve as measured, corrected by a standard: `powerW`, `torqueNm` and peaks times its factor, or as they are
/// where there is none (a caution says why).
PullCurve underStandard(const PullFit& pull, std::shared_ptr<const PullCurve> measured, const Standard& standard);

} // namespace jr
