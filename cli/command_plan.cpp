// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "core/plan/plan.h"
#include "core/plan/plan_chances.h"
#include "core/plan/plan_choices.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {
namespace {

struct Asked {
    PlanOptions plan;
    bool sideBySide = false, oneWay = false, reference = false;
};

PlanChancesOptions likelyOf(const PlanOptions& o) {
    PlanChancesOptions likely;
    likely.truth = typedRepeatability(o.repeatabilityPct);
    likely.known = likely.truth;
    likely.worthPct = o.worthPct;
    likely.confidence = o.confidence;
    likely.pullMinutes = o.pullMinutes.value_or(likely.pullMinutes);
    likely.changeMinutes = o.changeMinutes.value_or(likely.changeMinutes);
    return likely;
}

Json lettersOf(const Plan& plan) {
    Json order = Json::array();
    for (int setup : plan.order)
        order.push_back(setupLetter(setup));
    return order;
}

Json figuresOf(const Plan& plan) {
    return {{"pulls_each", plan.pullsEach},
            {"order", lettersOf(plan)},
            {"smallest_gain_pct", plan.smallestGainPct},
            {"minutes", plan.minutes ? Json(*plan.minutes) : Json(nullptr)},
            {"fuel_ml", plan.fuelMl ? Json(*plan.fuelMl) : Json(nullptr)},
            {"refuel_after", plan.refuelAfter},
            {"text", said(plan.words)}};
}

int planSideBySide(const Asked& asked) {
    const auto choices = planChoices({asked.plan, likelyOf(asked.plan), asked.oneWay, asked.reference});
    if (!choices) {
        tell(messageOf(choices.error()), "plan");
        return kUsage;
    }
    Json out = Json::array();
    for (const PlanChoice& c : *choices) {
        Json manners = Json::array();
        for (const auto& [is, name] :
             {std::pair(c.quickest, "quickest"), std::pair(c.surest, "surest"), std::pair(c.cheapest, "fewest-pulls")})
            if (is)
                manners.push_back(name);
        Json one = figuresOf(c.plan);
        one.erase("smallest_gain_pct"); // of plans swapped after every pull or two
        one["manners"] = manners;
        one["swaps"] = c.swaps;
        one["promised"] = c.promised;
        one["finds_pct"] = 100. * c.chances.ofWorth.gain;
        one["bow_shown_pct"] = c.bowShare ? Json(100. * *c.bowShare) : Json(nullptr);
        out.push_back(std::move(one));
    }
    return print({{"choices", out}});
}

} // namespace

void addPlan(CLI::App& app, Action& action) {
    auto asked = std::make_shared<Asked>();
    PlanOptions* o = &asked->plan;
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
    c->add_flag("--side-by-side", asked->sideBySide,
                "The quickest, the surest and the plan of fewest pulls, swaps traded for pulls");
    CLI::Option* oneWay = c->add_flag("--no-way-back", asked->oneWay,
                                      "With --side-by-side: what is changed cannot be taken back (a port cut)");
    c->add_flag("--reference", asked->reference,
                "With --no-way-back: one more setup can always be put back, to tell drift by")
        ->needs(oneWay);
    c->callback([asked, &action] {
        action = [asked] {
            if (asked->sideBySide || asked->oneWay)
                return planSideBySide(*asked);
            const Result<JudgedPlan> judged = judgedPlan(asked->plan, likelyOf(asked->plan));
            if (!judged) {
                tell(messageOf(judged.error()), "plan");
                return kUsage;
            }
            say(said(judged->plan.words, reader()));
            return print(figuresOf(judged->plan));
        };
    });
}

} // namespace jr::cli
