// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan.h"

#include "core/statistics/distributions.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <limits>
#include <numeric>

namespace jr {
namespace {

/// Largest difference of mean positions between two setups.
double spread(const std::vector<int>& order, int setups) {
    std::vector<double> sum(static_cast<std::size_t>(setups), 0.), count(sum);
    for (std::size_t i = 0; i < order.size(); ++i) {
        sum[static_cast<std::size_t>(order[i])] += static_cast<double>(i);
        count[static_cast<std::size_t>(order[i])] += 1.;
    }
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (std::size_t s = 0; s < sum.size(); ++s) {
        low = std::min(low, sum[s] / count[s]);
        high = std::max(high, sum[s] / count[s]);
    }
    return high - low;
}

/// Swaps pairs of inner pulls for as long as that betters `worth`.
template <class Worth>
void improve(std::vector<int>& order, Worth worth) {
    double best = worth(order);
    for (bool better = true; better;) {
        better = false;
        for (std::size_t i = 1; i + 1 < order.size(); ++i)
            for (std::size_t j = i + 1; j + 1 < order.size(); ++j) {
                if (order[i] == order[j])
                    continue;
                std::swap(order[i], order[j]);
                if (const double now = worth(order); now < best - 1e-9) {
                    best = now;
                    better = true;
                } else {
                    std::swap(order[i], order[j]);
                }
            }
    }
}

/// Three pulls of each setup, base first and last, mean positions within half a position: the odd block that
/// there-and-back pairs cannot make. Begins with forward, backward, backward and shuffles the inner pulls (fixed seed)
/// until swaps lead to balance; then spares changes.
std::vector<int> oddBlock(int setups) {
    std::vector<int> start;
    for (int s = 0; s < setups; ++s)
        start.push_back(s);
    for (int run = 0; run < 2; ++run)
        for (int s = setups - 1; s >= 0; --s)
            start.push_back(s);
    // The sum of squares leads downhill where the largest difference alone would stand on a plateau.
    const auto unbalance = [&](const std::vector<int>& o) {
        if (spread(o, setups) <= 0.5 + 1e-9)
            return 0.;
        std::vector<double> sum(static_cast<std::size_t>(setups), 0.);
        for (std::size_t i = 0; i < o.size(); ++i)
            sum[static_cast<std::size_t>(o[i])] += static_cast<double>(i) - 0.5 * static_cast<double>(o.size() - 1);
        double squares = 0.;
        for (double v : sum)
            squares += v * v;
        return squares;
    };
    std::vector<int> order = start;
    std::uint32_t state = 12345;
    for (int attempt = 0; attempt < 200; ++attempt) {
        improve(order, unbalance);
        if (unbalance(order) < 1e-9)
            break;
        for (std::size_t i = order.size() - 2; i > 1; --i) {
            state = state * 1664525u + 1013904223u;
            std::swap(order[i], order[1 + (state >> 8) % i]);
        }
    }
    if (setups <= 12) // every change of setup costs time; past a dozen the search would cost more than it saves
        improve(order, [&](const std::vector<int>& o) { return 1000. * unbalance(o) + swapsIn(o); });
    return order;
}

} // namespace

int swapsIn(const std::vector<int>& order) {
    int n = 0;
    for (std::size_t i = 1; i < order.size(); ++i)
        n += order[i] != order[i - 1];
    return n;
}

std::string setupLetter(int setup) {
    std::string out;
    for (int n = setup;; n = n / 26 - 1) {
        out.insert(out.begin(), static_cast<char>('A' + n % 26));
        if (n < 26)
            return out;
    }
}

double planErrorShare(const PlanOptions& o, int pullsEach) {
    if (o.kind == PlanKind::Cross)
        return std::sqrt(4. / (static_cast<double>(o.setups) * pullsEach));
    if (o.kind == PlanKind::Sweep && o.setups >= 3) {
        double sum = 0., squares = 0.;
        for (int i = 0; i < o.setups; ++i) {
            const double x = 2. * i / (o.setups - 1.) - 1.;
            sum += x * x;
            squares += x * x * x * x;
        }
        return 1. / std::sqrt(pullsEach * (squares - sum * sum / o.setups));
    }
    return std::sqrt(2. / pullsEach);
}

double planPower(const PlanOptions& o, int pullsEach, double gainPct) {
    const double freedom = static_cast<double>(o.setups) * pullsEach - o.setups - 1.;
    if (freedom < 1.)
        return 0.;
    const double shift = gainPct / (o.judgeFactor * o.repeatabilityPct * planErrorShare(o, pullsEach));
    // Judge holds what is told of several setups, or of a cross's effects, together; Bonferroni's share asks no less.
    const double together = o.kind == PlanKind::Sweep ? 1. : static_cast<double>(o.setups - 1);
    const double critical = studentQuantileAt(freedom, 1. - 0.5 * (1. - o.confidence) / together);
    // So far out the noncentral t needs no computing.
    if (shift > critical + 40.)
        return 1.;
    return shiftedStudentTail(critical, freedom, shift) + shiftedStudentCdf(-critical, freedom, shift);
}

double smallestGainPct(const PlanOptions& o, int pullsEach) {
    double low = 0., high = o.repeatabilityPct;
    while (planPower(o, pullsEach, high) < o.power && high < 1e6 * o.repeatabilityPct)
        high *= 2.;
    for (int i = 0; i < 60; ++i) {
        const double middle = 0.5 * (low + high);
        (planPower(o, pullsEach, middle) < o.power ? low : high) = middle;
    }
    return high;
}

std::vector<int> balancedOrder(int setups, int pullsEach) {
    std::vector<int> order;
    // There and back again: A B C C B A. Its halves mirror each other, so every mean position is the middle.
    int pairs = pullsEach / 2;
    const bool odd = pullsEach % 2 != 0;
    if (odd)
        --pairs; // the odd block takes three of each
    for (int p = 0; p < pairs; ++p) {
        for (int s = 0; s < setups; ++s)
            order.push_back(s);
        for (int s = setups - 1; s >= 0; --s)
            order.push_back(s);
    }
    if (odd) {
        const std::vector<int> block = oddBlock(setups);
        order.insert(order.end(), block.begin(), block.end());
    }
    return order;
}

namespace {

/// Nothing when the options can be planned by.
std::optional<Error> impossible(const PlanOptions& o) {
    if (o.setups < 2 || o.setups > 60)
        return Error{Message{"error.setups-number"}};
    if (o.kind == PlanKind::Cross && o.setups != 4 && o.setups != 8 && o.setups != 16)
        return Error{Message{"error.cross-size"}};
    if (o.kind == PlanKind::Sweep && o.setups < 3)
        return Error{Message{"error.sweep-values"}};
    if (!(o.repeatabilityPct > 0.) || !(o.worthPct > 0.))
        return Error{Message{"error.repeatability-worth"}};
    if (!(o.power > 0. && o.power < 1.) || !(o.confidence > 0. && o.confidence < 1.))
        return Error{Message{"error.power-confidence"}};
    if (o.fuelPerPullMl && o.tankMl && *o.tankMl * (1. - o.reservePct / 100.) < *o.fuelPerPullMl)
        return Error{Message{"error.tank-too-small"}};
    return std::nullopt;
}

std::vector<int> refuelStops(std::size_t pulls, const PlanOptions& o) {
    std::vector<int> after;
    if (!o.fuelPerPullMl || !o.tankMl)
        return after;
    const double usable = *o.tankMl * (1. - o.reservePct / 100.);
    double used = 0.;
    for (std::size_t i = 0; i < pulls; ++i) {
        used += *o.fuelPerPullMl;
        if (i + 1 < pulls && used + *o.fuelPerPullMl > usable * (1. + 1e-12)) {
            after.push_back(static_cast<int>(i) + 1);
            used = 0.;
        }
    }
    return after;
}

/// A stop to change the setup or to refuel has cooled it as well.
std::vector<int> coolStops(const std::vector<int>& order, const std::vector<int>& refuelAfter, const PlanOptions& o) {
    std::vector<int> after;
    if (!o.pullsInARow || *o.pullsInARow <= 0)
        return after;
    int row = 0;
    for (std::size_t i = 0; i < order.size(); ++i) {
        const bool changed = i > 0 && order[i] != order[i - 1];
        const bool fuelled =
            std::find(refuelAfter.begin(), refuelAfter.end(), static_cast<int>(i)) != refuelAfter.end();
        if (changed || fuelled)
            row = 0;
        if (row == *o.pullsInARow) {
            after.push_back(static_cast<int>(i));
            row = 0;
        }
        ++row;
    }
    return after;
}

/// Minutes, fuel and stops of its order.
void reckon(Plan& plan, const PlanOptions& o) {
    const double pulls = static_cast<double>(plan.order.size());
    plan.refuelAfter = refuelStops(plan.order.size(), o);
    plan.coolAfter = coolStops(plan.order, plan.refuelAfter, o);
    if (o.fuelPerPullMl)
        plan.fuelMl = pulls * *o.fuelPerPullMl;
    if (o.pullMinutes)
        plan.minutes = pulls * *o.pullMinutes + swapsIn(plan.order) * o.changeMinutes.value_or(0.) +
                       o.refuelMinutes * static_cast<double>(plan.refuelAfter.size()) +
                       o.coolMinutes.value_or(0.) * static_cast<double>(plan.coolAfter.size());
}

void sayStops(Plan& plan) {
    if (plan.minutes)
        plan.words.push_back({"plan.minutes", {Number{*plan.minutes}}});
    const auto stops = [&](std::string_view code, const std::vector<int>& after) {
        Names numbers;
        for (int pull : after)
            numbers.names.push_back(std::to_string(pull));
        if (!after.empty())
            plan.words.push_back({code, {std::move(numbers)}});
    };
    stops("plan.refuel", plan.refuelAfter);
    stops("plan.cool", plan.coolAfter);
}

} // namespace

Result<Plan> planOf(const std::vector<int>& order, const PlanOptions& o) {
    if (const std::optional<Error> error = impossible(o))
        return *error;
    Plan plan;
    plan.order = order;
    std::vector<int> count(order.empty() ? 1
                                         : 1 + static_cast<std::size_t>(*std::max_element(order.begin(), order.end())));
    for (int setup : order)
        ++count[static_cast<std::size_t>(setup)];
    plan.pullsEach = *std::min_element(count.begin(), count.end());
    plan.smallestGainPct = smallestGainPct(o, std::max(plan.pullsEach, 2));
    reckon(plan, o);
    plan.words.push_back({"plan.order", {Count{static_cast<int>(order.size())}, Count{swapsIn(order)}}});
    sayStops(plan);
    return plan;
}

Result<Plan> makePlan(const PlanOptions& o, int chosen) {
    if (const std::optional<Error> error = impossible(o))
        return *error;
    Plan plan;
    plan.pullsEach = 2;
    while (plan.pullsEach < o.mostPullsEach && planPower(o, plan.pullsEach, o.worthPct) < o.power)
        ++plan.pullsEach;
    if (chosen >= 2)
        plan.pullsEach = std::min(chosen, o.mostPullsEach);
    plan.reachable = planPower(o, plan.pullsEach, o.worthPct) >= o.power;
    plan.order = balancedOrder(o.setups, plan.pullsEach);
    plan.smallestGainPct = smallestGainPct(o, plan.pullsEach);
    reckon(plan, o);
    const std::string_view finds = o.kind == PlanKind::Cross   ? "plan.finds-effect"
                                   : o.kind == PlanKind::Sweep ? "plan.finds-fall"
                                                               : "plan.finds-difference";
    plan.words.push_back(
        {finds,
         {std::to_string(plan.pullsEach), std::to_string(o.setups), Number{static_cast<double>(plan.order.size())},
          Number{plan.smallestGainPct, 2}, Number{100. * o.power}}});
    if (!plan.reachable && chosen < 2)
        plan.words.push_back({"plan.out-of-reach", {Number{o.worthPct, 2}, Number{o.repeatabilityPct, 2}}});
    sayStops(plan);
    return plan;
}

} // namespace jr
