// SPDX-License-Identifier: GPL-3.0-or-later
// What a planned test is likely to say, by running the judge itself on simulated pulls in the plan's order
// (simulated_tests.h), which are judged as real ones are, drift, fittings and families included.
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/plan/outlook.h"
#include "core/plan/plan.h"
#include "core/words/message.h"

#include <functional>
#include <vector>

namespace jr {

struct PlanChancesOptions {
    PlanKind kind = PlanKind::Several; ///< or Cross: its effects rather than each setup against the base;
                                       ///< of a sweep: sweep_chances.h
    BenchKnowledge truth;              ///< how pulls and fittings scatter, and how well that is known; needs `pull`
    BenchKnowledge known;              ///< what the judge will be given beside the pulls
    double worthPct = 1., confidence = 0.95;
    double pullMinutes = 6., changeMinutes = 20.;
    int tests = 300;
    unsigned seed = 20261129;
    bool reference = false; ///< the last setup tells drift and is compared with nothing

    bool operator==(const PlanChancesOptions&) const = default;
};

struct PlanChances {
    CallChances ofWorth;   ///< of a setup whose true gain over the base is `worthPct`, on the mean
    CallChances ofNothing; ///< of one that is truly equal
    int tests = 0;
    Message words;
};

/// `order`: setup of each pull, 0 the base, every setup at least twice. With several setups the chances are those of
/// any one of them, all held together; of a cross, those of any one effect. Ends early, with fewer tests, once
/// `abandoned` says so.
PlanChances planChances(const std::vector<int>& order, const PlanChancesOptions& options,
                        const std::function<bool()>& abandoned = {});

/// A plan that keeps its word as the judge calls, not only as a t test would.
struct JudgedPlan {
    Plan plan;
    PlanChances chances;
    double judgeFactor = 1.; ///< PlanOptions::judgeFactor it was made with
};

/// The smallest plan whose simulated tests find a true `worthPct` with the wanted power, found by trying: a plan, its
/// chances, what the judge asks beyond the t test, and a plan by that, until it stays the same. Of a
/// sweep finding is naming the best (as a gain of its chances; another named is a loss). Plans too long to try are by
/// the t test alone and have no chances. `chosen` pulls of each: as makePlan. Errors as
/// makePlan.
Result<JudgedPlan> judgedPlan(const PlanOptions& options, const PlanChancesOptions& likely, int chosen = 0,
                              const std::function<bool()>& abandoned = {});

} // namespace jr
