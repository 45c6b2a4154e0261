// SPDX-License-Identifier: GPL-3.0-or-later
// One number per pull, so that steps, crosses and sweeps can be told from scatter: mean over a band, at a speed, or the
// peak.
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/pull/curve.h"

#include <memory>
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
    std::optional<int> fitting{}; ///< which one of the job; nothing: a new one where the group changes in time
};

/// Peak power of a curve outside its flagged stretches, W. Errors say what is wrong with it ("has no peak …").
Result<double> peakOf(const PullCurve& curve);
/// Power at an engine speed between two counted points, W. Errors as above.
Result<double> powerAt(const PullCurve& curve, double rpm);

class PullScatter;

/// Means of groups with what is known of their scatter, in one mixed model (pull_scatter.h): fittings and days where
/// times tell them, drift only where the order of pulls does.
struct GroupFit {
    std::vector<double> mean;                   ///< per group
    std::vector<std::vector<double>> weight;    ///< per group: weights of the observations in its mean
    double sd = 0.;                             ///< of one observation; 0 and known = false when nothing is known
    std::shared_ptr<const PullScatter> scatter; ///< null when nothing is known
    double freedom = 0.;                        ///< spare observations
    bool known = false, borrowed = false, driftChecked = false, driftRemoved = false;
    int sittings = 1;   ///< above 1: each has a level of its own
    bool apart = false; ///< some groups never shared a sitting, not even through a third

    /// Half-width of a weighted sum of observations at a confidence; nullopt when nothing is known of the scatter.
    std::optional<double> halfWidth(const std::vector<double>& weights, double confidence) const;
    /// The confidence to hold each of these sums at, so that all hold together (multivariate t; band.h).
    double jointly(const std::vector<std::vector<double>>& sums, double confidence) const;
    std::vector<double> difference(int a, int b) const; ///< weights of group b minus group a
};

/// What the values are judged as: themselves, or their logarithms (effects are ratios, as along the range).
enum class ValueScale { Own, Logarithm };

/// `known` is of the mean value. Needs every group at least once; on logarithms every value above nothing. The fit's
/// figures are on that scale.
GroupFit fitGroups(const std::vector<Observation>& observations, int groups, const BenchKnowledge& known = {},
                   ValueScale scale = ValueScale::Own);

/// few-pulls, borrowed-repeatability and drift-unchecked, as they apply.
std::vector<Caution> groupCautions(const GroupFit& fit, const std::vector<Observation>& observations, int groups,
                                   bool fromPulls);

} // namespace jr
