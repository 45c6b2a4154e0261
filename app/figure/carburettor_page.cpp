// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/carburettor_page.h"

#include "core/air/air.h"
#include "core/figure/predict/next_part.h"
#include "core/figure/slips.h"
#include "core/machine/fuel.h"
#include "core/machine/machine_limits.h"
#include "core/mixture/mixture_finding.h"
#include "core/plan/part_number.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

std::vector<InputSpec> carburettorInputs() {
    const QString none;
    return {
        {{"kind", 0., 1., Ranged::exactly(0.), true},
         CarburettorPage::tr("fed by"),
         none,
         1.,
         0,
         {CarburettorPage::tr("carburettor"), CarburettorPage::tr("injection")}},
        {{"jet", 20., 600., {150., 140., 160.}}, CarburettorPage::tr("main jet"), none, 1., 0},
        {{"numbering", 0., 1., Ranged::exactly(0.), true},
         CarburettorPage::tr("its number is its"),
         none,
         1.,
         0,
         {CarburettorPage::tr("bore"), CarburettorPage::tr("flow")}},
        {{"exponent", 0.3, 3., {2., 1.6, 2.}},
         CarburettorPage::tr("fuel goes with the number to the power"),
         none,
         0.05,
         2},
        {{"afr_then", 9., 18., {12.9, 12.5, 13.3}},
         CarburettorPage::tr("mixture when it was right"),
         CarburettorPage::tr("AFR"),
         0.1,
         2},
        {{"afr_wanted", 9., 17., Ranged::exactly(12.8), true},
         CarburettorPage::tr("mixture wanted"),
         CarburettorPage::tr("AFR"),
         0.1,
         2},
        {{"density_then", 0.8, 1.4, {1.19, 1.16, 1.22}},
         CarburettorPage::tr("air when it was right"),
         QStringLiteral("kg/m³"),
         0.005,
         3},
        {{"density_now", 0.8, 1.4, Ranged::exactly(1.19), true},
         CarburettorPage::tr("air today"),
         QStringLiteral("kg/m³"),
         0.005,
         3},
        {{"throttle_pct", 0., 100., Ranged::exactly(100.), true},
         CarburettorPage::tr("throttle"),
         QStringLiteral("%"),
         5.,
         0},
        {{"needle_raised", -4., 4., Ranged::exactly(0.), true},
         CarburettorPage::tr("needle raised by"),
         CarburettorPage::tr("grooves"),
         1.,
         0},
        {{"screw_out", -3., 3., Ranged::exactly(0.), true},
         CarburettorPage::tr("mixture screw turned out by"),
         CarburettorPage::tr("turns"),
         0.25,
         2},
        {{"screw", 0., 1., Ranged::exactly(0.), true},
         CarburettorPage::tr("that screw is for"),
         none,
         1.,
         0,
         {CarburettorPage::tr("fuel"), CarburettorPage::tr("air")}},
        {{"fuel_then", 0., 3., Ranged::exactly(0.), true},
         CarburettorPage::tr("fuel then"),
         none,
         1.,
         0,
         {CarburettorPage::tr("petrol"), QStringLiteral("E10"), QStringLiteral("E85"),
          CarburettorPage::tr("methanol")}},
        {{"fuel_now", 0., 3., Ranged::exactly(0.), true},
         CarburettorPage::tr("fuel now"),
         none,
         1.,
         0,
         {CarburettorPage::tr("petrol"), QStringLiteral("E10"), QStringLiteral("E85"),
          CarburettorPage::tr("methanol")}},
        {{"premix_then", 0., 120., Ranged::exactly(0.), true},
         CarburettorPage::tr("fuel to oil then (0: none)"),
         QStringLiteral(":1"),
         1.,
         0},
        {{"premix_now", 0., 120., Ranged::exactly(0.), true},
         CarburettorPage::tr("fuel to oil now"),
         QStringLiteral(":1"),
         1.,
         0},
        {{"carburettor_mm", 6., 60., {36., 34., 38.}},
         CarburettorPage::tr("carburettor bore"),
         QStringLiteral("mm"),
         0.5,
         1},
        {{"capacity_cm3", 15., 3000., {400., 390., 410.}},
         CarburettorPage::tr("capacity of a cylinder"),
         QStringLiteral("cm³"),
         5.,
         0},
        {{"efficiency_pct", 30., 140., {90., 82., 98.}},
         CarburettorPage::tr("how full it fills"),
         QStringLiteral("%"),
         1.,
         0},
        {{"rpm", 1000., 20000., Ranged::within(8000., 5.), true},
         CarburettorPage::tr("at"),
         QStringLiteral("rpm"),
         50.,
         0},
        {{"injector_g_min", 20., 1500., {220., 210., 230.}},
         CarburettorPage::tr("injector at 3 bar"),
         QStringLiteral("g/min"),
         5.,
         0},
        {{"rail_kpa", 150., 700., {300., 295., 305.}},
         CarburettorPage::tr("fuel pressure"),
         QStringLiteral("kPa"),
         5.,
         0},
        {{"tank_ml", 50., 60000., {6000., 5800., 6200.}}, CarburettorPage::tr("tank"), QStringLiteral("ml"), 50., 0},
    };
}

} // namespace

