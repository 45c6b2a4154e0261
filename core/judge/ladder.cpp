// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/ladder.h"

#include <cmath>

namespace jr {
namespace {

/// A difference of two means and its margin in the values' own unit; on logarithms it is a ratio to the first.
struct StepGain {
    double gain, pct;
    std::optional<double> low, high;
};

StepGain gainOf(const GroupFit& fit, const std::vector<double>& values, int from, int to,
                const std::vector<double>& weights, double confidence, ValueScale scale) {
    const double before = values[static_cast<std::size_t>(from)], after = values[static_cast<std::size_t>(to)];
    StepGain out{after - before, 100. * (after / before - 1.), {}, {}};
    if (const auto half = fit.halfWidth(weights, confidence)) {
        const double d = fit.mean[static_cast<std::size_t>(to)] - fit.mean[static_cast<std::size_t>(from)];
        const auto inUnit = [&](double x) { return scale == ValueScale::Logarithm ? before * std::expm1(x) : x; };
        out.low = inUnit(d - *half);
        out.high = inUnit(d + *half);
    }
    return out;
}

} // namespace

Result<Ladder> ladder(const std::vector<std::string>& names, const std::vector<Observation>& observations,
                      const BenchKnowledge& known, double confidence, ValueScale scale) {
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
    for (const Observation& o : observations)
        if (!(o.value > 0.))
            scale = ValueScale::Own; // a reading may be nothing, or less
    out.fit = fitGroups(observations, groups, known, scale);
    const GroupFit& f = out.fit;
    const auto inUnit = [&](double x) { return scale == ValueScale::Logarithm ? std::exp(x) : x; };
    std::vector<double> values;
    for (double mean : f.mean)
        values.push_back(inUnit(mean));
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
        step.value = values[k];
        if (const auto half = f.halfWidth(f.weight[k], confidence)) {
            step.low = inUnit(f.mean[k] - *half);
            step.high = inUnit(f.mean[k] + *half);
        }
        if (g > 0) {
            const StepGain gain = gainOf(f, values, g - 1, g, steps[k - 1], stepsTogether, scale);
            const StepGain alone = gainOf(f, values, g - 1, g, steps[k - 1], confidence, scale);
            const StepGain total = gainOf(f, values, 0, g, totals[k - 1], totalsTogether, scale);
            step.gain = gain.gain;
            step.gainPct = gain.pct;
            step.gainLow = gain.low;
            step.gainHigh = gain.high;
            step.gainLowAlone = alone.low;
            step.gainHighAlone = alone.high;
            step.total = total.gain;
            step.totalPct = total.pct;
            step.totalLow = total.low;
            step.totalHigh = total.high;
        }
        out.steps.push_back(std::move(step));
    }
    return out;
}

} // namespace jr
