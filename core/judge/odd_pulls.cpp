// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/odd_pulls.h"

#include "core/judge/band.h"
#include "core/linear/products.h"

#include <cmath>

namespace jr {

OddPulls oddPulls(const PullModel& model, const Eigen::VectorXd& level, double confidence) {
    OddPulls out;
    constexpr int kFewestSpare = 2;
    constexpr double kNoRoom = 1e-9; // a pull the model follows wherever it goes
    if (model.freedom < kFewestSpare)
        return out;
    const Eigen::Index n = level.size();
    const Eigen::VectorXd left = product(model.residual, level);
    const double freedom = model.freedom, squares = left.squaredNorm();
    const double critical = studentQuantile(1. - (1. - confidence) / static_cast<double>(n), freedom - 1.);
    double clean = squares, cleanFreedom = freedom;
    for (Eigen::Index i = 0; i < n; ++i) {
        const double room = model.residual(i, i);
        if (room <= kNoRoom)
            continue;
        const double own = left[i] * left[i] / room, without = (squares - own) / (freedom - 1.);
        if (without > 0. && std::abs(left[i]) > critical * std::sqrt(without * room)) {
            out.which.push_back(static_cast<std::size_t>(i));
            clean -= own;
            cleanFreedom -= 1.;
        }
    }
    if (cleanFreedom >= 1. && clean > 0.)
        out.limit = critical * std::sqrt(clean / cleanFreedom * freedom / static_cast<double>(n));
    return out;
}

} // namespace jr