CarburettorPage::CarburettorPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "carburettor", tr("Throttle, mixture and air"),
                 QStringLiteral("Carburettor and injection"), carburettorInputs(), parent) {
    take({});
}

void CarburettorPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    in.offer("jet", f.sheet("main_jet"), Origin::Sheet);
    in.offer("jet", f.part({"main jet", "jet", "jets"}), Origin::Sheet);
    in.offer("carburettor_mm", f.sheet("carburettor_mm"), Origin::Sheet);
    in.offer("tank_ml", f.sheet("tank_ml"), Origin::Sheet);
    if (f.hasMachine) {
        if (sheetText(f.machine, "fuelling").find("inject") != std::string::npos)
            in.offer("kind", std::optional(1.), Origin::Sheet);
        if (const auto oil = f.sheet("oil_mix")) {
            in.offer("premix_then", oil, Origin::Sheet);
            in.offer("premix_now", oil, Origin::Sheet);
        }
        if (const auto capacity = f.sheet("capacity_cm3"))
            in.offer("capacity_cm3", std::optional(*capacity / f.machine.cylinders), Origin::Sheet);
        const MixtureTarget target = usualTarget(isTwoStroke(f.machine, 4) ? 2 : 4);
        in.offer("afr_wanted", std::optional(0.5 * (target.richAfr + target.leanAfr)), Origin::Handbook);
    }
    if (const auto& m = f.pulls.meanAfr)
        in.offer("afr_then", Ranged{m->mid, m->low, m->high}, Origin::Pulls);
    in.offer("density_then", f.pulls.airKgM3, Origin::Pulls);
    in.offer("density_now", f.pulls.airKgM3, Origin::Pulls);
    if (f.pulls.peakRpm)
        in.offer("rpm", f.pulls.peakRpm->mid, Origin::Pulls);
    // What a number moves: by how jets are numbered, until this machine's own pulls with three setups say it.
    std::vector<MixtureOfJet> own;
    for (const auto& [id, facts] : f.others)
        if (const auto jet = partNumber(m_model.job().setupTree(), id, {"main jet"});
            jet && facts.meanAfr && facts.airKgM3)
            own.push_back({*jet, facts.meanAfr->mid, *facts.airKgM3});
    m_ownExponent = ownFuelExponent(own);
}

