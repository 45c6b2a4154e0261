// SPDX-License-Identifier: GPL-3.0-or-later
// A length, a jet, a weight or a timing stepped through: where is the best, how sure is that, and which point next?
//
// Whether any point can be told from another is a test of its own, held at one in twenty, over the points' means as
// they err together (drift, fittings and days tie them to one another) and with what is known of the scatter:
//
//     F = (y - m)' V^-1 (y - m) / (k - 1)       y  means of the k points, m their generalised mean
//                                               V  their covariance, its scatter known with f degrees of freedom
//
// against Fisher's F(k - 1, f). From five points on half of the one in twenty goes to the two contrasts of a parabola
// alone, which see a smooth hill with fewer pulls (Bonferroni). A sweep that fails it is flat.
// Of the others three shapes are tried: a parabola, and the usual lopsided optimum as two straight sides of different
// slope or as a hill, half a parabola on either side. The small-sample information criterion (AICc; Hurvich and Tsai
// 1989) chooses; where there are too few points for it, two straight sides through the best point stand in, and the
// best may lie anywhere between the points beside it. The optimum's interval comes from resampling the pulls (fixed
// seed), the shape chosen anew each time, because which shape is the true one is not known either. Where nothing is
// known of the scatter there is no test, and the criterion weighs flat as well.
#pragma once

#include "core/judge/value.h"
#include "core/words/message.h"

namespace jr {

/// On which side of the values a step further can hurt the engine: a lean jet, little squish (below); much advance,
/// compression (above).
enum class HarmSide { Neither, Below, Above };
/// As is usual for a part of that name. Common practice, no source.
HarmSide harmSideOf(std::string_view part);

struct SweepOptions {
    BenchKnowledge known;
    double confidence = 0.95;
    bool onlyShorter =
        false; ///< a cut cannot be undone: only smaller values than the smallest so far can still be made
    HarmSide harm = HarmSide::Neither; ///< a try never goes that way first
    int draws = 600;                   ///< 0: no interval is asked for
    unsigned seed = 20260502;
};

enum class SweepShape { Flat, Parabola, TwoSides, Hill };
std::string_view sweepShapeText(SweepShape shape);

struct Sweep {
    SweepShape shape = SweepShape::Flat;
    double bestX = 0., value = 0.;
    std::optional<double> bestLow, bestHigh;
    bool inside = false;                                ///< of the range tried; at the edge the best may lie beyond
    double shortSidePerUnit = 0., longSidePerUnit = 0.; ///< what a unit below or above the best costs
    int decimals = 0;                                   ///< that its values are told with
    std::vector<double> x, curve;
    std::vector<std::optional<double>> low, high;
    std::vector<double> next;    ///< points worth trying
    std::vector<Message> advice; ///< one sentence after the other
    GroupFit fit;
};

/// `points` is the x of each group of observations. Errors: fewer than three points, one twice, an empty one.
Result<Sweep> sweep(const std::vector<double>& points, const std::vector<Observation>& observations,
                    const SweepOptions& options = {});

} // namespace jr
