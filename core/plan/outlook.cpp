// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/outlook.h"

#include "core/judge/band.h"
#include "core/judge/pull_scatter.h"
#include "core/linear/factors.h"
#include "core/linear/products.h"
#include "core/plan/spending.h"
#include "core/statistics/distributions.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>
#include <map>

namespace jr {
namespace {

constexpr int kUsualPulls = 16;      ///< of both setups, where no plan was made
constexpr double kLikely = 0.8;      ///< a step this likely to decide is enough
constexpr double kWorthTrying = 0.5; ///< below it a day is said to be unlikely to decide
constexpr int kLongestRun = 4;       ///< pulls of one fitting that are thought of

std::vector<Observation> firstOf(const std::vector<Observation>& all, std::size_t n) {
    return {all.begin(), all.begin() + static_cast<std::ptrdiff_t>(n)};
}

bool balanced(const std::vector<Observation>& observations) {
    std::ptrdiff_t changed = 0;
    for (const Observation& o : observations)
        changed += o.group == 1;
    return changed > 0 && 2 * changed == static_cast<std::ptrdiff_t>(observations.size());
}

SittingPlan planOf(const std::vector<Observation>& observations) {
    SittingPlan plan;
    bool fittings = true;
    for (const Observation& o : observations) {
        plan.setup.push_back(o.group);
        plan.startedS.push_back(o.startedS);
        fittings = fittings && o.fitting;
    }
    if (fittings)
        for (const Observation& o : observations)
            plan.fitting.push_back(*o.fitting);
    return plan;
}

/// Standard deviation of the difference of the two setups in such a test, by the variances found.
double sdOf(const std::vector<Observation>& observations, const PullScatter& scatter, bool drift) {
    const SittingPlan plan = planOf(observations);
    const PullModel model = pullModel(plan, drift);
    Eigen::MatrixXd v = scatter.covarianceOf(plan);
    v.diagonal().array() += 1e-12 * v.trace() / static_cast<double>(v.rows()) + 1e-300;
    const Eigen::MatrixXd information = crossProduct(model.fixed, Cholesky(v).solve(model.fixed));
    Eigen::VectorXd c = Eigen::VectorXd::Zero(model.fixed.cols());
    c[0] = -1.;
    c[1] = 1.;
    return std::sqrt(std::max(c.dot(PivotedQr(information).solve(c)), 0.));
}

struct Reading {
    double difference = 0., sd = 0., freedom = 0., base = 0.;
    double half(double level) const { return studentQuantile(level, freedom) * sd; }
    CallKind call(double level, double worth) const {
        const double h = half(level);
        return difference - h > 0.                                 ? CallKind::Gain
               : difference + h < 0.                               ? CallKind::Loss
               : difference - h > -worth && difference + h < worth ? CallKind::Same
                                                                   : CallKind::Open;
    }
    Estimate pct(double level) const {
        const double h = half(level), scale = 100. / std::abs(base);
        return {scale * difference, scale * (difference - h), scale * (difference + h)};
    }
};

std::optional<Reading> read(const GroupFit& fit) {
    if (!fit.known)
        return std::nullopt;
    const std::vector<double> weights = fit.difference(0, 1);
    const Spread spread = fit.scatter->spreadOf(
        Eigen::Map<const Eigen::VectorXd>(weights.data(), static_cast<Eigen::Index>(weights.size())));
    return Reading{fit.mean[1] - fit.mean[0], spread.sd, spread.freedom, fit.mean[0]};
}

/// What is known of the scatter at once: a side with one pull tells none of its own.
std::optional<GroupFit> fitOf(const std::vector<Observation>& observations, const BenchKnowledge& known) {
    std::ptrdiff_t changed = 0;
    for (const Observation& o : observations)
        changed += o.group == 1;
    const auto base = static_cast<std::ptrdiff_t>(observations.size()) - changed;
    if (base == 0 || changed == 0 || ((base == 1 || changed == 1) && !known.pull))
        return std::nullopt;
    return fitGroups(observations, 2, known);
}

/// Appends pulls of a setup in turn; a swap takes its time and begins a new fitting.
void runOn(std::vector<Observation>& observations, int setup, int pulls, const OutlookOptions& o) {
    for (int i = 0; i < pulls; ++i) {
        const Observation& last = observations.back();
        Observation next{setup, 0., std::nullopt};
        const bool swap = last.group != setup;
        if (last.startedS)
            next.startedS = *last.startedS + 60. * (swap ? o.swapMinutes : o.pullMinutes);
        if (last.fitting) {
            int highest = 0;
            for (const Observation& each : observations)
                highest = std::max(highest, each.fitting.value_or(0));
            next.fitting = swap ? highest + 1 : *last.fitting;
        }
        observations.push_back(next);
    }
}

/// Every way to go on that ends with both setups equally often run: up to four runs, the first on what is fitted.
std::vector<std::vector<int>> waysToGoOn(const std::vector<Observation>& sofar, int most) {
    std::vector<std::vector<int>> out; // lengths of the runs
    int lead = 0;                      // pulls of the fitted setup more than of the other
    for (const Observation& o : sofar)
        lead += o.group == sofar.back().group ? 1 : -1;
    for (int a = 0; a <= kLongestRun; ++a)
        for (int b = 0; b <= kLongestRun; ++b)
            for (int c = 0; c <= (b > 0 ? kLongestRun : 0); ++c)
                for (int d = 0; d <= (c > 0 ? kLongestRun : 0); ++d) {
                    const int pulls = a + b + c + d;
                    if (pulls > 0 && pulls <= most && lead + a + c == b + d)
                        out.push_back({a, b, c, d});
                }
    return out;
}

CallChances chancesOf(const Reading& now, double sdNow, double sdThen, double half, double worth) {
    const double moves = std::sqrt(std::max(sdNow * sdNow - sdThen * sdThen, 1e-12 * sdNow * sdNow));
    const auto below = [&](double x) { return normalCdf((x - now.difference) / std::max(moves, 1e-300)); };
    CallChances out;
    out.gain = normalTail((half - now.difference) / std::max(moves, 1e-300));
    out.loss = below(-half);
    if (worth > half)
        out.same = std::max(0., below(std::min(worth - half, half)) - below(std::max(half - worth, -half)));
    return out;
}

} // namespace

Outlook outlook(const std::vector<Observation>& observations, const OutlookOptions& options) {
    Outlook out;
    out.words = {"outlook.not-yet"};
    const auto n = static_cast<int>(observations.size());
    const int planned = std::max(options.plannedPulls > 0 ? options.plannedPulls : kUsualPulls, n);
    const auto share = [&](int pulls) { return static_cast<double>(pulls) / static_cast<double>(planned); };
    const auto both = [](const Estimate& e) -> std::vector<Argument> {
        return {Number{e.mid, 1, true}, Number{e.half(), 1}};
    };

    // The looks so far, each judged at its own level.
    SpendingLooks spending(1. - options.confidence);
    for (int i = 2; i <= n; ++i) {
        const std::vector<Observation> until = firstOf(observations, static_cast<std::size_t>(i));
        if (!balanced(until))
            continue;
        const std::optional<GroupFit> fit = fitOf(until, options.known);
        const std::optional<Reading> reading = fit ? read(*fit) : std::nullopt;
        if (!reading)
            continue;
        out.atLook = i == n;
        const double level = 1. - spending.next(share(i));
        const double worth = options.worthPct / 100. * std::abs(reading->base);
        out.looks.push_back(
            {i, level, reading->pct(level), reading->call(level, worth), reading->call(options.confidence, worth)});
        const Look& look = out.looks.back();
        if (look.call != CallKind::Open) {
            out.state = Outlook::State::Decided;
            out.words = {look.call == CallKind::Gain   ? "outlook.decided-gain"
                         : look.call == CallKind::Loss ? "outlook.decided-loss"
                                                       : "outlook.decided-same",
                         both(look.meanPct)};
            return out;
        }
    }
    const std::optional<GroupFit> fit = fitOf(observations, options.known);
    const std::optional<Reading> now = fit ? read(*fit) : std::nullopt;
    if (!now || !(now->sd > 0.) || now->base == 0.)
        return out;
    if (n >= planned && !out.looks.empty()) {
        out.state = Outlook::State::Unlikely;
        out.words = {"outlook.used-up", both(out.looks.back().meanPct)};
        return out;
    }
    const double worth = options.worthPct / 100. * std::abs(now->base);
    const double sdNow = sdOf(observations, *fit->scatter, fit->driftRemoved);
    std::map<int, double> levels; // by further pulls
    std::optional<NextStep> likely, best;
    for (const std::vector<int>& runs : waysToGoOn(observations, std::min(options.mostPulls, planned - n))) {
        std::vector<Observation> longer = observations;
        NextStep step;
        int setup = observations.back().group;
        for (std::size_t r = 0; r < runs.size(); ++r, setup = 1 - setup) {
            if (runs[r] == 0 && r > 0)
                break;
            if (r > 0)
                ++step.swaps;
            runOn(longer, setup, runs[r], options);
            step.pulls.insert(step.pulls.end(), static_cast<std::size_t>(runs[r]), setup);
        }
        const int more = static_cast<int>(step.pulls.size());
        auto [level, fresh] = levels.try_emplace(more, 0.);
        if (fresh) {
            SpendingLooks then = spending;
            level->second = 1. - then.next(share(n + more));
        }
        step.minutes = (more - step.swaps) * options.pullMinutes + step.swaps * options.swapMinutes;
        const double sdThen = sdOf(longer, *fit->scatter, fit->driftRemoved || orderTellsDrift(planOf(longer)));
        const double half = studentQuantile(level->second, now->freedom + more) * sdThen;
        step.chances = chancesOf(*now, std::max(sdNow, sdThen), sdThen, half, worth);
        const double chance = step.chances.decided();
        if (chance >= kLikely && (!likely || step.minutes < likely->minutes))
            likely = step;
        if (!best || chance > best->chances.decided() + 1e-9 ||
            (chance > best->chances.decided() - 1e-9 && step.minutes < best->minutes))
            best = step;
    }
    out.next = likely ? likely : best;
    if (!out.next)
        return out;
    out.state = out.next->chances.decided() >= kWorthTrying ? Outlook::State::GoOn : Outlook::State::Unlikely;
    Sayings runs;
    for (std::size_t i = 0; i < out.next->pulls.size();) {
        std::size_t end = i;
        while (end < out.next->pulls.size() && out.next->pulls[end] == out.next->pulls[i])
            ++end;
        runs.messages.push_back(
            {"outlook.run",
             {Count{static_cast<long>(end - i)}, options.names[static_cast<std::size_t>(out.next->pulls[i])]}});
        i = end;
    }
    const Number chance{std::floor(100. * out.next->chances.decided())};
    out.words = {
        out.state == Outlook::State::GoOn ? "outlook.go-on" : "outlook.unlikely",
        {Count{static_cast<long>(out.next->pulls.size())}, runs, chance, Number{std::round(out.next->minutes)}}};
    return out;
}

} // namespace jr
