// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/pull_model.h"

#include "core/judge/mixed_model.h"
#include "core/judge/sittings.h"
#include "core/linear/factors.h"
#include "core/linear/products.h"

#include <Eigen/Core>

#include <algorithm>
#include <set>

namespace jr {
namespace {

/// Sittings in which setups can be set against one another; the others, each of one setup that shared none, get no
/// level.
bool hasLevels(const std::vector<int>& linked, int part) {
    return std::count(linked.begin(), linked.end(), part) > 1;
}

} // namespace

bool orderTellsDrift(const SittingPlan& plan) {
    const std::size_t n = plan.setup.size();
    for (const auto& t : plan.startedS)
        if (!t)
            return false;
    const std::vector<int> sitting = sittingsOf(plan.startedS);
    std::set<std::pair<int, int>> followed; // setup, and a later one of its sitting
    for (std::size_t a = 0; a < n; ++a)
        for (std::size_t b = 0; b < n; ++b)
            if (sitting[a] == sitting[b] && plan.setup[a] != plan.setup[b] && *plan.startedS[a] < *plan.startedS[b])
                followed.emplace(plan.setup[a], plan.setup[b]);
    // A before B and B before A: in one sitting one of them came back, in two they changed places.
    return std::any_of(followed.begin(), followed.end(), [&](const auto& pair) {
        return followed.contains({pair.second, pair.first});
    });
}

PullModel pullModel(const SittingPlan& plan, bool withDrift) {
    const auto n = static_cast<Eigen::Index>(plan.setup.size());
    const Eigen::Index setups = plan.setups;
    PullModel model;
    const std::vector<int> sitting = sittingsOf(plan.startedS);
    model.linked = linkedSetups(plan, sitting);
    const int sittings = n > 0 ? 1 + *std::max_element(sitting.begin(), sitting.end()) : 1;

    Eigen::MatrixXd x = Eigen::MatrixXd::Zero(n, setups + 1 + sittings);
    for (Eigen::Index i = 0; i < n; ++i)
        x(i, plan.setup[static_cast<std::size_t>(i)]) = 1.;
    Eigen::Index p = setups;
    if (withDrift) {
        std::vector<double> mean(static_cast<std::size_t>(sittings), 0.), count(mean);
        for (std::size_t i = 0; i < plan.setup.size(); ++i) {
            mean[static_cast<std::size_t>(sitting[i])] += *plan.startedS[i];
            count[static_cast<std::size_t>(sitting[i])] += 1.;
        }
        for (std::size_t i = 0; i < plan.setup.size(); ++i) {
            const auto s = static_cast<std::size_t>(sitting[i]);
            x(static_cast<Eigen::Index>(i), p) = (*plan.startedS[i] - mean[s] / count[s]) / 3600.;
        }
        ++p;
    }
    // Levels of the sittings, but for one of each part, as departures from the mean of the part's pulls: so a setup's
    // value stands for all the sittings together, not for the first.
    int levels = 0;
    for (int s = 0; s < sittings; ++s) {
        int part = -1;
        bool first = true;
        double all = 0., here = 0.;
        for (std::size_t i = 0; i < plan.setup.size(); ++i)
            if (sitting[i] == s)
                part = model.linked[static_cast<std::size_t>(plan.setup[i])];
        for (std::size_t i = 0; i < plan.setup.size(); ++i)
            if (model.linked[static_cast<std::size_t>(plan.setup[i])] == part) {
                first = first && sitting[i] >= s;
                all += 1.;
                here += sitting[i] == s;
            }
        if (first || !hasLevels(model.linked, part))
            continue;
        ++levels;
        for (std::size_t i = 0; i < plan.setup.size(); ++i)
            if (model.linked[static_cast<std::size_t>(plan.setup[i])] == part)
                x(static_cast<Eigen::Index>(i), p) = (sitting[i] == s) - here / all;
        ++p;
    }

    PivotedQr qr(x.leftCols(p));
    if (withDrift && qr.rank() < p) {
        x.col(setups).swap(x.col(p - 1));
        --p;
        withDrift = false;
        qr = PivotedQr(x.leftCols(p));
    }
    model.drift = withDrift;
    model.sittings = levels > 0 ? sittings : 1;
    model.fixed = x.leftCols(p);
    model.freedom = static_cast<int>(n - qr.rank());
    model.weights = qr.solve(Eigen::MatrixXd(Eigen::MatrixXd::Identity(n, n)));
    model.bench = product(x.middleCols(setups, p - setups), Eigen::MatrixXd(model.weights.bottomRows(p - setups)));
    model.residual = Eigen::MatrixXd::Identity(n, n) - product(x.leftCols(p), model.weights);
    return model;
}

PullModel weighted(PullModel model, const MixedModel& mixed, int setups) {
    const Eigen::Index n = model.fixed.rows(), p = model.fixed.cols();
    model.weights = mixed.weights();
    model.bench = product(model.fixed.rightCols(p - setups), Eigen::MatrixXd(model.weights.bottomRows(p - setups)));
    model.residual = Eigen::MatrixXd::Identity(n, n) - product(model.fixed, model.weights);
    return model;
}

} // namespace jr
