// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/cylinder_page.h"

#include "core/figure/cylinder/piston_motion.h"
#include "core/figure/ports/slider_crank.h"
#include "core/figure/predict/next_part.h"
#include "core/machine/machine_limits.h"
#include "core/units/units.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kCubicCm = 1e6;
constexpr double kLeastGapMm = 0.8; // between flat faces at the top, for a stretched rod; common practice, no source

std::vector<InputSpec> cylinderInputs() {
    const QString mm = QStringLiteral("mm"), cm3 = QStringLiteral("cm³");
    return {
        {{"bore_mm", 20., 130., {70., 69.9, 70.1}}, CylinderPage::tr("bore"), mm, 0.1, 2},
        {{"stroke_mm", 15., 130., {60., 59.9, 60.1}}, CylinderPage::tr("stroke"), mm, 0.1, 2},
        {{"rod_mm", 30., 260., {112., 108., 118.}}, CylinderPage::tr("rod"), mm, 0.5, 1},
        {{"burette_cm3", 0.5, 300., {22., 21.7, 22.3}}, CylinderPage::tr("head by burette"), cm3, 0.1, 1},
        {{"gasket_mm", 0.05, 4., Ranged::exactly(0.6), true}, CylinderPage::tr("gasket, pressed"), mm, 0.05, 2},
        {{"deck_mm", -3., 5., Ranged::exactly(0.2), true},
         CylinderPage::tr("piston's edge under the barrel"),
         mm,
         0.05,
         2},
        {{"dome_cm3", -20., 40., {1., 0.7, 1.3}}, CylinderPage::tr("dome (a dish is negative)"), cm3, 0.1, 1},
        {{"skim_mm", 0., 3., Ranged::exactly(0.), true}, CylinderPage::tr("skimmed off the head"), mm, 0.05, 2},
        {{"exhaust_opens_deg", 0., 125., Ranged::exactly(0.), true},
         CylinderPage::tr("exhaust port opens (0: none)"),
         QStringLiteral("°"),
         0.5,
         1},
        {{"octane", 80., 120., Ranged::exactly(95.), true}, CylinderPage::tr("fuel, research octane"), {}, 1., 0},
        {{"torque_nm", 0., 400., {0., 0., 0.}},
         CylinderPage::tr("torque at the peak (0: not known)"),
         QStringLiteral("Nm"),
         1.,
         1},
        {{"cylinders", 1., 12., Ranged::exactly(1.)}, CylinderPage::tr("cylinders"), {}, 1., 0},
        {{"piston_g", 10., 1500., {260., 235., 290.}},
         CylinderPage::tr("piston, pin, rings"),
         QStringLiteral("g"),
         1.,
         0},
        {{"rpm", 1000., 22000., Ranged::within(9000., 5.), true},
         CylinderPage::tr("at"),
         QStringLiteral("rpm"),
         50.,
         0},
    };
}

} // namespace

CylinderPage::CylinderPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "cylinder", tr("The cylinder cut open"), QStringLiteral("Cylinder"),
                 cylinderInputs(), parent) {
    take({});
}

bool CylinderPage::twoStroke() const {
    return m_facts.hasMachine ? isTwoStroke(m_facts.machine, 4)
                              : m_facts.pulls.twoStroke || n("exhaust_opens_deg") > 1.;
}

void CylinderPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    for (const char* key : {"bore_mm", "stroke_mm", "rod_mm", "exhaust_opens_deg"})
        in.offer(key, f.sheet(key), Origin::Sheet);
    if (f.hasMachine)
        in.offer("cylinders", std::optional(static_cast<double>(f.machine.cylinders)), Origin::Sheet);
    // A ratio on the sheet tells the chamber until somebody pours it.
    if (const auto ratio = f.sheet("compression")) {
        const double swept = sweptM3(n("bore_mm") / kMmPerM, n("stroke_mm") / kMmPerM);
        ChamberParts rest{0.,
                          n("bore_mm") / kMmPerM,
                          n("gasket_mm") / kMmPerM,
                          n("bore_mm") / kMmPerM,
                          n("deck_mm") / kMmPerM,
                          n("dome_cm3") / kCubicCm};
        const double head = (chamberForRatioM3(swept, *ratio) - chamberM3(rest)) * kCubicCm;
        in.offer("burette_cm3", Ranged{head, 0.97 * head, 1.03 * head}, Origin::Sheet);
    }
    if (f.pulls.peakRpm) {
        in.offer("rpm", f.pulls.peakRpm->mid, Origin::Pulls);
        if (f.pulls.peakW)
            in.offer("torque_nm", std::optional(f.pulls.peakW->mid / radPerSFromRpm(f.pulls.peakRpm->mid)),
                     Origin::Pulls);
    }
    if (const auto limiter = f.sheet("limiter_rpm"))
        in.offer("rpm", limiter, Origin::Sheet);
}

