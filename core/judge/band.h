// SPDX-License-Identifier: GPL-3.0-or-later
// The margin of a difference curve: a band that covers the whole true curve at the stated confidence.
//
// A pull errs in two ways: as a whole (straps, tyre, the day: one number per pull, known only with as many degrees of
// freedom as there are spare pulls) and along the rev range (shape: many nearly independent stretches, so its size is
// well known, but the band must hold at all of them together). The half-width is
//
//     h(r) = k c sqrt( (t s_whole)^2 + (q s_shape(r))^2 )
//
// with t the Student quantile for the spare pulls, q the quantile of the largest |shape error| over the range, and k
// near 1, all three exact when one part alone is there; q and k come from a simulation with a fixed seed that goes
// through the same estimation. c^2 is the sum of squared weights of the pulls in the difference. docs/judging.md
// derives it and shows what coverage it reaches.
#pragma once

#include "core/dense.h"

#include <optional>
#include <vector>

namespace jr {

/// Scatter of pulls about their model, split as above. All in shares (log power).
struct Scatter {
    double whole = 0.;         ///< standard deviation of a pull as a whole
    double wholeFreedom = 0.;  ///< infinite when it was borrowed
    std::vector<double> shape; ///< standard deviation along the range, one per grid point
    double shapeFreedom = 0.;
    double correlationLength = 0.; ///< length over which shape errors look alike
};

/// From residuals (pulls x grid points, of a model with `freedom` spare pulls). `detail` bounds the correlation
/// length from below. Needs freedom > 0.
Scatter scatterOf(const DenseMatrix& residuals, const std::vector<double>& rpm, int freedom, double detail);

struct BandOptions {
    double confidence = 0.95;
    int draws = 1600;
    unsigned seed = 20260502;
};

/// Half-width at each grid point per unit c (multiply by the root of the sum of squared weights).
std::vector<double> bandHalfWidth(const Scatter& scatter, const std::vector<double>& rpm,
                                  const BandOptions& options = {});

/// Two-sided Student quantile; freedom may be infinite.
double studentQuantile(double confidence, double freedom);

} // namespace jr
