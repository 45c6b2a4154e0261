// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/steps_by_time.h"

#include "core/plan/setup_tree.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

std::string nameOf(const std::vector<SetupNode>& tree, const std::string& id) {
    for (const SetupNode& node : tree)
        if (node.id == id)
            return node.name;
    return id;
}

std::optional<double> lessOf(const std::optional<double>& now, const std::optional<double>& before) {
    return now || before ? std::optional(now.value_or(0.) - before.value_or(0.)) : std::nullopt;
}

/// The model finds a highest; of times the shortest is the best, so they went in with their sign turned.
void turnBack(Sweep& sweep) {
    sweep.value = -sweep.value;
    for (double& y : sweep.curve)
        y = -y;
    for (std::size_t i = 0; i < sweep.low.size(); ++i) {
        const auto low = sweep.low[i], high = sweep.high[i];
        sweep.low[i] = high ? std::optional(-*high) : std::nullopt;
        sweep.high[i] = low ? std::optional(-*low) : std::nullopt;
    }
}

std::vector<Observation> negated(std::vector<Observation> observations) {
    for (Observation& one : observations)
        one.value = -one.value;
    return observations;
}

} // namespace

Result<StepsByTime> stepsByTime(const std::vector<TimedRun>& runs, const std::vector<Mark>& marks, std::size_t mark,
                                const std::vector<SetupNode>& tree, double confidence) {
    StepsByTime out;
    out.mark = marks[mark];
    const std::vector<std::string> setups = setupsRunTo(runs, mark);
    if (setups.size() < 2)
        return Error{Message{"error.two-setups-run"}};
    std::vector<std::string> names;
    for (const std::string& id : setups)
        names.push_back(nameOf(tree, id));
    const std::vector<Observation> times = observationsAt(runs, setups, mark);
    const Result<Ladder> made = ladder(names, times, {}, confidence);
    if (!made)
        return made.error();
    for (std::size_t i = 0; i < setups.size(); ++i) {
        const LadderStep& its = made->steps[i];
        TimeStep step;
        step.setupId = setups[i];
        step.meanS = its.value;
        step.wonS = -its.gain;
        step.wonInAllS = -its.total;
        if (its.gainLow && its.gainHigh) {
            step.wonLowS = -*its.gainHigh;
            step.wonHighS = -*its.gainLow;
        }
        if (its.totalLow && its.totalHigh) {
            step.inAllLowS = -*its.totalHigh;
            step.inAllHighS = -*its.totalLow;
        }
        if (i > 0) {
            const SetupLedger a = ledgerOf(tree, setups[i - 1]), b = ledgerOf(tree, setups[i]);
            step.kg = lessOf(b.netKg, a.netKg);
            step.price = lessOf(b.price, a.price);
            step.hours = lessOf(b.hours, a.hours);
            step.shared = differenceOf(tree, setups[i - 1], setups[i]).independent > 1;
            constexpr double kTenth = 0.1;
            if (step.price && *step.price > 0. && step.wonLowS && *step.wonLowS > 0.)
                step.pricePerTenth = *step.price * kTenth / step.wonS;
        }
        out.steps.push_back(step);
    }
    out.cautions = groupCautions(made->fit, times, static_cast<int>(names.size()), false);
    for (const FoundSweep& found : findSweeps(tree, setups)) {
        SweepOptions options;
        options.confidence = confidence;
        options.harm = harmSideOf(found.part);
        Result<Sweep> swept = sweep(found.points, negated(observationsAt(runs, found.setupIds, mark)), options);
        if (!swept)
            continue;
        turnBack(swept.value());
        out.sweeps.push_back({found, std::move(swept).value()});
    }
    if (auto found = findCross(tree, setups)) {
        const Result<Factorial> crossed =
            factorial(found->factors, found->cells, observationsAt(runs, found->setupIds, mark), {}, confidence);
        if (crossed) {
            out.crossFound = std::move(found);
            out.cross = *crossed;
        }
    }
    return out;
}

} // namespace jr
