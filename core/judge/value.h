// SPDX-License-Identifier: GPL-3.0-or-later
// One number per pull, so that steps, crosses and sweeps can be told from scatter: mean over a band, at a speed, or the
// peak.
#pragma once

#include "core/pull/curve.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct Metric {
    enum class Kind { Band, Peak, At } kind = Kind::Band;
    double at = 0.;
};
std::string_view metricText(Metric::Kind kind);

/// One value and when it was measured; `group` says which step, cell or point it belongs to.
struct Observation {
    int group = 0;
    double value = 0.;
    std::optional<double> startedS;
};

/// Peak power of a curve outside its flagged stretches, W. Errors say what is wrong with it ("has no peak …").
Result<double> peakOf(const PullCurve& curve);
/// Power at an engine speed between two counted points, W. Errors as above.
Result<double> powerAt(const PullCurve& curve, double rpm);

/// Means of groups with what is known of their scatter: y_i = m_group + d t_i + e_i, drift only where the order of
/// pulls tells it.
struct GroupFit {
    std::vector<double> mean;                ///< per group
    std::vector<std::vector<double>> weight; ///< per group: weights of the observations in its mean
    double sd = 0.;                          ///< of one observation; 0 and known = false when nothing is known
    double freedom = 0.;                     ///< infinite when repeatability was given
    bool known = false, borrowed = false, driftChecked = false, driftRemoved = false;
    int sittings = 1;   ///< above 1: each has a level of its own
    bool apart = false; ///< some groups never shared a sitting, not even through a third

    /// Half-width of a weighted sum of observations at a confidence; nullopt when nothing is known of the scatter.
    std::optional<double> halfWidth(const std::vector<double>& weights, double confidence) const;
    std::vector<double> difference(int a, int b) const; ///< weights of group b minus group a
};

/// `repeatabilityPct` (of the mean value) stands in where the observations themselves leave nothing over. Needs every
/// group at least once.
GroupFit fitGroups(const std::vector<Observation>& observations, int groups, std::optional<double> repeatabilityPct);

/// few-pulls, borrowed-repeatability and drift-unchecked, as they apply.
std::vector<Caution> groupCautions(const GroupFit& fit, const std::vector<Observation>& observations, int groups,
                                   bool fromPulls);

} // namespace jr
