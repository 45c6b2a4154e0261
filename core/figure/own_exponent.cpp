// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/own_exponent.h"

#include "core/statistics/distributions.h"

#include <cmath>

namespace jr {

std::optional<Ranged> ownExponent(const std::vector<OnPowerLaw>& points) {
    if (points.size() < 3)
        return std::nullopt;
    const double n = static_cast<double>(points.size());
    double meanX = 0., meanY = 0.;
    for (const OnPowerLaw& p : points) {
        meanX += std::log(p.x) / n;
        meanY += std::log(p.y) / n;
    }
    double xx = 0., xy = 0.;
    for (const OnPowerLaw& p : points) {
        const double dx = std::log(p.x) - meanX;
        xx += dx * dx;
        xy += dx * (std::log(p.y) - meanY);
    }
    constexpr double kLeastSpread = 1e-6; // one x alone tells nothing of another
    if (xx < kLeastSpread)
        return std::nullopt;
    const double slope = xy / xx;
    double left = 0.;
    for (const OnPowerLaw& p : points) {
        const double miss = std::log(p.y) - meanY - slope * (std::log(p.x) - meanX);
        left += miss * miss;
    }
    const double freedom = n - 2., confident = 0.975;
    const double half = studentQuantileAt(freedom, confident) * std::sqrt(left / freedom / xx);
    return Ranged{slope, slope - half, slope + half};
}

} // namespace jr
