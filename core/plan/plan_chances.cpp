// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan_chances.h"

#include "core/judge/factorial.h"
#include "core/judge/value.h"
#include "core/plan/simulated_tests.h"
#include "core/plan/sweep_chances.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// What is told of each test: weighted sums of the setups' means, as the judge makes them.
std::vector<std::vector<double>> contrastsOf(PlanKind kind, int setups) {
    std::vector<std::vector<double>> out;
    if (kind == PlanKind::Cross) {
        std::vector<std::string> factors;
        for (int f = 0; 1 << f < setups; ++f)
            factors.push_back(setupLetter(f));
        std::vector<Cell> cells;
        for (int cell = 0; cell < setups; ++cell) {
            cells.emplace_back();
            for (std::size_t f = 0; f < factors.size(); ++f)
                cells.back().levels.emplace_back((cell >> f) % 2 ? "high" : "low");
        }
        const Result<CrossDesign> design = crossDesign(factors, cells);
        return design ? design->effectOfCells : out;
    }
    for (int k = 1; k < setups; ++k) {
        out.emplace_back(static_cast<std::size_t>(setups), 0.);
        out.back()[0] = -1.;
        out.back()[static_cast<std::size_t>(k)] = 1.;
    }
    return out;
}

void count(CallChances& chances, double low, double high, double worth, double share) {
    if (low > 0.)
        chances.gain += share;
    else if (high < 0.)
        chances.loss += share;
    else if (low > -worth && high < worth)
        chances.same += share;
}

} // namespace

PlanChances planChances(const std::vector<int>& order, const PlanChancesOptions& options,
                        const std::function<bool()>& abandoned) {
    const int setups = order.empty() ? 0 : 1 + *std::max_element(order.begin(), order.end());
    PlanChances out;
    std::vector<std::vector<double>> contrasts = contrastsOf(options.kind, setups);
    if (options.reference && !contrasts.empty())
        contrasts.pop_back();
    if (contrasts.empty() || !options.truth.pull)
        return out;
    SimulatedTests tests(order, options.truth, options.pullMinutes, options.changeMinutes, options.seed);
    const double worth = kSimulatedLevel * options.worthPct / 100.;
    const double eachOf = 1. / static_cast<double>(contrasts.size());
    std::optional<double> together; // hangs on the order far more than on how a test falls out: found once
    for (; out.tests < options.tests && !(abandoned && abandoned()); ++out.tests) {
        const GroupFit fit = fitGroups(tests.next(), setups, options.known);
        if (!fit.known)
            continue; // nothing is known of the scatter: it cannot tell
        std::vector<std::vector<double>> weights;
        std::vector<double> found;
        for (const std::vector<double>& contrast : contrasts) {
            weights.emplace_back(order.size(), 0.);
            found.push_back(0.);
            for (std::size_t s = 0; s < contrast.size(); ++s) {
                found.back() += contrast[s] * fit.mean[s];
                for (std::size_t i = 0; i < order.size(); ++i)
                    weights.back()[i] += contrast[s] * fit.weight[s][i];
            }
        }
        if (!together)
            together = fit.jointly(weights, options.confidence);
        for (std::size_t k = 0; k < contrasts.size(); ++k) {
            const double half = *fit.halfWidth(weights[k], *together);
            // A true gain moves the difference and nothing else: one simulated test speaks for both.
            count(out.ofNothing, found[k] - half, found[k] + half, worth, eachOf);
            count(out.ofWorth, found[k] + worth - half, found[k] + worth + half, worth, eachOf);
        }
    }
    for (CallChances* chances : {&out.ofNothing, &out.ofWorth})
        for (double* share : {&chances->gain, &chances->loss, &chances->same})
            *share /= std::max(out.tests, 1);
    const auto inHundred = [](double share) { return Number{100. * share}; };
    out.words = {options.kind == PlanKind::Cross ? "plan.chances-effect" : "plan.chances",
                 {Number{options.worthPct, 1}, inHundred(out.ofWorth.gain), inHundred(out.ofWorth.open()),
                  inHundred(out.ofNothing.same), inHundred(out.ofNothing.open()),
                  inHundred(out.ofNothing.gain + out.ofNothing.loss)}};
    return out;
}

namespace {

constexpr std::size_t kMostPullsTried = 120; ///< more would take longer to try than anybody waits

/// Of a sweep: a gain is the best found, a loss another one named, the same nothing told apart.
PlanChances chancesOf(const std::vector<int>& order, const PlanChancesOptions& options,
                      const std::function<bool()>& abandoned) {
    if (options.kind != PlanKind::Sweep)
        return planChances(order, options, abandoned);
    const SweepChancesFound found = sweepChances(order, options, abandoned);
    const auto asCalls = [](const SweepChances& of) { return CallChances{of.finds, of.misses, of.flat}; };
    return {asCalls(found.ofFall), asCalls(found.ofAlike), found.tests, found.words};
}

/// By what the t test's error must be widened to find the worth as seldom as the judge does.
double factorOf(PlanOptions o, int pullsEach, double chance) {
    constexpr double kSurest = 0.98; // beyond that a chance says nothing of a factor
    const double wanted = std::clamp(chance, 1. - kSurest, kSurest);
    double low = 0.3, high = 5.;
    constexpr int kHalvings = 30;
    for (int i = 0; i < kHalvings; ++i) {
        o.judgeFactor = 0.5 * (low + high);
        (planPower(o, pullsEach, o.worthPct) > wanted ? low : high) = o.judgeFactor;
    }
    return 0.5 * (low + high);
}

} // namespace

Result<JudgedPlan> judgedPlan(const PlanOptions& given, const PlanChancesOptions& likely, int chosen,
                              const std::function<bool()>& abandoned) {
    JudgedPlan out;
    PlanOptions o = given;
    // A longer test takes longer to try: fewer of them.
    const auto triedAs = [&](const Plan& plan) {
        constexpr double kUsualPulls = 24.;
        constexpr int kFewest = 100;
        PlanChancesOptions tried = likely;
        tried.kind = o.kind;
        const double share = kUsualPulls / static_cast<double>(plan.order.size());
        if (share < 1.)
            tried.tests = std::max(std::min(kFewest, likely.tests), static_cast<int>(share * likely.tests));
        return tried;
    };
    constexpr int kRounds = 4; // a plan or two from the one that stays
    for (int round = 0; round < kRounds; ++round) {
        Result<Plan> plan = makePlan(o, chosen);
        if (!plan)
            return plan.error();
        const bool settled = round > 0 && plan->pullsEach == out.plan.pullsEach;
        out.plan = std::move(plan).value();
        out.judgeFactor = o.judgeFactor;
        if (out.plan.order.size() > kMostPullsTried)
            return out;
        if (settled || round + 1 == kRounds)
            break;
        out.chances = chancesOf(out.plan.order, triedAs(out.plan), abandoned);
        if (out.chances.tests == 0)
            return out;
        o.judgeFactor = factorOf(o, out.plan.pullsEach, out.chances.ofWorth.gain);
    }
    out.chances = chancesOf(out.plan.order, triedAs(out.plan), abandoned);
    out.plan.words.push_back(out.chances.words);
    return out;
}

} // namespace jr
