// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sweep_chances.h"

#include "core/judge/sweep.h"
#include "core/plan/simulated_tests.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

void count(SweepChances& chances, const Sweep& told, double trueBest) {
    constexpr double kStep = 1.;
    if (told.shape == SweepShape::Flat)
        chances.flat += 1.;
    else if (told.inside && std::abs(told.bestX - trueBest) < kStep)
        chances.finds += 1.;
    else
        chances.misses += 1.;
}

} // namespace

SweepChancesFound sweepChances(const std::vector<int>& order, const PlanChancesOptions& options,
                               const std::function<bool()>& abandoned) {
    SweepChancesFound out;
    const int values = order.empty() ? 0 : 1 + *std::max_element(order.begin(), order.end());
    constexpr int kFewestValues = 3;
    if (values < kFewestValues || !options.truth.pull)
        return out;
    SimulatedTests tests(order, options.truth, options.pullMinutes, options.changeMinutes, options.seed);
    SweepOptions asked;
    asked.known = options.known;
    asked.confidence = options.confidence;
    asked.draws = 0; // where the best lies is asked, not within what
    std::vector<double> points;
    for (int i = 0; i < values; ++i)
        points.push_back(i);
    const double best = 0.5 * (values - 1);
    for (; out.tests < options.tests && !(abandoned && abandoned()); ++out.tests) {
        std::vector<Observation> pulls = tests.next();
        const Result<Sweep> alike = sweep(points, pulls, asked);
        for (Observation& pull : pulls) {
            const double q = (pull.group - best) / best; // -1 … 1
            pull.value += kSimulatedLevel * options.worthPct / 100. * (1. - q * q);
        }
        const Result<Sweep> falls = sweep(points, pulls, asked);
        if (!alike || !falls)
            return out;
        count(out.ofAlike, *alike, best);
        count(out.ofFall, *falls, best);
    }
    for (SweepChances* chances : {&out.ofFall, &out.ofAlike})
        for (double* share : {&chances->finds, &chances->misses, &chances->flat})
            *share /= std::max(out.tests, 1);
    const auto inHundred = [](double share) { return Number{100. * share}; };
    out.words = {"plan.chances-sweep",
                 {Number{options.worthPct, 1}, inHundred(out.ofFall.finds), inHundred(out.ofFall.misses),
                  inHundred(out.ofFall.flat), inHundred(out.ofAlike.finds + out.ofAlike.misses)}};
    return out;
}

} // namespace jr
