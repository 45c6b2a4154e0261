// SPDX-License-Identifier: GPL-3.0-or-later
// What the gauges of two setups say in words: which cylinder is starved, from which speed and how far; what the change
// did to the spread between cylinders; and what is known of the margin for holding full throttle.
#pragma once

#include "core/judge/difference.h"
#include "core/mixture/gauges.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// One gauge of both sides along the comparison's places, as it is shown; NaN where it was not read.
struct GaugeCompared {
    Gauge gauge;
    std::vector<double> base, with; ///< means of the pulls
    std::vector<double> half;       ///< of the difference's margin at each speed by itself; NaN where it is not known
    int basePulls = 0, withPulls = 0;
    double baseMean = 0., withMean = 0.; ///< over the places both know; NaN without any
    Estimate difference;                 ///< with minus base of those; NaN where not known
};

/// What the end of a side's pulls says of holding it there.
struct EndOfPull {
    double lastsS = 0.;                    ///< the longest pull at full load
    std::optional<double> exhaustRisingCS; ///< how fast the hottest cylinder still rose, °C a second
};

/// A cylinder unlike the others. Common practice, no source: half a mixture number, 30 °C, 2 kPa.
struct UnlikeCylinder {
    int cylinder = 0;
    double from = 0., to = 0.; ///< where, on the axis
    double most = 0.;          ///< by how much at most, against the mean of the others
};
/// `side` is &GaugeCompared::base or ::with. The widest stretch in which one cylinder is leaner (mixture), hotter
/// (exhaust) or more closed off (manifold) than the others by more than is usual.
std::optional<UnlikeCylinder> unlikeCylinder(const std::vector<GaugeCompared>& gauges, GaugeKind kind,
                                             const std::vector<double>& places, double step,
                                             std::vector<double> GaugeCompared::*side);

/// The sentences. `setups`: names of base and changed.
std::vector<Message> gaugeAccount(const std::vector<GaugeCompared>& gauges, const std::vector<double>& places,
                                  double step, CurveAxis axis, const std::string (&setups)[2]);
/// Margin for holding full throttle with the changed setup: what was measured, and what was not.
std::vector<Message> holdAccount(const std::vector<GaugeCompared>& gauges, const std::vector<double>& places,
                                 CurveAxis axis, const std::string& setup, const EndOfPull& end);

/// The same as one caution for a customer's paper; nothing without an exhaust temperature: a mixture alone says too
/// little of minutes.
std::optional<Caution> heldOpenCaution(const std::vector<GaugeCompared>& gauges, const std::vector<Message>& hold);

} // namespace jr
