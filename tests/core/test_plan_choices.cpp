// SPDX-License-Identifier: GPL-3.0-or-later
// Plans side by side: swaps traded for pulls, what cannot be taken back, and what an order pays in bent drift.
#include "core/plan/plan_choices.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace jr;

namespace {

PlanChoiceOptions asked(double repeatabilityPct, double pullMinutes, double changeMinutes) {
    PlanChoiceOptions o;
    o.plan.repeatabilityPct = repeatabilityPct;
    o.plan.pullMinutes = pullMinutes;
    o.plan.changeMinutes = changeMinutes;
    o.likely.truth = typedRepeatability(repeatabilityPct);
    o.likely.truth.fitting = KnownSpread{0.001, 8.};
    o.likely.known = o.likely.truth;
    o.likely.pullMinutes = pullMinutes;
    o.likely.changeMinutes = changeMinutes;
    o.likely.tests = 200;
    return o;
}

/// Chance that the plan finds the worth, from draws it was not chosen by.
double findsAnew(const PlanChoice& choice, const PlanChoiceOptions& o) {
    PlanChancesOptions fresh = o.likely;
    fresh.seed += 17;
    fresh.tests = 400;
    fresh.reference = o.oneWay && o.reference;
    return planChances(choice.plan.order, fresh).ofWorth.gain;
}

const PlanChoice* of(const std::vector<PlanChoice>& choices, bool PlanChoice::*manner) {
    const auto found = std::find_if(choices.begin(), choices.end(), [&](const PlanChoice& c) { return c.*manner; });
    return found == choices.end() ? nullptr : &*found;
}

std::string lettersOf(const Plan& plan) {
    std::string out;
    for (int setup : plan.order)
        out += setupLetter(setup);
    return out;
}

bool says(const Plan& plan, std::string_view code) {
    return std::any_of(plan.words.begin(), plan.words.end(), [&](const Message& m) { return m.code == code; });
}

} // namespace

