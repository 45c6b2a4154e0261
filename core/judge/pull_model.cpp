#include "core/judge/pull_model.h"

#include <Eigen/QR>

#include <algorithm>
#include <numeric>

namespace jr {

bool orderTellsDrift(const SittingPlan& plan) {
    const std::size_t n = plan.setup.size();
    for (const auto& t : plan.startedS)
        if (!t)
            return false;
    for (std::size_t a = 0; a < n; ++a)
        for (std::size_t b = 0; b < n; ++b)
            for (std::size_t c = 0; c < n; ++c)
                if (plan.setup[a] == plan.setup[c] && plan.setup[b] != plan.setup[a] &&
                    *plan.startedS[a] < *plan.startedS[b] && *plan.startedS[b] < *plan.startedS[c])
                    return true;
    return false;
}

PullModel pullModel(const SittingPlan& plan, bool withDrift) {
    const auto n = static_cast<Eigen::Index>(plan.setup.size());
    const Eigen::Index setups = plan.setups;
    Eigen::MatrixXd x = Eigen::MatrixXd::Zero(n, setups + 1);
    double mean = 0.;
    if (withDrift) {
        for (const auto& t : plan.startedS)
            mean += *t / static_cast<double>(n);
    }
    for (Eigen::Index i = 0; i < n; ++i) {
        const auto k = static_cast<std::size_t>(i);
        x(i, plan.setup[k]) = 1.;
        if (withDrift)
            x(i, setups) = (*plan.startedS[k] - mean) / 3600.;
    }
    PullModel model;
    Eigen::Index p = setups + (withDrift ? 1 : 0);
    Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr(x.leftCols(p));
    if (withDrift && qr.rank() < p) {
        p = setups;
        qr.compute(x.leftCols(p));
    }
    model.drift = p > setups;
    model.freedom = static_cast<int>(n - p);
    model.weights = qr.solve(Eigen::MatrixXd::Identity(n, n));
    model.residual = Eigen::MatrixXd::Identity(n, n) - x.leftCols(p) * model.weights;
    return model;
}

} // namespace jr
