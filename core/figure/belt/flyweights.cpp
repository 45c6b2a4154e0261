// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/belt/flyweights.h"

#include "core/figure/domain.h"
#include "core/figure/own_exponent.h"
#include "core/units/units.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace jr {
namespace {

constexpr double kLeastKg = 0.5e-3, kMostKg = 0.5;
constexpr double kAlikeKg = 0.05e-3; // a twentieth of a gram is what a kitchen scale and wear make of a set

std::optional<Error> badWeight(std::string_view key, double kg) {
    constexpr double kGrams = 1000.;
    return outOfDomain({{key, kg * kGrams, kLeastKg * kGrams, kMostKg * kGrams}});
}

} // namespace

Result<FlyweightSet> flyweightSet(const std::vector<double>& weights) {
    constexpr double kMostWeights = 12.;
    const std::size_t count = weights.size();
    if (auto error = outOfDomain({{"weights_g (how many)", static_cast<double>(count), 1., kMostWeights}}))
        return *error;
    for (double kg : weights)
        if (auto error = badWeight("weights_g", kg))
            return *error;
    FlyweightSet out;
    out.meanKg = std::accumulate(weights.begin(), weights.end(), 0.) / static_cast<double>(count);
    bool alike = true, alternate = true;
    double x = 0., y = 0.;
    for (std::size_t i = 0; i < count; ++i) {
        alike = alike && std::abs(weights[i] - weights.front()) < kAlikeKg;
        alternate = alternate && std::abs(weights[i] - weights[(i + 2) % count]) < kAlikeKg;
        const double angle = 2. * kPi * static_cast<double>(i) / static_cast<double>(count);
        x += weights[i] * std::cos(angle);
        y += weights[i] * std::sin(angle);
    }
    out.uneven = !alike && !alternate;
    out.imbalance = count > 1 ? std::hypot(x, y) / out.meanKg : 0.;
    return out;
}

Result<double> shiftSpeedRpm(double rpm, double fromKg, double toKg, double exponent) {
    if (auto error = outOfDomain({{"rpm", rpm, 300., 25000.}}))
        return *error;
    if (auto error = badWeight("weight_from_g", fromKg))
        return *error;
    if (auto error = badWeight("weight_to_g", toKg))
        return *error;
    return rpm * std::pow(fromKg / toKg, exponent);
}

double weightForSpeedKg(double weightKg, double rpm, double wantedRpm, double exponent) {
    return weightKg * std::pow(rpm / wantedRpm, 1. / exponent);
}

std::optional<double> shareInBand(const std::vector<double>& engineRpm, double fromRpm, double toRpm) {
    if (engineRpm.empty())
        return std::nullopt;
    const auto inside =
        std::count_if(engineRpm.begin(), engineRpm.end(), [&](double rpm) { return rpm >= fromRpm && rpm <= toRpm; });
    return static_cast<double>(inside) / static_cast<double>(engineRpm.size());
}

std::optional<Ranged> ownWeightExponent(const std::vector<RunWithWeight>& runs) {
    std::vector<OnPowerLaw> points;
    for (const RunWithWeight& r : runs)
        points.push_back({1. / r.weightKg, r.rpm});
    return ownExponent(points);
}

} // namespace jr
