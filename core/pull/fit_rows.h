// What the fits of roller and brake pulls have alike: samples gathered in blocks, the spacing of the knots.
#pragma once

#include "core/pull/pull_fit.h"

#include <memory>
#include <vector>

namespace jr {

struct SampleBlock {
    std::size_t from, to; // samples
    std::size_t count;    // fitted samples among them
    bool joined;          // follows the block before without a hole
};

/// Cuts the fitted samples into blocks of about equal count that never reach across a hole.
std::vector<SampleBlock> cutBlocks(const ReadyPull& pull);

/// Knot spacing: fine enough for the finest detail worth asking for, the same for pulls of about the same range.
double knotSpacing(double rangeRpm);

/// Errors of both: as PenalisedFit::make.
/// Speed over time: `x` is the axis of the fit at each sample, in rpm, covering [low, high].
Result<std::shared_ptr<const PenalisedFit>> fitRoller(const ReadyPull& pull, const PullHeader& header,
                                                      const std::vector<double>& x, double low, double high);

/// The scale's torque with the inertia term of a sweep.
Result<std::shared_ptr<const PenalisedFit>> fitBrake(const ReadyPull& pull, const PullHeader& header,
                                                     const std::vector<double>& x, double low, double high);

/// Kind curve: numbers worked out elsewhere, in order of engine speed, checked against each other.
Result<PullFit> givenCurve(const Trace& trace, const ReadyOptions& options);

} // namespace jr
