#include "core/judge/value.h"

#include "core/judge/band.h"
#include "core/judge/pull_model.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {

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

Result<std::vector<double>> pullValues(const std::vector<PullCurve>& curves, const Metric& metric) {
    std::vector<double> out;
    double from = metric.fromRpm.value_or(0.), to = metric.toRpm.value_or(std::numeric_limits<double>::infinity());
    for (const PullCurve& c : curves) {
        // A band asked for is never quietly made narrower: a pull that does not reach over it is named below.
        if (!metric.fromRpm)
            from = std::max(from, c.rpm.front());
        if (!metric.toRpm)
            to = std::min(to, c.rpm.back());
    }
    for (std::size_t k = 0; k < curves.size(); ++k) {
        const PullCurve& c = curves[k];
        const std::string who = "pull " + std::to_string(k + 1);
        if (metric.kind == Metric::Kind::Peak) {
            if (!c.peakPower)
                return Error{who + " has no peak outside its flagged stretches"};
            out.push_back(c.peakPower->value);
            continue;
        }
        const double step = c.rpm.size() > 1 ? c.rpm[1] - c.rpm[0] : 50.;
        if (metric.kind == Metric::Kind::At) {
            const auto upper = std::upper_bound(c.rpm.begin(), c.rpm.end(), metric.atRpm);
            const auto i = static_cast<std::size_t>(upper - c.rpm.begin());
            if (i == 0 || (i == c.rpm.size() && metric.atRpm > c.rpm.back() + 1e-6))
                return Error{who + " has no data at that engine speed"};
            const std::size_t b = std::min(i, c.rpm.size() - 1), a = b == i ? b - 1 : b;
            if (!c.counted[a] || !c.counted[b])
                return Error{who + " is flagged at that engine speed"};
            const double share = b == a ? 0. : (metric.atRpm - c.rpm[a]) / (c.rpm[b] - c.rpm[a]);
            out.push_back(c.powerW[a] + share * (c.powerW[b] - c.powerW[a]));
            continue;
        }
        double sum = 0., n = 0.;
        for (std::size_t i = 0; i < c.rpm.size(); ++i)
            if (c.rpm[i] >= from - 1e-6 && c.rpm[i] <= to + 1e-6 && c.counted[i]) {
                sum += c.powerW[i];
                n += 1.;
            }
        // Means over different stretches are different things: a pull must have nearly all of the band.
        if (n == 0. || n < 0.97 * (std::floor((to - from) / step + 1e-6) - 1.))
            return Error{who + " does not reach over the whole band"};
        out.push_back(sum / n);
    }
    return out;
}

std::optional<double> GroupFit::halfWidth(const std::vector<double>& weights, double confidence) const {
    if (!known)
        return std::nullopt;
    double squares = 0.;
    for (double w : weights)
        squares += w * w;
    return studentQuantile(confidence, freedom) * sd * std::sqrt(squares);
}

std::vector<double> GroupFit::difference(int a, int b) const {
    std::vector<double> out = weight[static_cast<std::size_t>(b)];
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i] -= weight[static_cast<std::size_t>(a)][i];
    return out;
}

GroupFit fitGroups(const std::vector<Observation>& observations, int groups, std::optional<double> repeatabilityPct) {
    SittingPlan plan;
    plan.setups = groups;
    Eigen::VectorXd y(static_cast<Eigen::Index>(observations.size()));
    for (std::size_t i = 0; i < observations.size(); ++i) {
        plan.setup.push_back(observations[i].group);
        plan.startedS.push_back(observations[i].startedS);
        y[static_cast<Eigen::Index>(i)] = observations[i].value;
    }
    GroupFit out;
    out.driftChecked = orderTellsDrift(plan);
    PullModel model = pullModel(plan, out.driftChecked);
    if (model.drift && model.freedom < 1 && !repeatabilityPct)
        model = pullModel(plan, false);
    out.driftRemoved = model.drift;
    out.sittings = model.sittings;
    out.apart =
        (model.sittings > 1 || !out.driftChecked) &&
        std::any_of(model.linked.begin(), model.linked.end(), [&](int part) { return part != model.linked[0]; });
    const Eigen::VectorXd mean = model.weights.topRows(groups) * y;
    out.mean.assign(mean.data(), mean.data() + mean.size());
    for (int g = 0; g < groups; ++g) {
        const Eigen::VectorXd row = model.weights.row(g);
        out.weight.emplace_back(row.data(), row.data() + row.size());
    }
    if (model.freedom >= 1) {
        out.sd = (model.residual * y).norm() / std::sqrt(static_cast<double>(model.freedom));
        out.freedom = model.freedom;
        out.known = true;
    } else if (repeatabilityPct) {
        out.sd = *repeatabilityPct / 100. * std::abs(mean.mean());
        out.freedom = std::numeric_limits<double>::infinity();
        out.known = out.borrowed = true;
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
    if (fewest < 3)
        out.push_back(
            {"few-pulls", "The least measured has " + std::to_string(fewest) + (fewest == 1 ? " pull." : " pulls.")});
    if (fit.borrowed)
        out.push_back({"borrowed-repeatability",
                       "The scatter was not seen in these pulls; a repeatability given from elsewhere stands in."});
    if (!fit.known)
        out.push_back({"few-pulls", "Nothing is known of the scatter, so there are no margins: pull each more than "
                                    "once, or give the bench's repeatability."});
    if (fromPulls && fit.apart)
        out.push_back({"drift-unchecked", "Some were never run in one sitting: what the days differ in cannot be told "
                                          "from the change. Run the first again beside them."});
    else if (fromPulls && !fit.driftChecked)
        out.push_back(
            {"drift-unchecked",
             "The order of pulls cannot tell drift from the change: come back to an earlier one at the end."});
    return out;
}

} // namespace jr
