// SPDX-License-Identifier: GPL-3.0-or-later
// What a bench must know of itself: the scale's factor by dead weights, the roller's inertia by two runs, its drag by
// coasting down. Each fit comes with its residuals and standard errors, so that a bad weight or a dragging brake shows.
#pragma once

#include "core/result.h"

#include <array>
#include <optional>
#include <span>
#include <vector>

namespace jr {

inline constexpr double kStandardGravity = 9.80665; ///< m/s2, by definition (CGPM 1901)

/// A dead weight hung on the arm, and what the cell read.
struct WeightReading {
    double massKg;
    double reading; ///< in the cell's own unit (mV, counts, N)
};

struct LoadCellFit {
    double newtonPerReading = 0., zeroReading = 0.;
    std::vector<double> residualN;     ///< of each weight
    double residualSdN = 0.;           ///< n-2 in the denominator
    double newtonPerReadingError = 0.; ///< standard error of the slope
    double worstShare = 0.;            ///< largest residual in the largest load
};

/// Least squares line of force over reading. Errors: fewer than three weights, all of one mass, a cell that does not
/// move.
Result<LoadCellFit> fitLoadCell(std::span<const WeightReading> readings, double gravity = kStandardGravity);

/// A free deceleration of the roller: time and speed.
struct CoastDown {
    std::vector<double> timeS, shaftRadS;
};

/// Means of neighbouring samples, so that at most `most` are left (above 1): the noise is averaged, a smooth fall is
/// not changed.
CoastDown thinned(const CoastDown& run, std::size_t most);

struct DragFit {
    std::array<double, 3> dragNm{}; ///< c0 + c1 w + c2 w^2
    std::array<double, 3> standardError{};
    double rmsRadS = 0.;               ///< what the fit leaves of the speed
    int terms = 3;                     ///< how many of c0, c1, c2 the range of speeds could tell apart
    double fromRadS = 0., toRadS = 0.; ///< where it was measured; nothing is known outside
};

/// Drag from free deceleration with known inertia: I dw/dt = -(c0 + c1 w + c2 w^2). Fitted in integral form: the speed
/// lost since the start against the integrals of 1, w and w^2, so that no derivative of a noisy speed is taken.
/// A run whose speed falls by less than a half again (under 1.8 to 1) tells mean and slope only; one that falls by less
/// than a third (under 1.5 to 1) is refused: what it says of the rest of the range is guessed.
/// Errors: that; fewer than 30 samples, under two seconds, speed that hardly falls, or a drag that comes out negative
/// inside the measured range (something else slowed or drove the roller).
Result<DragFit> fitDrag(const CoastDown& run, double inertiaKgM2);

struct InertiaFit {
    double inertiaKgM2 = 0.;
    double standardError = 0.;
    double firstSlope = 0., secondSlope = 0.; ///< rad/s2 at the common speed
};

/// Roller inertia from two free decelerations through the same speeds, one plain, one with a known inertia added: the
/// drag is the same, so the slopes go inversely with inertia. Uses the speeds both runs have. Errors: as fitDrag; no
/// common range; the added inertia does not slow the roller's fall.
Result<InertiaFit> inertiaFromAdded(const CoastDown& plain, const CoastDown& withAdded, double addedKgM2);

/// The same from two runs where the second had a known torque more (a hung weight, a motor): I = torque / (slope
/// difference). `torqueNm` is positive when it drives the roller forward. Errors: as above.
Result<InertiaFit> inertiaFromTorque(const CoastDown& plain, const CoastDown& driven, double torqueNm);

} // namespace jr