void CarburettorPage::workOut() {
    const bool inject = injection();
    for (const char* key : {"jet", "numbering", "density_then", "throttle_pct", "carburettor_mm", "premix_then",
                            "premix_now", "exponent", "needle_raised", "screw_out", "screw"})
        showInput(key, !inject);
    for (const char* key : {"capacity_cm3", "efficiency_pct", "rpm", "injector_g_min", "rail_kpa"})
        showInput(key, inject);
    CarburettorAsked a;
    a.jet = n("jet");
    const JetNumbering numbering = n("numbering") > 0.5 ? JetNumbering::Flow : JetNumbering::Bore;
    if (m_ownExponent)
        inputs().offer("exponent", *m_ownExponent, Origin::Own);
    else {
        // Other circuits give some fuel beside the main jet, so that a number moves less than all of it.
        constexpr double kMainJetsShare = 0.8; // at the least; common practice, no source
        const double rule = fuelExponent(numbering);
        inputs().offer("exponent", Ranged{rule, kMainJetsShare * rule, rule}, Origin::Handbook);
    }
    a.fuelExponent = r("exponent");
    a.densityThenKgM3 = n("density_then");
    a.densityNowKgM3 = n("density_now");
    a.afrThen = r("afr_then");
    a.afrWanted = n("afr_wanted");
    const auto oil = [&](const char* key) { return n(key) >= 10. ? n(key) : 0.; };
    a.premixThen = oil("premix_then");
    a.premixNow = oil("premix_now");
    a.fuelThen = static_cast<std::size_t>(n("fuel_then"));
    a.fuelNow = static_cast<std::size_t>(n("fuel_now"));
    const Result<CarburettorAnswer> answer = carburettorAnswer(a);
    offerPin({});
    if (!answer) {
        m_answer.reset();
        impossible(answer.error());
        return;
    }
    m_answer = *answer;
    if (inject) {
        sayInjection();
        return;
    }
    const CarburettorAnswer& out = *m_answer;
    headline(tr("Main jet %1")
                 .arg(ranged({std::round(out.jet.value), std::round(out.jet.low), std::round(out.jet.high)}, 0, {})));
    say(tr("For %1 : 1 in today's air. Left at %2 the mixture would be %3 : 1 (λ %4).")
            .arg(number(n("afr_wanted"), 2), number(n("jet"), 0), ranged(out.afrLeft, 2, {}),
                 number(out.lambdaLeft, 2)));
    say(tr("The air alone, mixture as it was: jet %1; left alone it is %2 % %3.")
            .arg(number(out.air.jet, 1), number(std::abs(out.air.afrChangePct), 1),
                 out.air.afrChangePct < 0. ? tr("richer") : tr("leaner")));
    const auto shares = circuitShares(n("throttle_pct") / 100.);
    QStringList parts;
    const QString names[] = {tr("pilot and screw"), tr("slide"), tr("needle"), tr("main jet")};
    for (std::size_t i = 0; i < shares.size(); ++i)
        if (shares[i] > 0.05)
            parts << tr("%1 %2 %").arg(names[i], number(100. * shares[i], 0));
    say(tr("At %1 % throttle: %2. One groove of the needle is about %3 % of the fuel in its range, a turn of the screw "
           "about %4 % in its own.")
            .arg(number(n("throttle_pct"), 0), parts.join(tr(", ")), number(100. * kClipFuelShare, 0),
                 number(100. * kTurnFuelShare, 0)));
    sayAdjustment();
    if (m_ownExponent)
        say(tr("By this machine's own pulls fuel goes with the number to the power %1.")
                .arg(ranged(r("exponent"), 2, {})));
    sayCylinders();
    if (const auto slip = looksLikeOtherNumbering(n("jet"), numbering == JetNumbering::Bore, n("carburettor_mm")))
        caution(message(*slip));
    sayRest();
    formula(tr("fuel wanted: √(%1 / %2) of what the jet gives; %3. Real air, never the corrected one.")
                .arg(number(a.densityNowKgM3, 3), number(a.densityThenKgM3, 3),
                     numbering == JetNumbering::Bore ? tr("numbers by bore go with the root of the area")
                                                     : tr("numbers by flow go with the fuel")));
    unknown(tr("It knows one main jet at full throttle. Which circuit is at fault lower down shows only where the "
               "throttle was recorded or held; a mixture "
               "probe reads late and old. Go from rich to lean, one size at a time, with an eye on plug and exhaust."));
    if (std::abs(out.jet.value - n("jet")) >= 1. && m_facts.pulls.meanAfr) {
        // What one can buy: whole numbers.
        const double bought = std::round(out.jet.value);
        PinOffer pin;
        pin.setupName = tr("main jet %1").arg(number(bought, 0));
        pin.changes = {{"main jet", QString::number(n("jet")).toStdString(), QString::number(bought).toStdString()}};
        pin.quantity = PredictedQuantity::Mixture;
        pin.predicted = mixtureAsRead(
            rangeThrough([&](double afr, double exponent) { return afr / fuelOfJets(n("jet"), bought, exponent); },
                         out.afrLeft, r("exponent")));
        alsoMoved(pin, {"premix_now", "fuel_now", "needle_raised", "screw_out"});
        offerPin(pin);
    }
}

Adjustment CarburettorPage::adjustment() const {
    return {n("needle_raised"), n("screw_out"), n("screw") > 0.5, 1.};
}

/// What needle and screw do where the throttle stands: with a mixture recorded there, to that mixture.
void CarburettorPage::sayAdjustment() {
    const double at = n("throttle_pct") / 100., fuel = fuelAfter(adjustment(), at);
    if (n("needle_raised") == 0. && n("screw_out") == 0.)
        return;
    const QString more = fuel >= 1. ? tr("%1 % more fuel").arg(number(100. * (fuel - 1.), 1))
                                    : tr("%1 % less fuel").arg(number(100. * (1. - fuel), 1));
    const auto& read = m_facts.pulls.afrAtThrottle;
    const std::size_t eighth = std::min<std::size_t>(static_cast<std::size_t>(8. * at), 7);
    if (eighth < read.size() && std::isfinite(read[eighth]))
        say(tr("Needle and screw as moved give %1 there: %2 : 1 was read, about %3 : 1 would be.")
                .arg(more, number(read[eighth], 1), number(read[eighth] / fuel, 1)));
    else
        say(tr("Needle and screw as moved give %1 at %2 % throttle.").arg(more, number(n("throttle_pct"), 0)));
}

/// Each cylinder by its own probe and its own jet.
void CarburettorPage::sayCylinders() {
    const auto& afr = m_facts.pulls.cylinderAfr;
    QStringList each;
    for (std::size_t c = 0; c < afr.size(); ++c) {
        const double jet = m_facts.hasMachine
                               ? sheetNumber(m_facts.machine, "main_jet", static_cast<int>(c) + 1).value_or(n("jet"))
                               : n("jet");
        if (const Result<double> wanted = jetForMixture(jet, afr[c], n("afr_wanted"), n("exponent")))
            each << tr("cylinder %1 at %2: jet %3 to %4")
                        .arg(c + 1)
                        .arg(number(afr[c], 2), number(jet, 0), number(*wanted, 0));
    }
    if (!each.isEmpty())
        say(each.join(tr("; ")) + tr(" (in the air of the pulls)."));
}

