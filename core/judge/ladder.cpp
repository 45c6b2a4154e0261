// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/ladder.h"

namespace jr {

Result<Ladder> ladder(const std::vector<std::string>& names, const std::vector<Observation>& observations,
                      const BenchKnowledge& known, double confidence) {
    const int groups = static_cast<int>(names.size());
    if (groups < 2)
        return Error{Message{"error.ladder-needs-two"}};
    std::vector<int> count(names.size(), 0);
    for (const Observation& o : observations)
        ++count[static_cast<std::size_t>(o.group)];
    for (std::size_t g = 0; g < names.size(); ++g)
        if (count[g] == 0)
            return Error{Message{"error.step-no-value", {names[g]}}};
    Ladder out;
    out.fit = fitGroups(observations, groups, known);
    const GroupFit& f = out.fit;
    std::vector<std::vector<double>> steps, totals;
    for (int g = 1; g < groups; ++g) {
        steps.push_back(f.difference(g - 1, g));
        totals.push_back(f.difference(0, g));
    }
    const double stepsTogether = f.jointly(steps, confidence), totalsTogether = f.jointly(totals, confidence);
    for (int g = 0; g < groups; ++g) {
        const auto k = static_cast<std::size_t>(g);
        LadderStep step;
        step.name = names[k];
        step.value = f.mean[k];
        if (const auto half = f.halfWidth(f.weight[k], confidence)) {
            step.low = step.value - *half;
            step.high = step.value + *half;
        }
        if (g > 0) {
            step.gain = f.mean[k] - f.mean[k - 1];
            step.gainPct = 100. * step.gain / f.mean[k - 1];
            step.total = f.mean[k] - f.mean[0];
            step.totalPct = 100. * step.total / f.mean[0];
            const std::vector<double>& own = steps[k - 1];
            if (const auto half = f.halfWidth(own, stepsTogether)) {
                step.gainLow = step.gain - *half;
                step.gainHigh = step.gain + *half;
                const double alone = *f.halfWidth(own, confidence);
                step.gainLowAlone = step.gain - alone;
                step.gainHighAlone = step.gain + alone;
            }
            if (const auto half = f.halfWidth(totals[k - 1], totalsTogether)) {
                step.totalLow = step.total - *half;
                step.totalHigh = step.total + *half;
            }
        }
        out.steps.push_back(std::move(step));
    }
    return out;
}

} // namespace jr
