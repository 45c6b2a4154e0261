// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan_choices.h"

#include "core/linear/factors.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr int kMostRounds = 6;     ///< more swaps than anybody makes for one part
constexpr int kMostPullsARun = 12; ///< a longer run is a day of its own
constexpr int kSureFittings = 3;   ///< a setup fitted so often shows what fitting it anew does
constexpr double kWorseThanThought = 4. / 3.;
constexpr std::size_t kMostPulls = 60; ///< of one plan that is tried

/// Base, the others, base, the others backwards, … , base; `pulls` of each run.
std::vector<int> inRounds(int setups, int rounds, int pulls) {
    std::vector<int> order;
    const auto run = [&](int setup) { order.insert(order.end(), static_cast<std::size_t>(pulls), setup); };
    run(0);
    for (int round = 0; round < rounds; ++round) {
        for (int k = 1; k < setups; ++k)
            run(round % 2 == 0 ? k : setups - k);
        run(0);
    }
    return order;
}

/// Each setup once, in the way the metal goes; the reference before, between and after.
std::vector<int> oneWay(int setups, bool reference, int pulls) {
    std::vector<int> order;
    const auto run = [&](int setup) { order.insert(order.end(), static_cast<std::size_t>(pulls), setup); };
    for (int k = 0; k < setups; ++k) {
        if (reference)
            run(setups);
        run(k);
    }
    if (reference)
        run(setups);
    return order;
}

std::vector<double> startsOf(const std::vector<int>& order, const PlanOptions& o) {
    const double pull = o.pullMinutes.value_or(1.), change = o.changeMinutes.value_or(0.);
    std::vector<double> out;
    double now = 0.;
    for (std::size_t i = 0; i < order.size(); ++i) {
        now += i > 0 && order[i] != order[i - 1] ? change : 0.;
        out.push_back(now);
        now += pull;
    }
    return out;
}

class Choices {
public:
    Choices(const PlanChoiceOptions& options, const std::function<bool()>& abandoned)
        : m_options(options), m_abandoned(abandoned) {}

    /// The order, tried; `worse`: on a bench that repeats by that much worse than thought.
    PlanChances tried(const std::vector<int>& order, double worse, int tests) const {
        PlanChancesOptions likely = m_options.likely;
        likely.reference = m_options.oneWay && m_options.reference;
        // A longer test takes longer to try: fewer of them.
        constexpr double kShortTest = 24.;
        constexpr int kFewest = 60;
        const double share = std::min(1., kShortTest / static_cast<double>(order.size()));
        likely.tests = std::max(std::min(kFewest, tests), static_cast<int>(share * tests));
        for (std::optional<KnownSpread>* spread : {&likely.truth.pull, &likely.truth.fitting})
            if (*spread)
                (*spread)->sd *= worse;
        return planChances(order, likely, m_abandoned);
    }
    bool keeps(const PlanChances& chances) const { return chances.ofWorth.gain >= m_options.plan.power; }
    /// The same but for the luck of the draw: a few tests of a hundred.
    bool kept(const PlanChances& chances) const {
        constexpr double kLuck = 0.02;
        return chances.ofWorth.gain >= m_options.plan.power - kLuck;
    }

    /// The shortest run of pulls with which the orders `make` gives keep the promise; nothing when none does. Doubled
    /// until it does, then halved in: short plans are quick to try.
    template <class Make>
    std::optional<int> shortestRun(Make make, double worse) const {
        constexpr int kSearchTests = 100;
        const auto holds = [&](int pulls) { return keeps(tried(make(pulls), worse, kSearchTests)); };
        int most = kMostPullsARun;
        while (most > 1 && make(most).size() > kMostPulls)
            --most;
        int low = 0, high = 1; // low does not hold
        while (!holds(high)) {
            if (high == most || (m_abandoned && m_abandoned()))
                return std::nullopt;
            low = high;
            high = std::min(2 * high, most);
        }
        while (high - low > 1 && !(m_abandoned && m_abandoned()))
            (holds((low + high) / 2) ? high : low) = (low + high) / 2;
        // The first of several that held was lucky now and then: looked at again with all tests.
        while (high < most && !kept(tried(make(high), worse, m_options.likely.tests)))
            ++high;
        return high;
    }

    Result<PlanChoice> choice(const std::vector<int>& order) const {
        PlanChoice out;
        Result<Plan> plan = planOf(order, m_options.plan);
        if (!plan)
            return plan.error();
        out.plan = std::move(plan).value();
        out.swaps = swapsIn(order);
        if (!m_options.oneWay || m_options.reference)
            out.bowShare = bowShownAsGain(order, startsOf(order, m_options.plan));
        out.chances = tried(order, 1., m_options.likely.tests);
        out.promised = kept(out.chances);
        out.plan.words.push_back(out.chances.words);
        if (out.bowShare)
            out.plan.words.push_back({"plan.bow", {Number{100. * *out.bowShare}}});
        return out;
    }

private:
    const PlanChoiceOptions& m_options;
    const std::function<bool()>& m_abandoned;
};