/// Oil, and how far a tank goes.
void CarburettorPage::sayRest() {
    if (n("premix_now") >= 10.) {
        const Result<double> oil = premixOilMl(n("premix_now"), 1.);
        if (oil)
            say(tr("Premix %1 : 1 is %2 ml of oil a litre.").arg(number(n("premix_now"), 0), number(*oil, 1)));
        if (n("premix_then") >= 10. && n("premix_then") != n("premix_now")) {
            const double moved = 100. * (afrAfterPremix(1., n("premix_then"), n("premix_now")) - 1.);
            say(tr("The oil takes the fuel's place in the jet: %1 % %2 by that alone.")
                    .arg(number(std::abs(moved), 1), moved > 0. ? tr("leaner") : tr("richer")));
        }
    }
    if (m_facts.pulls.peakW) {
        const bool two = m_facts.hasMachine ? isTwoStroke(m_facts.machine, 4) : m_facts.pulls.twoStroke;
        const FuelUse use = usualFuelUse(two ? 2 : 4, m_facts.machine.kind);
        constexpr double kPullS = 8.,
                         kMeanOfPeak = 0.75; // a pull's length and its mean against its peak; common practice
        const double ml = fuelForPullMl(kMeanOfPeak * m_facts.pulls.peakW->mid * kPullS, use);
        say(tr("A pull burns about %1 ml; the tank lasts for some %2 with a reserve.")
                .arg(number(ml, 0), number(pullsLeft(n("tank_ml"), 0., ml), 0)));
    }
}

void CarburettorPage::sayInjection() {
    const bool two = m_facts.hasMachine && isTwoStroke(m_facts.machine, 4);
    InjectionAsked a;
    a.airKgPerCharge = n("capacity_cm3") * 1e-6 * n("efficiency_pct") / 100. * n("density_now");
    a.afr = n("afr_wanted");
    a.engineRpm = n("rpm");
    a.strokes = two ? 2 : 4;
    a.injectorKgPerS = n("injector_g_min") / 1000. / 60.;
    a.railPa = n("rail_kpa") * 1000.;
    m_injection = injectionAnswer(a);
    const InjectionAnswer& out = m_injection;
    headline(tr("Injector open %1 % of the time").arg(number(100. * out.duty, 0)));
    say(tr("%1 ms at %2 rpm for %3 : 1, %4 mg of air a charge.")
            .arg(number(out.openS * 1000., 2), number(n("rpm"), 0), number(n("afr_wanted"), 2),
                 number(a.airKgPerCharge * 1e6, 0)));
    const auto& m = m_facts.pulls.meanAfr;
    if (m)
        say(tr("The pulls show %1 : 1. Change this cell of the map by %2 % to have %3 : 1.")
                .arg(number(m->mid, 2), QLocale().toString(100. * (m->mid / n("afr_wanted") - 1.), 'f', 1),
                     number(n("afr_wanted"), 2)));
    if (out.duty > kMostDuty)
        caution(out.railForDutyPa > 0.
                    ? tr("Above 85 % nothing is left for a hot day. A rail at %1 kPa, or a larger injector, would do.")
                          .arg(number(out.railForDutyPa / 1000., 0))
                    : tr("Above 85 % nothing is left for a hot day: this injector is too small."));
    formula(tr("duty = (fuel / flow + 0.8 ms) / (120 s / n); flow goes with √pressure. Any text on injection, value "
               "from memory."));
    unknown(tr("It knows no wall film, no acceleration and no injector's own curve near its ends. Keep the map with "
               "its checksum before you change it."));
    if (m && std::abs(m->mid / n("afr_wanted") - 1.) > 0.003) {
        PinOffer pin;
        const QString pct = QLocale().toString(100. * (m->mid / n("afr_wanted") - 1.), 'f', 1);
        pin.setupName = tr("map %1 % fuel").arg(pct);
        pin.changes = {{"map", "as it was", pct.toStdString() + " % fuel at full load"}};
        pin.quantity = PredictedQuantity::Mixture;
        const double half = std::isfinite(m->half()) ? m->half() : 0.1; // one pull's; common practice, no source
        pin.predicted = mixtureAsRead({n("afr_wanted"), n("afr_wanted") - half, n("afr_wanted") + half});
        alsoMoved(pin, {"rail_kpa", "injector_g_min", "fuel_now"});
        offerPin(pin);
    }
}

} // namespace jr::app
