// SPDX-License-Identifier: GPL-3.0-or-later
// A corrected curve of power and torque over engine speed on a common grid, only where the pull has data.
#pragma once

#include "core/air/standards.h"
#include "core/pull/pull_fit.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct Peak {
    double value = 0.; ///< W or N·m
    double rpm = 0.;
};

struct CurveOptions {
    double gridRpm = 50.;
    double detailRpm = 0.; ///< 0: chosen from the data
    const Standard* standard = findStandard("sae-j1349");
    bool noise = false; ///< also work out the standard errors
};

struct PullCurve {
    std::vector<double> rpm;      ///< whole multiples of the grid
    std::vector<double> powerW;   ///< corrected
    std::vector<double> torqueNm; ///< corrected, at the engine: power over engine speed
    std::vector<double> afr;      ///< NaN where unknown; empty when no mixture was recorded
    std::vector<char> counted;    ///< 0 inside a flagged stretch that was not overruled
    std::vector<double>
        noise; ///< standard error of the power, as a share of it, from this pull's own noise; 0 unless asked for
    std::optional<double> factor; ///< what power was multiplied by; nullopt when the air or the past is unknown
    std::optional<Peak> peakPower, peakTorque; ///< of the counted part
    double usedFromRpm = 0., usedToRpm = 0.;
    double detailRpm = 0.; ///< 0 for kind curve
    double gridRpm = 0.;   ///< the step between neighbours, where no hole is
    /// What smoothing alone does to the power at each point, as a share: the fitted curve smoothed once more, less
    /// itself. All zero where there is no fit over engine speed.
    std::vector<double> bend;
    std::vector<Caution> cautions;

    /// Index on the grid, or -1.
    long at(double wantedRpm) const;
};

/// The factor a pull's figures are multiplied by under a standard, or nullopt with a caution why not.
std::optional<double> correctionFactor(const PullHeader& header, const Standard& standard,
                                       std::vector<Caution>& cautions);

/// `options.detailRpm` must be positive for traces (see likelyDetailRpm). Errors: no grid point inside the pull.
Result<PullCurve> curveOf(const PullFit& pull, const CurveOptions& options);

} // namespace jr
