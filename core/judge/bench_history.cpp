// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/bench_history.h"

#include "core/judge/fittings.h"
#include "core/judge/range_model.h"
#include "core/judge/sittings.h"
#include "core/linear/factors.h"
#include "core/linear/products.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kAnyFreedom = 0.5;    ///< a trace below is rounding
constexpr double kLeastOfError = 0.25; ///< a variance found below nothing is held at this share of its standard error
constexpr double kFewestTold = 0.2;    ///< degrees of freedom; less says nothing to anybody

/// I - P: what is left of pulls once these columns are taken out. Columns may depend on one another.
Eigen::MatrixXd residualOf(const Eigen::MatrixXd& columns) {
    const PivotedQr qr(columns);
    const Eigen::MatrixXd span = qr.orthogonal().leftCols(qr.rank());
    return Eigen::MatrixXd::Identity(columns.rows(), columns.rows()) - outerProduct(span, span);
}

Eigen::MatrixXd beside(const Eigen::MatrixXd& a, const Eigen::MatrixXd& b) {
    Eigen::MatrixXd out(a.rows(), a.cols() + b.cols());
    out << a, b;
    return out;
}

/// Trace of Z' M Z.
double traceOf(const Eigen::MatrixXd& m, const Eigen::MatrixXd& z) {
    return crossProduct(z, product(m, z)).trace();
}

/// One part's mean square and what is expected of it: size * (its variance) + rest.
std::optional<KnownSpread> spreadFrom(double squares, double freedom, double size, double rest, double usualRatio) {
    if (freedom < kAnyFreedom || !(size > 0.))
        return std::nullopt;
    const double perLevel = size / freedom, meanSquare = squares / freedom;
    const double found = (meanSquare - rest) / perLevel;
    const double error = std::sqrt(2. / freedom) * meanSquare / perLevel;
    const double variance = std::max(found, kLeastOfError * error);
    // What is left of the freedom once what lies below blurs it, at the ratio usual: a weight that does not depend on
    // the figure it weighs.
    const double clear = usualRatio * perLevel / (usualRatio * perLevel + 1.);
    if (!(variance > 0.) || freedom * clear * clear < kFewestTold)
        return std::nullopt;
    return KnownSpread{std::sqrt(variance), freedom * clear * clear};
}

} // namespace

BenchKnowledge scatterTold(const SittingPlan& plan, const std::vector<double>& level) {
    BenchKnowledge out;
    const auto n = static_cast<Eigen::Index>(level.size());
    if (n < 2)
        return out;
    const Eigen::VectorXd y = Eigen::Map<const Eigen::VectorXd>(level.data(), n);
    const std::vector<int> sitting = sittingsOf(plan.startedS);
    const std::vector<int> fitting = plan.fitting.size() == level.size() && plan.fitting[0] >= 0
                                         ? plan.fitting
                                         : fittingsOf(plan.setup, sitting, plan.startedS);
    const PullModel model = pullModel(plan, orderTellsDrift(plan));
    // The setups' means and the drift; the sittings' levels are what days are told by.
    const Eigen::MatrixXd fixed = model.fixed.leftCols(plan.setups + (model.drift ? 1 : 0));
    const Eigen::MatrixXd days = levelColumns(sitting), fittings = levelColumns(fitting);
    const Eigen::MatrixXd withoutDays = residualOf(fixed), withDays = residualOf(beside(fixed, days));
    const Eigen::MatrixXd left = residualOf(beside(beside(fixed, days), fittings));
    const auto square = [&](const Eigen::MatrixXd& m) { return y.dot(product(m, y)); };

    const PullScatterOptions usual;
    const double pullFreedom = left.trace();
    const bool pullsTold = pullFreedom > kAnyFreedom;
    const Eigen::MatrixXd& pulls = pullsTold ? left : withDays;
    if (const double freedom = pulls.trace(); freedom > kAnyFreedom)
        if (const double variance = square(pulls) / freedom; variance > 0.)
            out.pull = KnownSpread{std::sqrt(variance), freedom};
    if (!out.pull)
        return out;
    const double pullVariance = out.pull->sd * out.pull->sd;
    double fittingVariance = 0.;
    if (pullsTold) {
        const double freedom = (withDays - left).trace();
        out.fitting = spreadFrom(square(withDays) - square(left), freedom, traceOf(withDays, fittings), pullVariance,
                                 usual.fittingRatio);
        if (out.fitting)
            fittingVariance = out.fitting->sd * out.fitting->sd;
    }
    const Eigen::MatrixXd between = withoutDays - withDays;
    if (const double freedom = between.trace(); freedom > kAnyFreedom)
        out.day = spreadFrom(square(withoutDays) - square(withDays), freedom, traceOf(withoutDays, days),
                             pullVariance + fittingVariance * traceOf(between, fittings) / freedom, usual.dayRatio);
    return out;
}

BenchKnowledge scatterTold(const RangeModel& model) {
    std::vector<double> level;
    for (Eigen::Index i = 0; i < model.logPower.rows(); ++i)
        level.push_back(model.logPower.row(i).mean());
    BenchKnowledge out = scatterTold(model.plan, level);
    if (!out.pull || !model.ownScatter || model.along.empty())
        return out;
    // Anew from the residuals: what the model holds of them has history in it.
    const double freedom = model.plain.residual.trace();
    if (freedom < kAnyFreedom)
        return out;
    const Scatter along = scatterOf(product(model.plain.residual, model.logPower), model.place, freedom,
                                    model.detail.chosen() ? model.detail.whole : model.gridStep);
    double variance = 0.;
    for (double s : along.shape)
        variance += s * s / static_cast<double>(along.shape.size());
    if (variance > 0.)
        out.shape = KnownSpread{std::sqrt(variance), freedom};
    if (!along.modes.empty() && along.modes.front().sd > 0.)
        out.tilt = KnownSpread{along.modes.front().sd, freedom};
    return out;
}

BenchKnowledge pooledHistory(const std::vector<BenchKnowledge>& jobs) {
    BenchKnowledge out;
    const auto pool = [&](std::optional<KnownSpread> BenchKnowledge::*part) {
        double squares = 0., freedom = 0.;
        for (const BenchKnowledge& job : jobs)
            if (const std::optional<KnownSpread>& s = job.*part) {
                squares += s->freedom * s->sd * s->sd;
                freedom += s->freedom;
            }
        if (freedom > 0. && squares > 0.)
            out.*part = KnownSpread{std::sqrt(squares / freedom), std::min(freedom, kMostKnownFreedom)};
    };
    for (auto part : {&BenchKnowledge::pull, &BenchKnowledge::fitting, &BenchKnowledge::day, &BenchKnowledge::tilt,
                      &BenchKnowledge::shape})
        pool(part);
    out.fromHistory = out.any();
    return out;
}

} // namespace jr
