// SPDX-License-Identifier: GPL-3.0-or-later
// Where a belt's variator holds the engine: engine speed over road speed rises while the clutch takes hold, stays near
// one speed while the belt shifts, and rises again once it is through. Weights, springs and ramps move that speed, so
// it is what a tuner of belts looks at first.
#pragma once

#include "core/judge/comparison.h"

#include <optional>
#include <vector>

namespace jr {

struct HeldStretch {
    double from = 0., to = 0.; ///< road speed
    double meanRpm = 0.;       ///< engine speed there
};

/// The widest stretch without a hole over which engine speed stays within 5 % from end to end (common practice, no
/// source). `place` is road speed, rising. Nothing where no such stretch goes from one road speed to one a fifth
/// higher: in one gear engine speed would have risen with it.
std::optional<HeldStretch> heldStretch(const std::vector<double>& place, double gridStep,
                                       const std::vector<double>& engineRpm);

/// Both sides over the road speeds where both hold their engine; each pull's mean engine speed there is one reading,
/// judged by the model of pulls, fittings and days that powers are judged by. Nothing over engine speed, or where the
/// two hold nowhere in common.
std::optional<HeldSpeed> heldSpeedOf(const Comparison& comparison, const std::vector<CurvedPull>& pulls,
                                     std::size_t basePulls);

} // namespace jr