void CylinderPage::workOut() {
    CylinderAsked a;
    a.boreM = n("bore_mm") / kMmPerM;
    a.strokeM = n("stroke_mm") / kMmPerM;
    a.rodM = n("rod_mm") / kMmPerM;
    a.parts.gasketBoreM = a.boreM; // gaskets are cut a little wider; the burette's margin covers it
    a.parts.gasketM = n("gasket_mm") / kMmPerM;
    a.parts.deckM = n("deck_mm") / kMmPerM;
    a.parts.domeM3 = n("dome_cm3") / kCubicCm;
    a.skimM = n("skim_mm") / kMmPerM;
    const Ranged& poured = r("burette_cm3");
    a.buretteM3 = {poured.value / kCubicCm, poured.low / kCubicCm, poured.high / kCubicCm};
    if (n("exhaust_opens_deg") > 60.)
        if (const Result<Crank> crank = checkedCrank(a.strokeM, a.rodM))
            a.exhaustDownM = pistonDownM(*crank, n("exhaust_opens_deg"));
    a.engineRpm = n("rpm");
    a.pistonKg = n("piston_g") / 1000.;
    if (n("torque_nm") > 0.)
        a.torqueNm = n("torque_nm");
    a.cylinders = static_cast<int>(std::lround(n("cylinders")));
    a.strokes = twoStroke() ? 2 : 4;
    const Result<CylinderAnswer> answer = cylinderAnswer(a);
    offerPin({});
    if (!answer) {
        m_answer.reset();
        impossible(answer.error());
        return;
    }
    m_answer = *answer;
    const CylinderAnswer& out = *m_answer;
    headline(tr("Compression %1 : 1").arg(ranged(out.ratio, 1, {})));
    if (out.trapped)
        say(tr("Trapped, above the exhaust port: %1 : 1.").arg(ranged(*out.trapped, 1, {})));
    say(tr("Chamber %1 cm³ over %2 cm³ swept. 0.1 mm off head or gasket adds %3.")
            .arg(ranged({out.chamberM3.value * kCubicCm, out.chamberM3.low * kCubicCm, out.chamberM3.high * kCubicCm},
                        1, {}),
                 number(out.sweptM3 * kCubicCm, 1), number(out.ratioPerTenthMm, 2)));
    say(tr("At %1 rpm: piston %2 m/s in the mean, %3 kN at the pin.")
            .arg(number(n("rpm"), 0), number(out.pistonSpeedMPerS, 1), number(out.forceN / 1000., 2)));
    if (out.meanPressurePa)
        say(tr("Mean effective pressure %1 bar%2.")
                .arg(number(*out.meanPressurePa / 1e5, 1), m_facts.pulls.measuredAt == MeasuredAt::Wheel
                                                               ? tr(" by the wheel's torque; the crank's is higher")
                                                               : QString()));
    const FuelMargin margin = usualFuelMargin(n("octane"), twoStroke());
    const double judged = twoStroke() && out.trapped ? out.trapped->value : out.ratio.value;
    const QString usual = tr("%1 to %2 : 1").arg(number(margin.easyRatio, 1), number(margin.edgeRatio, 1));
    if (judged > margin.edgeRatio)
        caution(tr("Above what octane %1 is usually run at (%2): expect detonation at full load. Common practice only; "
                   "listen, and read plug and piston.")
                    .arg(number(n("octane"), 0), usual));
    else
        say(judged > margin.easyRatio ? tr("Octane %1 is usually run at up to %2: near its edge. Common practice only.")
                                            .arg(number(n("octane"), 0), usual)
                                      : tr("Octane %1 is usually run at up to %2: some room. Common practice only.")
                                            .arg(number(n("octane"), 0), usual));
    if (out.pistonSpeedMPerS > kHighPistonSpeed)
        caution(tr("%1 m/s in the mean asks for the engine maker's word.").arg(number(out.pistonSpeedMPerS, 1)));
    if (n("gasket_mm") + n("deck_mm") < kLeastGapMm)
        caution(tr("Gasket and deck leave %1 mm between flat faces: a stretched rod needs some 0.8.")
                    .arg(number(n("gasket_mm") + n("deck_mm"), 2)));
    formula(tr("R = (Vs + Vc) / Vc = (%1 + %2) / %2. Any text on engines.")
                .arg(number(out.sweptM3 * kCubicCm, 1), number(out.chamberM3.value * kCubicCm, 1)));
    unknown(tr("It does not know the shape of the chamber, the heat or the advance; two engines of one ratio do not "
               "knock alike. A warm squish reading by solder "
               "is worth more than a sum of parts."));
    if ((inputs().byHand("gasket_mm") || inputs().byHand("skim_mm") || inputs().byHand("deck_mm")) &&
        m_facts.pulls.peakW) {
        const FigureInput gasket = inputs().before("gasket_mm");
        PinOffer pin;
        pin.setupName = tr("compression %1").arg(number(out.ratio.value, 1));
        pin.changes = {{"head gasket", stored(gasket.value.value, 2) + " mm", stored(n("gasket_mm"), 2) + " mm"},
                       {"head skim", "0 mm", stored(n("skim_mm"), 2) + " mm"}};
        alsoMoved(pin, {"deck_mm"});
        std::erase_if(pin.changes, [](const SetupChange& c) { return c.from == c.to || c.to == "0.00 mm"; });
        for (std::size_t i = 1; i < pin.changes.size(); ++i)
            pin.changes[i].belongs = true;
        ChamberParts was = a.parts;
        was.boreM = a.boreM;
        was.gasketM = gasket.value.value / kMmPerM;
        was.deckM = inputs().before("deck_mm").value.value / kMmPerM;
        was.buretteM3 = a.buretteM3.value;
        pin.quantity = PredictedQuantity::PeakPower;
        pin.predicted = peakAfterCompression(*m_facts.pulls.peakW, (out.sweptM3 + chamberM3(was)) / chamberM3(was),
                                             out.ratio.value);
        if (!pin.changes.empty())
            offerPin(pin);
    }
}

