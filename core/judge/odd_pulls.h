// SPDX-License-Identifier: GPL-3.0-or-later
// Pulls that lie further from their own than chance would put any of so many. Each is judged by the scatter of the
// others, so that it cannot hide in the scatter it makes itself: externally studentised residuals, all held together
// (Bonferroni). Source: any text on regression diagnostics. They are pointed at, never dropped.
#pragma once

#include "core/judge/pull_model.h"

#include <optional>
#include <vector>

namespace jr {

struct OddPulls {
    std::vector<std::size_t> which;
    std::optional<double> limit; ///< corridor for all pulls together, from those that are not odd; unit of `level`
};

/// `model` by ordinary least squares (not weighted); `level` one number a pull. Nothing is odd with fewer than two
/// spare pulls.
OddPulls oddPulls(const PullModel& model, const Eigen::VectorXd& level, double confidence);

} // namespace jr