/// What cannot be taken back: one plan.
Result<std::vector<PlanChoice>> oneWayChoice(const PlanChoiceOptions& options, const Choices& choices) {
    const auto make = [&](int pulls) { return oneWay(options.plan.setups, options.reference, pulls); };
    constexpr int kFewest = 2; // a run of one shows no scatter
    const std::optional<int> pulls = choices.shortestRun(make, 1.);
    Result<PlanChoice> tried = choices.choice(make(std::max(kFewest, pulls.value_or(kMostPullsARun))));
    if (!tried)
        return tried.error();
    PlanChoice only = std::move(tried).value();
    only.quickest = only.surest = only.cheapest = true;
    only.promised = only.promised && options.reference; // unchecked drift leaves every verdict undecided
    only.plan.words.push_back({options.reference ? "plan.one-way-reference" : "plan.one-way"});
    return std::vector<PlanChoice>{std::move(only)};
}

} // namespace

std::optional<double> bowShownAsGain(const std::vector<int>& order, const std::vector<double>& startMinutes) {
    const auto n = static_cast<Eigen::Index>(order.size());
    const int setups = order.empty() ? 0 : 1 + *std::max_element(order.begin(), order.end());
    if (setups < 2 || startMinutes.size() != order.size())
        return std::nullopt;
    const double middle = 0.5 * (startMinutes.front() + startMinutes.back());
    const double half = 0.5 * (startMinutes.back() - startMinutes.front());
    if (!(half > 0.))
        return std::nullopt;
    Eigen::MatrixXd terms = Eigen::MatrixXd::Zero(n, setups + 1); // a level each, and a straight drift
    Eigen::VectorXd bow(n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const double t = (startMinutes[static_cast<std::size_t>(i)] - middle) / half;
        terms(i, order[static_cast<std::size_t>(i)]) = 1.;
        terms(i, setups) = t;
        bow[i] = 1. - t * t;
    }
    const PivotedQr qr(terms);
    if (qr.rank() <= setups)
        return std::nullopt;
    const Eigen::VectorXd level = qr.solve(bow);
    double out = 0.;
    for (int k = 1; k < setups; ++k)
        out = std::max(out, std::abs(level[k] - level[0]));
    return out;
}

Result<std::vector<PlanChoice>> planChoices(const PlanChoiceOptions& options, const std::function<bool()>& abandoned) {
    const PlanOptions& o = options.plan;
    if (o.kind != PlanKind::Several)
        return Error{Message{"error.choices-several"}};
    if (const Result<Plan> possible = makePlan(o); !possible)
        return possible.error();
    const Choices choices(options, abandoned);
    if (options.oneWay)
        return oneWayChoice(options, choices);

    std::vector<PlanChoice> found;
    std::optional<PlanChoice> sure;
    for (int rounds = 1; rounds <= kMostRounds && !(abandoned && abandoned()); ++rounds) {
        const auto make = [&](int pulls) { return inRounds(o.setups, rounds, pulls); };
        if (make(1).size() > kMostPulls)
            break;
        // More rounds than a round of single pulls needs bring nothing but swaps.
        if (sure && !found.empty() && found.back().plan.pullsEach == rounds - 1)
            break;
        if (const std::optional<int> pulls = choices.shortestRun(make, 1.)) {
            Result<PlanChoice> choice = choices.choice(make(*pulls));
            if (!choice)
                return choice.error();
            found.push_back(std::move(choice).value());
        }
        if (rounds < kSureFittings || sure)
            continue;
        if (const std::optional<int> pulls = choices.shortestRun(make, kWorseThanThought)) {
            Result<PlanChoice> choice = choices.choice(make(*pulls));
            if (!choice)
                return choice.error();
            sure = std::move(choice).value();
        }
    }
    if (found.empty()) { // out of reach: as near as one comes
        Result<PlanChoice> tried = choices.choice(inRounds(o.setups, kSureFittings, 2));
        if (!tried)
            return tried.error();
        PlanChoice nearest = std::move(tried).value();
        nearest.surest = true;
        nearest.plan.reachable = false;
        nearest.plan.words.push_back({"plan.out-of-reach", {Number{o.worthPct, 2}, Number{o.repeatabilityPct, 2}}});
        return std::vector<PlanChoice>{std::move(nearest)};
    }
    const auto minutes = [](const PlanChoice& c) {
        return c.plan.minutes.value_or(static_cast<double>(c.plan.order.size()));
    };
    const auto quickest = std::min_element(found.begin(), found.end(),
                                           [&](const auto& a, const auto& b) { return minutes(a) < minutes(b); });
    const auto cheapest = std::min_element(found.begin(), found.end(), [&](const auto& a, const auto& b) {
        return std::pair(a.plan.order.size(), minutes(a)) < std::pair(b.plan.order.size(), minutes(b));
    });
    std::vector<PlanChoice> out{*quickest};
    out.front().quickest = true;
    out.front().cheapest = quickest == cheapest;
    if (sure && sure->plan.order == quickest->plan.order) {
        out.front().surest = true;
    } else if (sure) {
        sure->surest = true;
        sure->cheapest = quickest != cheapest && sure->plan.order == cheapest->plan.order;
        out.push_back(*sure);
    }
    if (quickest != cheapest && !out.back().cheapest) {
        out.push_back(*cheapest);
        out.back().cheapest = true;
    }
    return out;
}

} // namespace jr
