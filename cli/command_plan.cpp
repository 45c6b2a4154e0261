// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "core/plan/plan.h"
#include "core/plan/plan_chances.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {

void addPlan(CLI::App& app, Action& action) {
    auto o = std::make_shared<PlanOptions>();
    CLI::App* c = app.add_subcommand("plan", "How many pulls, in which order, how long, and when to refuel");
    c->add_option("--setups", o->setups, "How many setups, base among them")->required()->check(within(2, 60));
    c->add_option("--repeatability", o->repeatabilityPct, "How well a pull of one setup repeats on this bench, %")
        ->required()
        ->check(within(0.001, 20.));
    c->add_option("--worth", o->worthPct, "The gain that would matter, %")->required()->check(within(0.01, 50.));
    c->add_option("--power", o->power, "Chance to find a gain of that size")
        ->check(within(0.05, 0.999))
        ->capture_default_str();
    c->add_option("--confidence", o->confidence, "Confidence of the call")
        ->check(within(0.5, 0.999))
        ->capture_default_str();
    c->add_option("--pull-minutes", o->pullMinutes, "Minutes a pull takes, cooling included")->check(within(0., 600.));
    c->add_option("--change-minutes", o->changeMinutes, "Minutes a change of setup takes")->check(within(0., 6000.));
    c->add_option("--fuel-per-pull-ml", o->fuelPerPullMl, "Fuel of one pull, ml")->check(within(0.01, 1e5));
    c->add_option("--tank-ml", o->tankMl, "Tank, ml")->check(within(0.01, 1e6));
    c->add_option("--reserve-pct", o->reservePct, "Never below this share of the tank, %")
        ->check(within(0., 95.))
        ->capture_default_str();
    c->footer(
        "Example:\n  jolly-ram-cli plan --setups 2 --repeatability 0.5 --worth 1 --pull-minutes 6 --change-minutes 25");
    c->callback([o, &action] {
        action = [o] {
            PlanChancesOptions likely;
            likely.truth = typedRepeatability(o->repeatabilityPct);
            likely.known = likely.truth;
            likely.worthPct = o->worthPct;
            likely.confidence = o->confidence;
            likely.pullMinutes = o->pullMinutes.value_or(likely.pullMinutes);
            likely.changeMinutes = o->changeMinutes.value_or(likely.changeMinutes);
            const Result<JudgedPlan> judged = judgedPlan(*o, likely);
            if (!judged) {
                say("plan: " + judged.error().reason);
                return kUsage;
            }
            const Plan& plan = judged->plan;
            Json order = Json::array();
            for (int setup : plan.order)
                order.push_back(setupLetter(setup));
            say(said(plan.words));
            return print({{"pulls_each", plan.pullsEach},
                          {"order", order},
                          {"smallest_gain_pct", plan.smallestGainPct},
                          {"minutes", plan.minutes ? Json(*plan.minutes) : Json(nullptr)},
                          {"fuel_ml", plan.fuelMl ? Json(*plan.fuelMl) : Json(nullptr)},
                          {"refuel_after", plan.refuelAfter},
                          {"text", said(plan.words)}});
        };
    });
}

} // namespace jr::cli
