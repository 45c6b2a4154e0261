// SPDX-License-Identifier: GPL-3.0-or-later
// How many pulls a test needs, in which order, how long it takes and when to refuel.
//
// Two setups differ by a true share "worth"; a pull repeats within "repeatability". With n pulls a setup and the drift
// term in the model the difference of two means over its standard error is a noncentral t with
//     noncentrality = worth / (f repeatability sqrt(2 / n)),   freedom = setups n - setups - 1,
// f being what the judge asks beyond that test (1: nothing; judgedPlan finds it by trying).
// n is the smallest that finds it with the wanted power at the wanted confidence (two-sided). Source: any text on the
// power of the t test; checked against a published worked example in tests/core/test_plan.cpp.
#pragma once

#include "core/words/message.h"

#include "core/result.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

/// What the pulls are to answer. Several: does any setup differ from the base. Cross: what is each factor of a full
/// two-level cross worth (every pull counts towards it, so it needs fewer of each). Sweep: does a parabola over evenly
/// stepped values fall by `worth` from its best to its ends.
enum class PlanKind { Several, Cross, Sweep };

struct PlanOptions {
    PlanKind kind = PlanKind::Several;
    int setups = 2; ///< base among them; of a cross 4, 8 or 16
    double repeatabilityPct = 0.5;
    double worthPct = 1.;
    double power = 0.9, confidence = 0.95;
    std::optional<double> pullMinutes, changeMinutes;
    std::optional<double> fuelPerPullMl, tankMl;
    double reservePct = 15.;
    double refuelMinutes = 0.;         ///< of a refuelling stop
    std::optional<int> pullsInARow;    ///< before the machine must cool down
    std::optional<double> coolMinutes; ///< of a cool-down stop
    int mostPullsEach = 200;           ///< past this the answer is "not in one sitting"
    /// By how much more than the plain t test asks the judge's margins are wide (plan_chances.h): it also minds
    /// fittings, bent drift and how well the scatter is known.
    double judgeFactor = 1.;

    bool operator==(const PlanOptions&) const = default;
};

struct Plan {
    int pullsEach = 0;
    std::vector<int> order;      ///< setup of each pull, 0 = base; begins and ends with base
    double smallestGainPct = 0.; ///< that these pulls find with the wanted power
    std::optional<double> minutes, fuelMl;
    std::vector<int> refuelAfter; ///< pulls from 1, with a full tank at the start
    std::vector<int> coolAfter;   ///< pulls from 1; a stop to change the setup cools as well
    bool reachable = true;        ///< false: even mostPullsEach would not do; pullsEach is that
    std::vector<Message> words;   ///< how it was worked out, and its stops
};

/// Standard error of what the plan is to find, in pull repeatabilities: sqrt(2/n) of a difference, sqrt(4/(n cells)) of
/// a cross's effect, 1/sqrt(n sum q²) of a parabola's fall with q = x² less its mean, x from -1 to 1.
double planErrorShare(const PlanOptions& options, int pullsEach);
/// Power of finding a true difference of `gainPct` with `pullsEach` pulls of each setup, where what is told of several
/// setups or effects holds together.
double planPower(const PlanOptions& options, int pullsEach, double gainPct);
/// The smallest true difference found with the wanted power.
double smallestGainPct(const PlanOptions& options, int pullsEach);
/// Order of pulls: equal counts, base first and last, mean positions of all setups within half a position of each
/// other. At least two pulls each.
std::vector<int> balancedOrder(int setups, int pullsEach);
/// 0 -> "A", 1 -> "B" … 26 -> "AA".
std::string setupLetter(int setup);

/// How often the setup is changed in it.
int swapsIn(const std::vector<int>& order);
/// What an order takes: minutes, fuel, stops. `pullsEach` is the fewest of any setup. Errors as makePlan.
Result<Plan> planOf(const std::vector<int>& order, const PlanOptions& options);

/// `pullsEach`: as many as chosen by hand rather than as many as needed; 0: as needed.
/// Errors: an option outside its range, a tank too small for one pull.
Result<Plan> makePlan(const PlanOptions& options, int pullsEach = 0);

} // namespace jr
