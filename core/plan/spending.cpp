// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/spending.h"

#include "core/statistics/distributions.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr int kPoints = 201;       ///< odd, for Simpson's rule; boundaries hold to a thousandth
constexpr double kFarthest = 8.;   ///< standard deviations: no look goes so far by chance
constexpr double kNothing = 1e-14; ///< an error this small is none
constexpr int kHalvings = 40;

double simpson(int i) {
    return (i == 0 || i == kPoints - 1) ? 1. / 3. : i % 2 ? 4. / 3. : 2. / 3.;
}

double upper(double z) {
    return 0.5 * std::erfc(z * M_SQRT1_2);
}

double bell(double z) {
    return std::exp(-0.5 * z * z) / std::sqrt(2. * M_PI);
}

} // namespace

double errorSpent(double fraction, double alpha) {
    if (!(fraction > 0.))
        return 0.;
    const double z = normalQuantile(1. - 0.25 * alpha);
    return 4. * upper(z / std::sqrt(std::min(fraction, 1.)));
}

double SpendingLooks::next(double fraction) {
    const double spread = std::sqrt(std::max(fraction - m_last, 1e-9)); // of the score since the last look
    const double may = errorSpent(fraction, m_alpha) - m_spent;
    // Chance to pass ±z standard deviations now, of all that still goes on.
    const auto beyond = [&](double z) {
        if (m_at.empty())
            return 2. * upper(z);
        const double edge = z * std::sqrt(fraction);
        double out = 0.;
        for (int i = 0; i < kPoints; ++i) {
            const auto k = static_cast<std::size_t>(i);
            out += simpson(i) * m_step * m_density[k] *
                   (upper((edge - m_at[k]) / spread) + upper((edge + m_at[k]) / spread));
        }
        return out;
    };
    double low = 0., high = kFarthest;
    if (may > kNothing)
        for (int i = 0; i < kHalvings; ++i) {
            const double middle = 0.5 * (low + high);
            (beyond(middle) > may ? low : high) = middle;
        }
    // What goes on lies inside.
    const double edge = high * std::sqrt(fraction), step = 2. * edge / (kPoints - 1);
    std::vector<double> at, density;
    for (int i = 0; i < kPoints; ++i) {
        at.push_back(-edge + step * i);
        double here = 0.;
        for (int j = 0; j < kPoints && !m_at.empty(); ++j) {
            const auto k = static_cast<std::size_t>(j);
            here += simpson(j) * m_step * m_density[k] * bell((at.back() - m_at[k]) / spread);
        }
        density.push_back((m_at.empty() ? bell(at.back() / spread) : here) / spread);
    }
    m_at = std::move(at);
    m_density = std::move(density);
    m_step = step;
    m_spent += may;
    m_last = fraction;
    return 2. * upper(high);
}

} // namespace jr
