// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/carburettor_page.h"

#include "core/air/air.h"
#include "core/figure/slips.h"
#include "core/machine/fuel.h"
#include "core/machine/machine_limits.h"
#include "core/mixture/mixture_finding.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kRichest = 9., kLeanest = 17.;    // AFR that the mixture's scale shows
constexpr double kThinnest = 0.9, kDensest = 1.32; // kg/m3 that the air's scale shows

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
        {{"fuel_then", 0., 3., Ranged::exactly(0.), true},
         CarburettorPage::tr("fuel then"),
         none,
         1.,
         0,
         {"petrol", "E10", "E85", "methanol"}},
        {{"fuel_now", 0., 3., Ranged::exactly(0.), true},
         CarburettorPage::tr("fuel now"),
         none,
         1.,
         0,
         {"petrol", "E10", "E85", "methanol"}},
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
}

void CarburettorPage::workOut() {
    const bool inject = injection();
    for (const char* key :
         {"jet", "numbering", "density_then", "throttle_pct", "carburettor_mm", "premix_then", "premix_now"})
        showInput(key, !inject);
    for (const char* key : {"capacity_cm3", "efficiency_pct", "rpm", "injector_g_min", "rail_kpa"})
        showInput(key, inject);
    CarburettorAsked a;
    a.jet = n("jet");
    a.numbering = n("numbering") > 0.5 ? JetNumbering::Flow : JetNumbering::Bore;
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
        headline(tr("This cannot be"));
        caution(message(answer.error().message));
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
    say(tr("At %1 % throttle: %2. One clip of the needle is about %3 % of the fuel in its range.")
            .arg(number(n("throttle_pct"), 0), parts.join(tr(", ")), number(100. * kClipFuelShare, 0)));
    sayCylinders(a.numbering);
    if (const auto slip = looksLikeOtherNumbering(n("jet"), a.numbering == JetNumbering::Bore, n("carburettor_mm")))
        caution(message(*slip));
    sayRest();
    formula(tr("fuel wanted: √(%1 / %2) of what the jet gives; %3. Real air, never the corrected one.")
                .arg(number(a.densityNowKgM3, 3), number(a.densityThenKgM3, 3),
                     a.numbering == JetNumbering::Bore ? tr("numbers by bore go with the root of the area")
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
        const double fuel = fuelOfJets(n("jet"), bought, a.numbering), slack = 0.15;
        pin.predicted = {out.afrLeft.value / fuel, out.afrLeft.low / fuel - slack, out.afrLeft.high / fuel + slack};
        offerPin(pin);
    }
}

/// Each cylinder by its own probe and its own jet.
void CarburettorPage::sayCylinders(JetNumbering numbering) {
    const auto& afr = m_facts.pulls.cylinderAfr;
    QStringList each;
    for (std::size_t c = 0; c < afr.size(); ++c) {
        const double jet = m_facts.hasMachine
                               ? sheetNumber(m_facts.machine, "main_jet", static_cast<int>(c) + 1).value_or(n("jet"))
                               : n("jet");
        if (const Result<double> wanted = jetForMixture(jet, afr[c], n("afr_wanted"), numbering))
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
    const InjectionAnswer out = injectionAnswer(a);
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
        const double slack = 0.15 + (std::isfinite(m->half()) ? m->half() : 0.1);
        pin.predicted = {n("afr_wanted"), n("afr_wanted") - slack, n("afr_wanted") + slack};
        offerPin(pin);
    }
}

CarburettorPage::Places CarburettorPage::places(const QRectF& area) {
    const double left = area.left() + 30., width = area.width() - 60.;
    return {QRectF(left, area.top() + 50., width, 0.26 * area.height()),
            QRectF(left, area.top() + 0.50 * area.height(), width, 54.),
            QRectF(left, area.top() + 0.78 * area.height(), width, 50.)};
}

std::vector<Handle> CarburettorPage::handles(const QRectF& area) const {
    const Places g = places(area);
    std::vector<Handle> out;
    const auto along = [&](const char* key, const QRectF& box, double low, double high, double y, Qt::Edge label) {
        out.push_back(
            handle(key, {box.left() + (std::clamp(n(key), low, high) - low) / (high - low) * box.width(), y}, label,
                   [box, low, high](QPointF at) { return low + (at.x() - box.left()) / box.width() * (high - low); }));
    };
    if (!injection())
        along("throttle_pct", g.throttle, 0., 100., g.throttle.top() - 6., Qt::TopEdge);
    along("afr_wanted", g.mixture, kRichest, kLeanest, g.mixture.top() - 4., Qt::TopEdge);
    if (!injection())
        along("density_then", g.air, kThinnest, kDensest, g.air.top() - 4., Qt::TopEdge);
    along("density_now", g.air, kThinnest, kDensest, g.air.bottom() + 4., Qt::BottomEdge);
    return out;
}

void CarburettorPage::draw(QPainter& p, const QRectF& area) {
    if (!m_answer)
        return;
    const Places g = places(area);
    drawThrottle(p, g.throttle);
    drawMixture(p, g.mixture);
    drawAir(p, g.air);
}

void CarburettorPage::drawThrottle(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    if (injection()) {
        p.drawText(box, Qt::AlignCenter, tr("Injection: the map rules every opening; below, mixture and air."));
        return;
    }
    p.drawText(QRectF(box.left(), box.top() - 44., box.width(), 16.), Qt::AlignLeft,
               m_facts.pulls.afrAtThrottle.empty()
                   ? tr("throttle, shut to open: what rules the mixture")
                   : tr("throttle, shut to open: what rules the mixture, and what the pulls showed there"));
    const QString names[] = {tr("pilot, screw"), tr("slide"), tr("needle, clip"), tr("main jet")};
    const double at = n("throttle_pct") / 100.;
    for (std::size_t i = 0; i < kCircuits.size(); ++i) {
        QPolygonF shape{box.bottomLeft()};
        double mostAt = 0., most = 0.;
        for (double u = 0.; u <= 1.0001; u += 0.01) {
            const double share = circuitShares(u)[i];
            if (share > most) {
                most = share;
                mostAt = u;
            }
            shape << QPointF(box.left() + u * box.width(), box.bottom() - share * (box.height() - 14.));
        }
        shape << box.bottomRight();
        const QColor colour = t.marks[i];
        QColor soft = colour;
        // Lit where the throttle stands.
        soft.setAlphaF(static_cast<float>(0.10 + 0.5 * circuitShares(at)[i]));
        p.setPen(QPen(colour, 1.6));
        p.setBrush(soft);
        p.drawPolygon(shape);
        p.setPen(t.ink);
        const double x = box.left() + std::clamp(mostAt, 0.06, 0.93) * box.width();
        p.drawText(QRectF(x - 60., box.bottom() - 22., 120., 18.), Qt::AlignCenter, names[i]);
    }
    // What the mixture was at each eighth of the travel, where throttle and mixture were recorded.
    const auto& said = m_facts.pulls.afrAtThrottle;
    const bool two = m_facts.hasMachine ? isTwoStroke(m_facts.machine, 4) : m_facts.pulls.twoStroke;
    const MixtureTarget target = usualTarget(two ? 2 : 4);
    for (std::size_t i = 0; i < said.size(); ++i) {
        if (!std::isfinite(said[i]))
            continue;
        const QRectF cell(box.left() + static_cast<double>(i) / 8. * box.width() + 2., box.top() - 1.,
                          box.width() / 8. - 4., 17.);
        const bool lean = said[i] > target.leanAfr, rich = said[i] < target.richAfr;
        p.setPen(QPen(lean ? t.amber : t.line, 1.2));
        p.setBrush(lean ? t.amberSoft : rich ? t.sameSoft : t.gainSoft);
        p.drawRoundedRect(cell, 3, 3);
        p.setPen(t.ink);
        p.drawText(cell, Qt::AlignCenter, number(said[i], 1));
    }
    p.setPen(QPen(t.accent, 1.6));
    p.drawLine(QPointF(box.left() + at * box.width(), box.top() - 2.),
               QPointF(box.left() + at * box.width(), box.bottom()));
    p.setPen(t.muted);
    for (int eighth = 0; eighth <= 8; eighth += 2)
        p.drawText(QRectF(box.left() + eighth / 8. * box.width() - 30., box.bottom() + 3., 60., 15.), Qt::AlignCenter,
                   eighth == 0   ? tr("shut")
                   : eighth == 8 ? tr("open")
                                 : QStringLiteral("%1/8").arg(eighth));
}

void CarburettorPage::drawMixture(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const auto x = [&](double afr) {
        return box.left() + (std::clamp(afr, kRichest, kLeanest) - kRichest) / (kLeanest - kRichest) * box.width();
    };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(box, 6, 6);
    const bool two = m_facts.hasMachine ? isTwoStroke(m_facts.machine, 4) : m_facts.pulls.twoStroke;
    const MixtureTarget target = usualTarget(two ? 2 : 4);
    p.setPen(Qt::NoPen);
    p.setBrush(t.gainSoft);
    p.drawRect(QRectF(QPointF(x(target.richAfr), box.top() + 1.), QPointF(x(target.leanAfr), box.bottom() - 1.)));
    p.setBrush(Theme::hatch(t.amber));
    p.drawRect(QRectF(QPointF(x(16.), box.top() + 1.), QPointF(box.right() - 1., box.bottom() - 1.)));
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    for (int afr = static_cast<int>(kRichest); afr <= kLeanest; ++afr)
        p.drawText(QRectF(x(afr) - 20., box.bottom() + 4., 40., 15.), Qt::AlignCenter, number(afr, 0));
    p.drawText(QRectF(box.left(), box.top() - 42., box.width(), 16.), Qt::AlignLeft,
               tr("mixture, rich to lean · green: usual at full load"));
    // What it becomes when nothing is done, as its range.
    const Ranged& left = m_answer->afrLeft;
    p.setPen(QPen(t.ink, 3.));
    p.drawLine(QPointF(x(left.low), box.center().y()), QPointF(x(left.high), box.center().y()));
    p.setBrush(t.ink);
    p.drawEllipse(QPointF(x(left.value), box.center().y()), 5., 5.);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    const bool onRight = left.value < 13.5;
    p.drawText(QRectF(onRight ? x(left.high) + 12. : x(left.low) - 212., box.center().y() - 9., 200., 18.),
               (onRight ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter,
               injection() ? tr("as the pulls are") : tr("today, jet left alone"));
    p.setPen(QPen(t.accent, 1.6));
    p.drawLine(QPointF(x(n("afr_wanted")), box.top()), QPointF(x(n("afr_wanted")), box.bottom()));
}

void CarburettorPage::drawAir(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const auto x = [&](double density) {
        return box.left() + (density - kThinnest) / (kDensest - kThinnest) * box.width();
    };
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(box.left(), box.top() - 42., box.width(), 16.), Qt::AlignLeft,
               injection() ? tr("air today [kg/m³]") : tr("air [kg/m³] · above: the day it was right · below: today"));
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(box, 6, 6);
    for (int hundredth = 90; hundredth <= 132; hundredth += 6) {
        const double density = hundredth / 100.;
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x(density), box.top() + 16.), QPointF(x(density), box.bottom() - 16.));
        p.setPen(t.muted);
        if (hundredth < 130)
            p.drawText(QRectF(x(density) + 4., box.center().y() - 8., 60., 16.), Qt::AlignLeft | Qt::AlignVCenter,
                       number(density, 2));
    }
}

} // namespace jr::app