CylinderPage::Places CylinderPage::places(const QRectF& area) const {
    constexpr double kPxPerMm = 26.; // gaskets and decks are drawn many times larger than bore and stroke
    const double width = std::min(0.42 * area.width(), 330.);
    const double left = area.left() + 0.27 * area.width();
    return {left, left + width, area.top() + 0.44 * area.height(), kPxPerMm, area.bottom() - 30.};
}

std::vector<Handle> CylinderPage::handles(const QRectF& area) const {
    const Places g = places(area);
    const double gasket = n("gasket_mm") * g.pxPerMm, deck = n("deck_mm") * g.pxPerMm;
    std::vector<Handle> out;
    const double deckY = g.deckY, px = g.pxPerMm;
    out.push_back(handle("gasket_mm", {g.right + 40., deckY - gasket}, Qt::RightEdge,
                         [deckY, px](QPointF at) { return (deckY - at.y()) / px; }));
    out.push_back(handle(
        "deck_mm", {g.left + 0.16 * (g.right - g.left), deckY + deck}, Qt::BottomEdge,
        [deckY, px](QPointF at) { return (at.y() - deckY) / px; }, false));
    const double headTop = deckY - gasket, now = n("skim_mm");
    out.push_back(handle("skim_mm", {g.left - 40., headTop - now * px}, Qt::LeftEdge,
                         [headTop, px](QPointF at) { return (headTop - at.y()) / px; }));
    return out;
}

