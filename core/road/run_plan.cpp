// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/run_plan.h"

#include <algorithm>
#include <cmath>

namespace jr {

Result<PlannedRuns> planRuns(const std::vector<MarkOfSetup>& setups, std::size_t mark, double worthS,
                             double confidence) {
    double squares = 0., mean = 0.;
    int freedom = 0, rows = 0, fewest = 0;
    for (const MarkOfSetup& row : setups) {
        if (row.mark != mark)
            continue;
        mean += row.meanS;
        fewest = rows == 0 ? row.runs : std::min(fewest, row.runs);
        ++rows;
        if (row.sdS) {
            squares += *row.sdS * *row.sdS * (row.runs - 1);
            freedom += row.runs - 1;
        }
    }
    if (freedom == 0 || rows == 0)
        return Error{Message{"error.no-run-scatter"}};
    mean /= rows;
    PlannedRuns out;
    out.worthS = worthS;
    out.freedom = freedom;
    out.oneRunSdS = std::sqrt(squares / freedom);
    constexpr double kPct = 100.;
    // What repeats better than a clock can tell is still no better known.
    constexpr double kClockS = 0.003;
    PlanOptions options;
    options.repeatabilityPct = kPct * std::max(out.oneRunSdS, kClockS) / mean;
    options.worthPct = kPct * worthS / mean;
    options.confidence = confidence;
    options.mostPullsEach = 60;
    const Result<Plan> plan = makePlan(options);
    if (!plan)
        return plan.error();
    out.runsEach = plan->pullsEach;
    out.reachable = plan->reachable;
    out.order = plan->order;
    if (fewest > 1)
        out.smallestS = smallestGainPct(options, fewest) * mean / kPct;
    return out;
}

} // namespace jr
