// SPDX-License-Identifier: GPL-3.0-or-later
// From a ready pull to a fitted curve of shaft torque over engine speed, at any detail.
//
// Roller: the fit is to speed over time, but its unknown is torque over engine speed: the speed at time t is the
// speed at the start plus the integral of (T(x(s)) - drag)/I, which is linear in the spline coefficients of T. So no
// derivative is ever taken of noisy samples, detail means the same at every engine speed, and the errors of the
// encoder (independent and edge jitter, noise.h) are weighted as they are. Brake: the scale's torque, with the inertia
// term of a sweep, is fitted directly over engine speed.
#pragma once

#include "core/pull/penalised_fit.h"
#include "core/pull/ready_pull.h"
#include "core/pull/speed_means.h"
#include "core/units/curve_axis.h"

#include <memory>
#include <optional>
#include <span>
#include <vector>

namespace jr {

/// A point of the raw trace turned into power without any fit, for showing behind the line.
struct RawPoint {
    double timeS;
    double place;  ///< on the axis asked for
    double powerW; ///< uncorrected
    bool fitted;
};

struct PullFit {
    PullHeader header;
    ReadyPull ready;                         ///< empty for kind curve
    std::shared_ptr<const PenalisedFit> fit; ///< null for kind curve
    // Kind curve: as it came.
    std::vector<double> givenRpm, givenPowerW, givenTorqueNm;
    // Mixture over engine speed, mean of all cylinders, at the ready pull's samples; empty when none was recorded.
    std::vector<double> afr;
    SpeedMeans afrBySpeed;            ///< the same in order of engine speed
    double lowRpm = 0., highRpm = 0.; ///< range of the data that counts towards the curve
    std::vector<Message> departures;  ///< from the procedure the pull says it was run by

    const std::vector<Flag>& flags() const { return ready.flags; }
};

/// Errors: as readyPull; for kind curve: no engine speed, neither power nor torque, fewer than two points.
Result<PullFit> fitPull(const Trace& trace, const ReadyOptions& options = {});

/// The detail, in the axis' unit, that all these pulls together make most likely, from a ladder of round values; the
/// same for every pull of a comparison. 0 when none of them is a trace (only `curve` kinds). Road speed only where
/// every pull has one.
double likelyDetail(std::span<const PullFit* const> pulls, CurveAxis axis = CurveAxis::EngineSpeed);

/// Rough power from raw samples, for display: `everyS` apart at least.
std::vector<RawPoint> rawPoints(const PullFit& pull, CurveAxis axis, double everyS = 0.04);

} // namespace jr
