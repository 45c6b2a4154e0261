// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/engine_band.h"

#include "core/linear/factors.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {

std::optional<EngineBand> bestBand(const SetupFacts& facts) {
    constexpr double kKept = 0.97, kEitherSide = 0.05;
    if (!facts.rpm.empty()) {
        const auto top = std::max_element(facts.powerW.begin(), facts.powerW.end());
        auto from = static_cast<std::size_t>(top - facts.powerW.begin()), to = from;
        while (from > 0 && facts.powerW[from - 1] >= kKept * *top)
            --from;
        while (to + 1 < facts.powerW.size() && facts.powerW[to + 1] >= kKept * *top)
            ++to;
        return EngineBand{facts.rpm[from], facts.rpm[to]};
    }
    if (facts.peakRpm)
        return EngineBand{(1. - kEitherSide) * facts.peakRpm->mid, (1. + kEitherSide) * facts.peakRpm->mid};
    return std::nullopt;
}

std::optional<EngineBand> bestBandOfBelt(const std::vector<SetupFacts>& setups) {
    constexpr double kKept = 0.97, kBeyond = 0.05;
    std::vector<std::pair<double, double>> points; // rpm and power
    for (const SetupFacts& facts : setups)
        if (facts.heldRpm && facts.peakW)
            points.emplace_back(facts.heldRpm->mid, facts.peakW->mid);
    std::sort(points.begin(), points.end());
    points.erase(std::unique(points.begin(), points.end()), points.end());
    constexpr std::size_t kFewest = 3;
    if (points.size() < kFewest)
        return std::nullopt;
    const double middle = 0.5 * (points.front().first + points.back().first),
                 half = 0.5 * (points.back().first - points.front().first);
    if (!(half > 0.))
        return std::nullopt;
    Eigen::MatrixXd rows(static_cast<Eigen::Index>(points.size()), 3);
    Eigen::VectorXd power(static_cast<Eigen::Index>(points.size()));
    for (Eigen::Index i = 0; i < rows.rows(); ++i) {
        const auto& [rpm, watt] = points[static_cast<std::size_t>(i)];
        const double u = (rpm - middle) / half;
        rows.row(i) << 1., u, u * u;
        power(i) = watt;
    }
    const Eigen::Vector3d fit = PivotedQr(rows).solve(power);
    if (!(fit(2) < 0.))
        return std::nullopt; // no top
    const double topAt = -0.5 * fit(1) / fit(2), top = fit(0) + 0.5 * fit(1) * topAt;
    const double topRpm = middle + half * topAt, reach = half * std::sqrt((1. - kKept) * top / -fit(2));
    if (topRpm < (1. - kBeyond) * points.front().first || topRpm > (1. + kBeyond) * points.back().first)
        return std::nullopt;
    return EngineBand{topRpm - reach, topRpm + reach};
}

} // namespace jr
