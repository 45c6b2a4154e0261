// SPDX-License-Identifier: GPL-3.0-or-later
// What a job tells the jobs after it of how its bench repeats, and what several of them tell together.
#pragma once

#include "core/judge/bench_knowledge.h"

#include <vector>

namespace jr {

struct RangeModel;
struct SittingPlan;

/// Standard deviations of pulls, fittings and days about their setups' means and a straight drift, from these pulls
/// alone: nothing known and no default goes in, so that a history never feeds on itself. `level`: log power of each
/// pull, as many as the plan has. Sums of squares one part after the other, set equal to what is expected of them
/// (Henderson 1953, method 3; in Searle, Casella and McCulloch, Variance Components, 1992, ch. 5). A variance may come
/// out below nothing by chance; then, and near it, a quarter of its standard error stands for it. A part the design
/// does not tell is left out; fittings of a single pull each are not told from pulls, whose figure then holds both.
/// Freedom is that of the sum of squares, less what the parts below it blur at the usual ratios (PullScatterOptions).
BenchKnowledge scatterTold(const SittingPlan& plan, const std::vector<double>& level);

/// The same of a test's pulls, with what their errors are along the range.
BenchKnowledge scatterTold(const RangeModel& model);

/// s^2 = sum(nu s^2) / sum(nu), freedom sum(nu) and at most kMostKnownFreedom, part by part.
BenchKnowledge pooledHistory(const std::vector<BenchKnowledge>& jobs);

} // namespace jr