void CylinderPage::draw(QPainter& p, const QRectF& area) {
    if (!m_answer)
        return;
    const Tokens& t = m_theme.tokens();
    const Places g = places(area);
    const double gasket = n("gasket_mm") * g.pxPerMm, deck = n("deck_mm") * g.pxPerMm, skim = n("skim_mm") * g.pxPerMm;
    const double face = g.deckY - gasket, crown = g.deckY + deck, width = g.right - g.left,
                 middle = 0.5 * (g.left + g.right);
    p.setFont(Theme::font(Size::Small));
    // Barrel, gasket, head.
    p.setPen(QPen(t.ink, 1.6));
    p.setBrush(t.sameSoft);
    p.drawRect(QRectF(QPointF(g.left - 70., g.deckY), QPointF(g.left, g.bottomY)));
    p.drawRect(QRectF(QPointF(g.right, g.deckY), QPointF(g.right + 70., g.bottomY)));
    p.setBrush(t.amberSoft);
    p.drawRect(QRectF(QPointF(g.left - 70., face), QPointF(g.left, g.deckY)));
    p.drawRect(QRectF(QPointF(g.right, face), QPointF(g.right + 70., g.deckY)));
    QPainterPath head;
    const double bowl = std::clamp(40. + 2.2 * n("burette_cm3"), 46., 0.36 * area.height() - skim * 0.2);
    head.moveTo(g.left - 70., face);
    head.lineTo(g.left, face);
    head.lineTo(g.left + 0.1 * width, face);
    head.cubicTo(QPointF(g.left + 0.16 * width, face - 1.3 * bowl), QPointF(g.right - 0.16 * width, face - 1.3 * bowl),
                 QPointF(g.right - 0.1 * width, face));
    head.lineTo(g.right + 70., face);
    head.lineTo(g.right + 70., area.top() + 26.);
    head.lineTo(g.left - 70., area.top() + 26.);
    head.closeSubpath();
    p.setBrush(t.panel);
    p.drawPath(head);
    if (skim > 0.) {
        p.setPen(QPen(t.amber, 1.4, Qt::DashLine));
        p.drawLine(QPointF(g.left - 70., face + 2.), QPointF(g.left - 4., face + 2.));
        p.setPen(t.muted);
        p.drawText(QRectF(g.left - 200., face - skim - 34., 150., 16.), Qt::AlignRight, tr("so much off"));
    }
    // Piston at the top, its dome.
    QPainterPath piston;
    const double dome = 3.2 * n("dome_cm3");
    piston.moveTo(g.left + 3., g.bottomY);
    piston.lineTo(g.left + 3., crown);
    piston.quadTo(QPointF(middle, crown - 2. * dome), QPointF(g.right - 3., crown));
    piston.lineTo(g.right - 3., g.bottomY);
    p.setPen(QPen(t.ink, 2.));
    p.setBrush(t.raised);
    p.drawPath(piston);
    p.setPen(QPen(t.muted, 1));
    for (int ring = 1; ring <= 2; ++ring)
        p.drawLine(QPointF(g.left + 3., crown + 18. * ring), QPointF(g.right - 3., crown + 18. * ring));
    p.setFont(Theme::font(Size::Huge, true));
    p.setPen(t.accent);
    p.drawText(QRectF(g.left, crown + 66., width, 42.), Qt::AlignCenter,
               tr("%1 : 1").arg(number(m_answer->ratio.value, 1)));
    p.setFont(Theme::font(Size::Body));
    p.setPen(t.muted);
    p.drawText(QRectF(g.left, crown + 108., width, 20.), Qt::AlignCenter,
               m_answer->trapped ? tr("trapped %1 : 1").arg(number(m_answer->trapped->value, 1)) : tr("full"));
    p.drawText(QRectF(g.left, face - bowl * 0.55, width, 20.), Qt::AlignCenter,
               tr("head %1 cm³").arg(number(n("burette_cm3"), 1)));
    p.setFont(Theme::font(Size::Small));
    p.drawText(QRectF(area.left(), area.top() + 2., area.width(), 16.), Qt::AlignCenter,
               tr("gasket, deck and skim are drawn larger than they are"));
    p.drawText(QRectF(g.right + 76., face + 14., 130., 16.), Qt::AlignLeft, tr("gasket"));
    p.drawText(QRectF(g.left, g.bottomY - 24., width, 16.), Qt::AlignCenter,
               tr("bore %1, stroke %2 mm").arg(number(n("bore_mm"), 1), number(n("stroke_mm"), 1)));
}

} // namespace jr::app
