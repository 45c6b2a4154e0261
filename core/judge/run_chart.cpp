// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/run_chart.h"

#include "core/judge/band.h"
#include "core/judge/odd_pulls.h"
#include "core/judge/pull_model.h"
#include "core/judge/sittings.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kUsualCoolantSpreadC = 1.5, kUsualIntakeSpreadC = 1.; ///< less is no reason for anything
constexpr int kManyPullsOnOneTank = 20;                                // common practice, no source
constexpr double kLongPause = 3.;                                      // times the usual one
constexpr std::size_t kPausesToKnow = 3;

/// How far a pull's own figure lies from the median of the others', in their usual spread.
std::optional<double> farFromOthers(const std::vector<RunPull>& pulls, std::size_t at,
                                    std::optional<double> RunPull::*member, double leastSpread) {
    const auto& own = pulls[at].*member;
    if (!own)
        return std::nullopt;
    std::vector<double> others;
    for (std::size_t i = 0; i < pulls.size(); ++i)
        if (i != at && pulls[i].*member)
            others.push_back(*(pulls[i].*member));
    if (others.size() < 3)
        return std::nullopt;
    std::sort(others.begin(), others.end());
    const double median = others[others.size() / 2];
    const double spread = std::max(0.7413 * (others[(3 * others.size()) / 4] - others[others.size() / 4]), leastSpread);
    return std::abs(*own - median) > 3. * spread ? std::optional(*own - median) : std::nullopt;
}

std::vector<Message> causesOf(const std::vector<RunPull>& pulls, std::size_t at, bool firstOfSitting) {
    const RunPull& p = pulls[at];
    std::vector<Message> out;
    for (FlagKind flag : p.flags)
        out.push_back({"cause.flagged", {Term{std::string(flagText(flag))}}});
    if (const auto d = farFromOthers(pulls, at, &RunPull::coolantC, kUsualCoolantSpreadC))
        out.push_back({"cause.coolant", {Measure{*d, Measured::TemperatureStep, 0, true}}});
    if (const auto d = farFromOthers(pulls, at, &RunPull::intakeC, kUsualIntakeSpreadC))
        out.push_back({"cause.intake", {Measure{*d, Measured::TemperatureStep, 0, true}}});
    out.insert(out.end(), p.departures.begin(), p.departures.end());
    if (p.pullsSinceFuel && *p.pullsSinceFuel >= kManyPullsOnOneTank)
        out.push_back({"cause.tank", {std::to_string(*p.pullsSinceFuel + 1)}});
    if (at > 0 && !firstOfSitting && p.startedS && pulls[at - 1].startedS) {
        std::vector<double> pauses;
        for (std::size_t i = 1; i < pulls.size(); ++i)
            if (pulls[i].startedS && pulls[i - 1].startedS)
                pauses.push_back(*pulls[i].startedS - *pulls[i - 1].startedS);
        std::sort(pauses.begin(), pauses.end());
        const double pause = *p.startedS - *pulls[at - 1].startedS;
        if (pauses.size() >= kPausesToKnow && pause > kLongPause * pauses[pauses.size() / 2])
            out.push_back({"cause.pause", {Number{pause / 60.}}});
    }
    if (firstOfSitting)
        out.push_back({"cause.first"});
    if (out.empty())
        out.push_back({"cause.none"});
    return out;
}

/// What the chart comes to, one sentence after the other.
std::vector<Message> accountOf(const RunChart& chart) {
    std::vector<Message> out;
    const std::string all = std::to_string(chart.points.size());
    out.push_back(chart.sdPct ? Message{"run.repeats", {Number{*chart.sdPct, 2}, all}} : Message{"run.no-scatter"});
    if (chart.driftPctPerHour && chart.driftLow) {
        const bool clear = *chart.driftLow > 0. || *chart.driftHigh < 0.;
        out.push_back({clear ? "run.drifts" : "run.no-drift",
                       {Number{*chart.driftPctPerHour, 2, true}, Number{*chart.driftLow, 2, true},
                        Number{*chart.driftHigh, 2, true}}});
    } else if (!chart.driftChecked && chart.points.size() > 1) {
        out.push_back({"run.drift-unknown"});
    }
    if (chart.sittings > 1)
        out.push_back({"run.sittings", {std::to_string(chart.sittings)}});
    const long odd = std::count_if(chart.points.begin(), chart.points.end(), [](const RunPoint& p) { return p.odd; });
    if (odd > 0)
        out.push_back({"run.odd", {Count{odd}}});
    return out;
}

} // namespace

RunChart runChart(const std::vector<RunPull>& pulls, int setups, double confidence) {
    RunChart out;
    const auto n = static_cast<Eigen::Index>(pulls.size());
    SittingPlan plan;
    plan.setups = setups;
    Eigen::VectorXd y(n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const RunPull& p = pulls[static_cast<std::size_t>(i)];
        plan.setup.push_back(p.setup);
        plan.startedS.push_back(p.startedS);
        y[i] = std::log(p.valueW);
    }
    out.driftChecked = orderTellsDrift(plan);
    const PullModel model = pullModel(plan, out.driftChecked);
    const Eigen::VectorXd left = model.residual * y;
    const double freedom = model.freedom;
    const double squares = left.squaredNorm();
    if (freedom >= 1.)
        out.sdPct = 100. * std::sqrt(squares / freedom);
    double perHour = 0.;
    if (model.drift) {
        perHour = model.weights.row(setups).dot(y);
        out.driftPctPerHour = 100. * perHour;
        if (freedom >= 1.) {
            const double half =
                studentQuantile(confidence, freedom) * std::sqrt(squares / freedom) * model.weights.row(setups).norm();
            out.driftLow = 100. * (perHour - half);
            out.driftHigh = 100. * (perHour + half);
        }
    }
    // What drift and the sittings did to each pull: the line the pulls are to lie about.
    const Eigen::VectorXd bench = model.bench * y;
    const bool line = model.drift || model.sittings > 1;
    out.sittings = model.sittings;
    out.sitting = model.sittings > 1 ? sittingsOf(plan.startedS) : std::vector<int>(pulls.size(), 0);
    const OddPulls odd = oddPulls(model, y, confidence);
    for (Eigen::Index i = 0; i < n; ++i) {
        const auto k = static_cast<std::size_t>(i);
        RunPoint point;
        point.pct = 100. * left[i];
        point.withDriftPct = point.pct + 100. * bench[i];
        if (line)
            out.driftLinePct.push_back(100. * bench[i]);
        point.odd = std::find(odd.which.begin(), odd.which.end(), k) != odd.which.end();
        if (point.odd)
            point.causes = causesOf(pulls, k, k == 0 || out.sitting[k] != out.sitting[k - 1]);
        out.points.push_back(std::move(point));
    }
    if (odd.limit)
        out.limitPct = 100. * *odd.limit;

    out.account = accountOf(out);
    return out;
}

} // namespace jr
