// SPDX-License-Identifier: GPL-3.0-or-later
// How a speed signal errs: independent noise, and the jitter of encoder edges whose neighbouring errors cancel.
#pragma once

#include <span>

namespace jr {

/// Variances per sample, of the logarithm of the signal (so standard deviations are shares of the speed).
/// A sample's error is white_i + (edge_i - edge_{i-1}).
struct SpeedNoise {
    double whiteVariance = 0.;
    double edgeVariance = 0.;
};

/// Estimates both from third differences of block means at several block lengths: a mean of m samples leaves 1/m of the
/// white variance but 1/m^2 of the edge variance, and a third difference is blind to the curve itself.
/// Blocks are no longer in time on a slow logger: what it takes in sixteen samples is no noise but the curve.
/// `speed` positive, evenly enough sampled every `sampleS` seconds. With fewer than 16 samples all noise is called
/// white.
SpeedNoise estimateSpeedNoise(std::span<const double> speed, double sampleS);

} // namespace jr