class TestPlanChoices : public QObject {
    Q_OBJECT
private slots:
    void aBowShowsAsMuchAsAStraightLineLeavesOfIt() {
        // By hand. A B A: three unknowns meet three pulls, the bow's top stands on B alone. A B B A: the bow is 0 at
        // the ends and 1 - (1/3)^2 at both B. A B A B A: 0, 3/4, 1, 3/4, 0; A's mean is 1/3.
        QVERIFY(std::abs(*bowShownAsGain({0, 1, 0}, {0., 1., 2.}) - 1.) < 1e-9);
        QVERIFY(std::abs(*bowShownAsGain({0, 1, 1, 0}, {0., 1., 2., 3.}) - 8. / 9.) < 1e-9);
        QVERIFY(std::abs(*bowShownAsGain({0, 1, 0, 1, 0}, {0., 1., 2., 3., 4.}) - (3. / 4. - 1. / 3.)) < 1e-9);
        QVERIFY(!bowShownAsGain({0, 1}, {0., 1.}));        // a line and two setups cannot be told apart
        QVERIFY(!bowShownAsGain({0, 1, 0}, {5., 5., 5.})); // no time has passed
        QVERIFY(!bowShownAsGain({0, 0, 0}, {0., 1., 2.})); // nothing to compare
    }
    void aDearSwapIsTradedForPulls() {
        const PlanChoiceOptions cheap = asked(0.5, 6., 2.), dear = asked(0.5, 6., 60.);
        const auto cheapSwaps = planChoices(cheap), dearSwaps = planChoices(dear);
        QVERIFY(cheapSwaps && dearSwaps);
        const PlanChoice* quick = of(*dearSwaps, &PlanChoice::quickest);
        const PlanChoice* few = of(*dearSwaps, &PlanChoice::cheapest);
        const PlanChoice* sure = of(*dearSwaps, &PlanChoice::surest);
        QVERIFY(quick && few && sure && of(*cheapSwaps, &PlanChoice::quickest));
        // Where an hour is a swap, two swaps and more pulls; where a swap is nothing, more swaps.
        QCOMPARE(quick->swaps, 2);
        QVERIFY(quick->plan.order.size() > few->plan.order.size() && quick->swaps < few->swaps);
        QVERIFY(*quick->plan.minutes < *few->plan.minutes);
        QVERIFY(of(*cheapSwaps, &PlanChoice::quickest)->swaps > quick->swaps);
        // What it pays for that: more of a bent drift shows.
        QVERIFY(*quick->bowShare > *few->bowShare && *few->bowShare > *sure->bowShare);
        QVERIFY(sure->swaps >= 6);
        for (const auto& [choices, o] : {std::pair(&*cheapSwaps, cheap), std::pair(&*dearSwaps, dear)})
            for (const PlanChoice& c : *choices) {
                QVERIFY(c.promised);
                QVERIFY2(findsAnew(c, o) > 0.84, lettersOf(c.plan).c_str());
                QVERIFY(c.plan.order.front() == 0 && c.plan.order.back() == 0);
                QCOMPARE(swapsIn(c.plan.order), c.swaps);
                const double minutes = 6. * static_cast<double>(c.plan.order.size()) + *o.plan.changeMinutes * c.swaps;
                QVERIFY(std::abs(*c.plan.minutes - minutes) < 1e-9);
            }
        PlanChoiceOptions worse = dear; // the surest still finds it on a bench that repeats by a third worse
        worse.likely.truth.pull->sd *= 4. / 3.;
        worse.likely.truth.fitting->sd *= 4. / 3.;
        QVERIFY(findsAnew(*sure, worse) > 0.84);
        QVERIFY(findsAnew(*quick, worse) < findsAnew(*sure, worse));
    }
    void severalSetupsShareTheirBase() {
        PlanChoiceOptions o = asked(0.5, 6., 45.);
        o.plan.setups = 3;
        const auto choices = planChoices(o);
        QVERIFY(choices && !choices->empty());
        for (const PlanChoice& c : *choices) {
            QCOMPARE(*std::max_element(c.plan.order.begin(), c.plan.order.end()), 2);
            QVERIFY(c.plan.order.front() == 0 && c.plan.order.back() == 0);
        }
    }
    void whatCannotBeTakenBackIsPulledOnce() {
        PlanChoiceOptions o = asked(0.4, 6., 90.);
        o.oneWay = true;
        const auto none = planChoices(o);
        QVERIFY(none);
        QCOMPARE(none->size(), std::size_t(1));
        QCOMPARE(none->front().swaps, 1); // never back to what is gone
        QVERIFY(says(none->front().plan, "plan.one-way"));
        QVERIFY(!none->front().promised && !none->front().bowShare);
        o.reference = true;
        const auto held = planChoices(o);
        QVERIFY(held);
        const Plan& plan = held->front().plan;
        const std::string order = lettersOf(plan);
        QVERIFY(order.front() == 'C' && order.back() == 'C');
        QCOMPARE(order.find('B') > order.rfind('A'), true); // the metal goes one way
        QCOMPARE(held->front().swaps, 4);
        QVERIFY(held->front().promised && held->front().bowShare && says(plan, "plan.one-way-reference"));
        QVERIFY(findsAnew(held->front(), o) > 0.84);
    }
    void whatIsOutOfReachIsSaid() {
        PlanChoiceOptions o = asked(8., 6., 20.);
        const auto choices = planChoices(o);
        QVERIFY(choices);
        QCOMPARE(choices->size(), std::size_t(1));
        QVERIFY(!choices->front().promised && says(choices->front().plan, "plan.out-of-reach"));
        o.plan.kind = PlanKind::Sweep;
        QVERIFY(!planChoices(o));
        o.plan.kind = PlanKind::Several;
        o.plan.setups = 1;
        QVERIFY(!planChoices(o));
    }
};

JR_SUITE(TestPlanChoices)
#include "test_plan_choices.moc"
