// SPDX-License-Identifier: GPL-3.0-or-later
// Tests made up in a plan's order, one after the other: how far pulls and fittings scatter is drawn anew for each from
// what is known of the bench (scaled inverse chi-square, so a figure from few degrees of freedom is as doubtful as it
// is), then the pulls. Fixed seed.
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/judge/value.h"

#include <memory>
#include <vector>

namespace jr {

/// What simulated setups are worth: a hundred, so that a share of it is a hundredth.
inline constexpr double kSimulatedLevel = 100.;

class SimulatedTests {
public:
    /// `truth` needs `pull`. A pull and a change of setup take so long.
    SimulatedTests(std::vector<int> order, const BenchKnowledge& truth, double pullMinutes, double changeMinutes,
                   unsigned seed);
    ~SimulatedTests();

    /// The next test of setups that are all equal, about kSimulatedLevel.
    std::vector<Observation> next();

private:
    BenchKnowledge m_truth;
    std::vector<int> m_order;
    std::vector<double> m_startedS;
    int m_made = 0;
    struct Dice;
    std::unique_ptr<Dice> m_dice;
};

} // namespace jr
