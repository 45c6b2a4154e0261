// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/simulated_tests.h"

#include "core/statistics/distributions.h"

#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

#include <algorithm>
#include <cmath>

namespace jr {

struct SimulatedTests::Dice {
    boost::random::mt19937 twister;
    boost::random::normal_distribution<double> normal;
    double next() { return normal(twister); }
};

SimulatedTests::~SimulatedTests() = default;

namespace {

/// A true size that what is known may stand for, `share` of them being larger. Taken evenly over all of them rather
/// than by dice: what a test says hangs on it most of all.
double spreadDrawn(const KnownSpread& known, double share) {
    if (!std::isfinite(known.freedom))
        return known.sd;
    return known.sd * std::sqrt(known.freedom / chiSquaredQuantile(known.freedom, share));
}

} // namespace

SimulatedTests::SimulatedTests(std::vector<int> order, const BenchKnowledge& truth, double pullMinutes,
                               double changeMinutes, unsigned seed)
    : m_truth(truth), m_order(std::move(order)), m_dice(std::make_unique<Dice>()) {
    m_dice->twister.seed(seed);
    double minutes = 0.;
    for (std::size_t i = 0; i < m_order.size(); ++i) {
        minutes += pullMinutes + (i > 0 && m_order[i] != m_order[i - 1] ? changeMinutes : 0.);
        m_startedS.push_back(1.7e9 + 60. * minutes); // some day or other
    }
}

std::vector<Observation> SimulatedTests::next() {
    // Golden steps fill an interval evenly however many there are; a second irrational keeps the two apart.
    constexpr double kGoldenStep = 0.6180339887498949, kSecondStep = 0.7548776662466927;
    const double test = ++m_made;
    const auto shareOf = [&](double step) { return std::clamp(std::fmod(test * step, 1.), 1e-3, 1. - 1e-3); };
    const double pullSd = spreadDrawn(*m_truth.pull, shareOf(kGoldenStep));
    const double fittingSd = m_truth.fitting ? spreadDrawn(*m_truth.fitting, shareOf(kSecondStep)) : 0.;
    std::vector<Observation> out;
    double fitting = 0.;
    for (std::size_t i = 0; i < m_order.size(); ++i) {
        if (i == 0 || m_order[i] != m_order[i - 1])
            fitting = fittingSd * m_dice->next();
        const double pull = pullSd * m_dice->next();
        out.push_back({m_order[i], kSimulatedLevel * (1. + fitting + pull), m_startedS[i]});
    }
    return out;
}

} // namespace jr
