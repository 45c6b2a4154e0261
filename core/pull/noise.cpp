// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/noise.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <vector>

namespace jr {
namespace {

struct ScaleVariance {
    double white; // expectation of the mean squared third difference per unit white variance
    double edge;  // the same per unit edge variance
    double found;
    double weight;
};

} // namespace

SpeedNoise estimateSpeedNoise(std::span<const double> speed, double sampleS) {
    constexpr double kLongestBlockS = 0.08;  // an engine's torque hardly changes in three of them
    constexpr std::size_t kMostInBlock = 16; // in longer ones a missed beat is everywhere
    const std::size_t n = speed.size();
    std::vector<double> logs(n);
    std::transform(speed.begin(), speed.end(), logs.begin(), [](double v) { return std::log(std::max(v, 1e-9)); });
    std::vector<ScaleVariance> scales;
    for (std::size_t m = 1; m <= kMostInBlock; m *= 2) {
        const std::size_t blocks = n / m;
        constexpr std::size_t kFewestBlocks = 12, kAlwaysTwo = 2; // one length alone cannot split the two
        if (blocks < kFewestBlocks || (m > kAlwaysTwo && static_cast<double>(m) * sampleS > kLongestBlockS * 1.001))
            break;
        std::vector<double> mean(blocks);
        for (std::size_t j = 0; j < blocks; ++j) {
            double sum = 0.;
            for (std::size_t i = j * m; i < (j + 1) * m; ++i)
                sum += logs[i];
            mean[j] = sum / static_cast<double>(m);
        }
        std::vector<double> squares;
        squares.reserve(blocks);
        for (std::size_t j = 3; j < blocks; ++j) {
            const double d = mean[j] - 3. * mean[j - 1] + 3. * mean[j - 2] - mean[j - 3];
            squares.push_back(d * d);
        }
        // A trimmed mean so that one missed tacho beat does not pass for noise; 0.6230 undoes the trimming of the
        // largest tenth of squared normal values (chi-square with one degree of freedom, computed).
        const auto keep = static_cast<std::size_t>(0.9 * static_cast<double>(squares.size()));
        std::nth_element(squares.begin(), squares.begin() + static_cast<long>(keep), squares.end());
        double sum = 0.;
        for (std::size_t j = 0; j < keep; ++j)
            sum += squares[j];
        constexpr double kTrimmedShare = 0.6230;
        const double found = sum / static_cast<double>(keep) / kTrimmedShare;
        const double dm = static_cast<double>(m);
        // Third difference of white: 1+9+9+1 = 20; of block means of edges: (u4-4u3+6u2-4u1+u0)/m: 70/m^2.
        scales.push_back({20. / dm, 70. / (dm * dm), found, static_cast<double>(blocks)});
    }
    if (scales.empty()) {
        double sum = 0.;
        for (std::size_t i = 2; i < n; ++i) {
            const double d = logs[i] - 2. * logs[i - 1] + logs[i - 2];
            sum += d * d;
        }
        return {n > 2 ? std::max(sum / (6. * static_cast<double>(n - 2)), 1e-14) : 1e-8, 0.};
    }
    // Weighted least squares on relative errors, both variances kept non-negative, a few rounds of reweighting.
    SpeedNoise noise{scales.front().found / 40., scales.front().found / 140.};
    for (int round = 0; round < 5; ++round) {
        double aa = 0., ab = 0., bb = 0., ay = 0., by = 0.;
        for (const ScaleVariance& s : scales) {
            const double expected = s.white * noise.whiteVariance + s.edge * noise.edgeVariance + 1e-30;
            const double w = s.weight / (expected * expected);
            aa += w * s.white * s.white;
            ab += w * s.white * s.edge;
            bb += w * s.edge * s.edge;
            ay += w * s.white * s.found;
            by += w * s.edge * s.found;
        }
        const double det = aa * bb - ab * ab;
        double white = det > 1e-12 * aa * bb ? (ay * bb - by * ab) / det : ay / aa;
        double edge = det > 1e-12 * aa * bb ? (by * aa - ay * ab) / det : 0.;
        if (edge < 0.) {
            edge = 0.;
            white = ay / aa;
        }
        if (white < 0.) {
            white = 0.;
            edge = by / bb;
        }
        noise = {white, edge};
    }
    // Even a perfect encoder is read with some independent error; without a floor the fit would trust slow wander too
    // far.
    noise.whiteVariance = std::max({noise.whiteVariance, 0.004 * noise.edgeVariance, 1e-12});
    return noise;
}

} // namespace jr
