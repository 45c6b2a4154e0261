// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/value.h"

#include "core/judge/band.h"
#include "core/judge/pull_model.h"
#include "core/judge/pull_scatter.h"
#include "core/linear/products.h"
#include "core/pull/grid_holes.h"

#include <Eigen/Core>

#include <algorithm>
#include <cassert>
#include <cmath>
#include <limits>

namespace jr {
namespace {

Eigen::VectorXd asVector(const std::vector<double>& v) {
    return Eigen::Map<const Eigen::VectorXd>(v.data(), static_cast<Eigen::Index>(v.size()));
}

constexpr int kEnoughPulls = 3; ///< of each, for a scatter worth the name. Common practice, no source

} // namespace

std::string_view metricText(Metric::Kind kind) {
    switch (kind) {
    case Metric::Kind::Band:
        return "band";
    case Metric::Kind::Peak:
        return "peak";
    case Metric::Kind::At:
        return "at";
    }
    return "";
}

Result<double> peakOf(const PullCurve& curve) {
    if (!curve.peakPower)
        return Error{Message{"error.no-peak-outside"}};
    return curve.peakPower->value;
}

Result<double> powerAt(const PullCurve& c, double rpm) {
    const auto upper = std::upper_bound(c.place.begin(), c.place.end(), rpm);
    const auto i = static_cast<std::size_t>(upper - c.place.begin());
    if (i == 0 || (i == c.place.size() && rpm > c.place.back() + 1e-6))
        return Error{Message{"error.no-data-there"}};
    const std::size_t b = std::min(i, c.place.size() - 1), a = b == i ? b - 1 : b;
    if (b == i && holeBefore(c.place, c.gridStep, b))
        return Error{Message{"error.no-data-there"}};
    if (!c.counted[a] || !c.counted[b])
        return Error{Message{"error.flagged-there"}};
    const double share = b == a ? 0. : (rpm - c.place[a]) / (c.place[b] - c.place[a]);
    return c.powerW[a] + share * (c.powerW[b] - c.powerW[a]);
}

std::optional<double> GroupFit::halfWidth(const std::vector<double>& weights, double confidence) const {
    if (!known)
        return std::nullopt;
    const Spread spread = scatter->spreadOf(asVector(weights));
    return studentQuantile(confidence, spread.freedom) * spread.sd;
}

double GroupFit::jointly(const std::vector<std::vector<double>>& sums, double confidence) const {
    if (!known)
        return confidence;
    std::vector<Eigen::VectorXd> all;
    for (const std::vector<double>& w : sums)
        all.push_back(asVector(w));
    return scatter->jointly(all, confidence);
}

std::vector<double> GroupFit::difference(int a, int b) const {
    std::vector<double> out = weight[static_cast<std::size_t>(b)];
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i] -= weight[static_cast<std::size_t>(a)][i];
    return out;
}

GroupFit fitGroups(const std::vector<Observation>& observations, int groups, const BenchKnowledge& given,
                   ValueScale scale) {
    SittingPlan plan;
    plan.setups = groups;
    Eigen::VectorXd y(static_cast<Eigen::Index>(observations.size()));
    bool fittings = true;
    for (std::size_t i = 0; i < observations.size(); ++i) {
        plan.setup.push_back(observations[i].group);
        plan.startedS.push_back(observations[i].startedS);
        fittings = fittings && observations[i].fitting;
        const double value = observations[i].value;
        assert(scale == ValueScale::Own || value > 0.);
        y[static_cast<Eigen::Index>(i)] = scale == ValueScale::Logarithm ? std::log(value) : value;
    }
    if (fittings)
        for (const Observation& o : observations)
            plan.fitting.push_back(*o.fitting);
    // What is known is in shares; these are watts, or whatever was measured.
    const double size = scale == ValueScale::Logarithm ? 1. : std::abs(y.mean());
    BenchKnowledge known = given;
    for (std::optional<KnownSpread>* part : {&known.pull, &known.fitting, &known.day})
        if (*part)
            (*part)->sd *= size;
    PullScatterOptions options;
    options.bow.sd *= size;
    GroupFit out;
    out.driftChecked = orderTellsDrift(plan);
    PullModel model = pullModel(plan, out.driftChecked);
    if (model.drift && model.freedom < 1 && !known.pull)
        model = pullModel(plan, false);
    out.driftRemoved = model.drift;
    out.sittings = model.sittings;
    out.apart =
        std::any_of(model.linked.begin(), model.linked.end(), [&](int part) { return part != model.linked[0]; });
    if (std::optional<PullScatter> scatter = PullScatter::make(model, plan, y, known, options)) {
        model = weighted(std::move(model), scatter->mixed(), groups);
        out.sd = scatter->pullSd();
        out.known = true;
        out.borrowed = model.freedom < 1;
        out.scatter = std::make_shared<const PullScatter>(std::move(*scatter));
    }
    out.freedom = model.freedom;
    const Eigen::VectorXd mean = product(model.weights.topRows(groups), y);
    out.mean.assign(mean.data(), mean.data() + mean.size());
    for (int g = 0; g < groups; ++g) {
        const Eigen::VectorXd row = model.weights.row(g);
        out.weight.emplace_back(row.data(), row.data() + row.size());
    }
    return out;
}

std::vector<Caution> groupCautions(const GroupFit& fit, const std::vector<Observation>& observations, int groups,
                                   bool fromPulls) {
    std::vector<Caution> out;
    std::vector<int> count(static_cast<std::size_t>(groups), 0);
    for (const Observation& o : observations)
        ++count[static_cast<std::size_t>(o.group)];
    const int fewest = *std::min_element(count.begin(), count.end());
    if (fewest < kEnoughPulls)
        out.push_back({"few-pulls", {"group.few-pulls", {Count{fewest}}}});
    if (fit.borrowed)
        out.push_back({"borrowed-repeatability", {"group.borrowed"}});
    if (!fit.known)
        out.push_back({"few-pulls", {"group.no-scatter"}});
    if (fromPulls && fit.apart)
        out.push_back({"drift-unchecked", {"group.apart"}});
    else if (fromPulls && !fit.driftChecked)
        out.push_back({"drift-unchecked", {"group.drift-unchecked"}});
    return out;
}

} // namespace jr
