// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/cam_page.h"

#include "app/charts/nice_ticks.h"
#include "archive/formats/job_sheets.h"
#include "core/figure/predict/next_part.h"
#include "core/figure/slips.h"
#include "core/units/units.h"

#include <QPainter>
#include <QPainterPath>
#include <QPushButton>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

std::vector<InputSpec> camInputs() {
    const QString deg = QStringLiteral("°"), mm = QStringLiteral("mm");
    return {
        {{"intake_duration_deg", 180., 340., {250., 240., 262.}}, CamPage::tr("intake duration"), deg, 1., 0},
        {{"exhaust_duration_deg", 180., 340., {248., 238., 260.}}, CamPage::tr("exhaust duration"), deg, 1., 0},
        {{"stated_mm", 0., 2., Ranged::exactly(1.), true}, CamPage::tr("events stated at a lift of"), mm, 0.1, 2},
        {{"intake_centre_deg", 80., 130., {104., 100., 110.}}, CamPage::tr("intake centre after top"), deg, 1., 1},
        {{"exhaust_centre_deg", 80., 130., {106., 101., 112.}}, CamPage::tr("exhaust centre before top"), deg, 1., 1},
        {{"both_deg", -20., 20., Ranged::exactly(0.), true}, CamPage::tr("both later by"), deg, 1., 1},
        {{"intake_lift_mm", 3., 16., {9.2, 8.6, 9.8}}, CamPage::tr("intake lift"), mm, 0.1, 2},
        {{"exhaust_lift_mm", 3., 16., {8.8, 8.2, 9.4}}, CamPage::tr("exhaust lift"), mm, 0.1, 2},
        {{"intake_lash_mm", 0.02, 0.6, {0.12, 0.1, 0.15}}, CamPage::tr("intake lash"), mm, 0.01, 2},
        {{"exhaust_lash_mm", 0.02, 0.6, {0.18, 0.15, 0.22}}, CamPage::tr("exhaust lash"), mm, 0.01, 2},
        {{"stroke_mm", 15., 130., {62., 58., 66.}}, CamPage::tr("stroke"), mm, 0.5, 1},
        {{"rod_mm", 40., 260., {112., 106., 120.}}, CamPage::tr("rod"), mm, 0.5, 1},
        {{"intake_room_mm", 0.3, 6., {1.8, 1.2, 2.4}}, CamPage::tr("intake valve to piston, measured"), mm, 0.1, 2},
        {{"exhaust_room_mm", 0.3, 6., {2.3, 1.6, 3.}}, CamPage::tr("exhaust valve to piston, measured"), mm, 0.1, 2},
        {{"valve_deg", 0., 40., {13., 10., 17.}}, CamPage::tr("valve leans by"), deg, 1., 0},
    };
}

} // namespace

CamPage::CamPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "cam", tr("Lift curves and events"), QStringLiteral("Cams"), camInputs(), parent) {
    m_toReady = addTool(tr("Clearances on &Ready"));
    m_toReady->setToolTip(tr("Lines of the walk-round to be measured after fitting"));
    connect(m_toReady, &QPushButton::clicked, this, &CamPage::putClearancesOnReady);
    take({});
}

void CamPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    for (const char* key : {"intake_duration_deg", "exhaust_duration_deg", "intake_lift_mm", "intake_lash_mm",
                            "exhaust_lash_mm", "stroke_mm", "rod_mm"})
        in.offer(key, f.sheet(key), Origin::Sheet);
}

/// A cam by the values of `value(key)`: as they are now, or as they were before a hand moved them.
template <class Value>
LobeSetting CamPage::lobe(bool intake, const Value& value) const {
    const auto mm = [&](const char* in, const char* ex) { return value(intake ? in : ex) / kMmPerM; };
    LobeSetting out;
    out.centreDeg = (intake ? value("intake_centre_deg") : -value("exhaust_centre_deg")) + value("both_deg");
    out.durationDeg = value(intake ? "intake_duration_deg" : "exhaust_duration_deg");
    out.highestM = mm("intake_lift_mm", "exhaust_lift_mm");
    out.statedAtM = value("stated_mm") / kMmPerM;
    out.statedLashM = inputs().before(intake ? "intake_lash_mm" : "exhaust_lash_mm").value.value / kMmPerM;
    out.lashM = mm("intake_lash_mm", "exhaust_lash_mm");
    return out;
}

LobeSetting CamPage::lobeNow(bool intake) const {
    return lobe(intake, [&](const char* key) { return n(key); });
}

LobeSetting CamPage::lobeBefore(bool intake) const {
    return lobe(intake, [&](const char* key) { return inputs().before(key).value.value; });
}

void CamPage::workOut() {
    const double both = n("both_deg");
    const Result<CamAnswer> answer = camAnswer(lobeNow(true), lobeNow(false));
    if (m_toReady)
        m_toReady->setEnabled(m_model.hasJob());
    if (!answer) {
        impossible(answer.error());
        return;
    }
    m_events = answer->events;
    m_figures = answer->figures;
    const CamFigures& f = m_figures;
    headline(tr("Overlap %1°, separation %2°").arg(number(f.overlapDeg, 0), number(f.separationDeg, 1)));
    say(tr("Intake opens %1° before top and closes %2° after bottom; exhaust opens %3° before bottom and closes %4° "
           "after top; at %5 mm.")
            .arg(number(m_events.intakeOpensDeg, 0), number(m_events.intakeClosesDeg, 0),
                 number(m_events.exhaustOpensDeg, 0), number(m_events.exhaustClosesDeg, 0), number(n("stated_mm"), 2)));
    say(tr("Lift at top centre: intake about %1 mm, exhaust about %2 mm.")
            .arg(number(answer->intakeAtTopM * kMmPerM, 1), number(answer->exhaustAtTopM * kMmPerM, 1)));
    sayRoom();
    sayEnds();
    for (const char* key : {"intake_duration_deg", "exhaust_duration_deg"})
        if (const auto slip = looksLikeSeatEvents(n(key), n("stated_mm")))
            caution(message(*slip));
    formula(tr("duration = %1 + 180 + %2 = %3°; centre = %3 / 2 − %1 = %4°; separation = (%4 + %5) / 2. Common "
               "practice, no source.")
                .arg(number(m_events.intakeOpensDeg, 0), number(m_events.intakeClosesDeg, 0),
                     number(f.intakeDurationDeg, 0), number(f.intakeCentreDeg, 1), number(f.exhaustCentreDeg, 1)));
    unknown(tr(
        "The curves are drawn from lift and duration, no cam is exactly so. What a centre is worth on this engine only "
        "its pulls say; the last word on room has clay or a light spring."));
    offerPin({});
    if (inputs().byHand("intake_centre_deg") || inputs().byHand("exhaust_centre_deg") || inputs().byHand("both_deg")) {
        const auto words = [&](const char* key, double turn) {
            return QString::number(n(key) + turn, 'f', 1).toStdString() + "°";
        };
        const auto was = [&](const char* key) {
            return QString::number(inputs().before(key).value.value, 'f', 1).toStdString() + "°";
        };
        PinOffer pin;
        pin.setupName = tr("cams at %1 / %2")
                            .arg(number(n("intake_centre_deg") + both, 0), number(n("exhaust_centre_deg") - both, 0));
        // Two cams turned are one change: what belongs to the other says so.
        pin.changes = {{"intake centre", was("intake_centre_deg"), words("intake_centre_deg", both)},
                       {"exhaust centre", was("exhaust_centre_deg"), words("exhaust_centre_deg", -both)}};
        std::erase_if(pin.changes, [](const SetupChange& c) { return c.from == c.to; });
        for (std::size_t i = 1; i < pin.changes.size(); ++i)
            pin.changes[i].belongs = true;
        alsoMoved(pin, {"intake_lash_mm", "exhaust_lash_mm", "intake_lift_mm", "exhaust_lift_mm", "intake_duration_deg",
                        "exhaust_duration_deg"});
        const double later = n("intake_centre_deg") + both - inputs().before("intake_centre_deg").value.value;
        if (m_facts.pulls.peakRpm && !pin.changes.empty()) {
            pin.predicted = peakAfterLaterIntake(m_facts.pulls.peakRpm->mid, later);
            offerPin(pin);
        }
    }
}

/// From a measured room at one setting to the room now, over the piston's range of inputs.
void CamPage::sayRoom() {
    const Result<Crank> crank = checkedCrank(n("stroke_mm") / kMmPerM, n("rod_mm") / kMmPerM);
    if (!crank) {
        caution(message(crank.error().message));
        return;
    }
    const auto one = [&](bool intake, const char* room, double least, const QString& what) {
        const Ranged measured = r(room);
        const Ranged now =
            roomAfter(*crank, lobeNow(intake), lobeBefore(intake),
                      {measured.value / kMmPerM, measured.low / kMmPerM, measured.high / kMmPerM}, r("valve_deg"));
        const Ranged answer{now.value * kMmPerM, now.low * kMmPerM, now.high * kMmPerM};
        say(tr("%1 valve to piston: %2, least %3° from top.")
                .arg(
                    what, ranged(answer, 2, QStringLiteral("mm")),
                    number(std::abs(leastRoom(*crank, liftCurveOf(lobeNow(intake)), 0., n("valve_deg")).crankDeg), 0)));
        if (answer.low < least * kMmPerM)
            caution(tr("%1: less than %2 mm is not left for a stretched rod and a floating valve. Measure it before "
                       "the engine turns.")
                        .arg(what, number(least * kMmPerM, 1)));
    };
    one(true, "intake_room_mm", kLeastIntakeRoomM, tr("Intake"));
    one(false, "exhaust_room_mm", kLeastExhaustRoomM, tr("Exhaust"));
}

/// What a cam of this job gave at the top and took at the bottom.
void CamPage::sayEnds() {
    for (const auto& [id, ends] : m_facts.camEnds) {
        const SetupRecord* setup = m_model.job().setup(id);
        const auto pct = [](const Estimate& e) {
            const QString mid = QLocale().toString(e.mid, 'f', 1);
            return std::isfinite(e.low)
                       ? tr("%1 % (%2 to %3)")
                             .arg(mid, QLocale().toString(e.low, 'f', 1), QLocale().toString(e.high, 'f', 1))
                       : tr("%1 %").arg(mid);
        };
        if (setup)
            say(tr("By the pulls %1 changed the bottom by %2 and the top by %3; they meet at %4 rpm.")
                    .arg(QString::fromStdString(setup->name), pct(ends.bottomPct), pct(ends.topPct),
                         number(ends.splitRpm, 0)));
    }
}

void CamPage::putClearancesOnReady() {
    if (!m_model.hasJob())
        return;
    const std::string body = m_model.sheet(sheet_kind::walkRound);
    WalkRound round = walkRoundOf(body);
    if (round.lines.empty())
        round = usualWalkRound(m_facts.machine.kind, BenchType::Roller);
    for (const auto& [key, words, lash] :
         {std::tuple{"intake_clearance_mm", tr("intake valve clearance, cold"), n("intake_lash_mm")},
          std::tuple{"exhaust_clearance_mm", tr("exhaust valve clearance, cold"), n("exhaust_lash_mm")}}) {
        std::erase_if(round.lines, [&](const WalkLine& l) { return l.key == key; });
        WalkLine line;
        line.key = key;
        line.words = words.toStdString();
        line.area = WalkArea::Machine;
        line.unit = "mm";
        constexpr double kEitherSideMm = 0.02; // a feeler gauge's step
        line.low = lash - kEitherSideMm;
        line.high = lash + kEitherSideMm;
        round.lines.push_back(line);
    }
    m_model.setSheet(sheet_kind::walkRound, sheetBody(round, earlierRoundsOf(body)),
                     tr("valve clearances on the walk-round"));
}

CamPage::Plot CamPage::plot(const QRectF& area) const {
    const double highest = std::max(n("intake_lift_mm"), n("exhaust_lift_mm")) * 1.18;
    const double top = area.top() + 0.40 * area.height();
    return {QRectF(area.left() + 44., top, area.width() - 60., area.bottom() - top - 44.), -290., 290., highest};
}

std::vector<Handle> CamPage::handles(const QRectF& area) const {
    const Plot g = plot(area);
    const double both = n("both_deg");
    std::vector<Handle> out;
    out.push_back(handle("exhaust_centre_deg",
                         {g.x(-n("exhaust_centre_deg") + both), g.y(exhaust().highestM() * kMmPerM)}, Qt::TopEdge,
                         [g, both](QPointF at) { return both - g.deg(at.x()); }));
    out.push_back(
        handle("both_deg", {g.x(both), g.box.bottom()}, Qt::BottomEdge, [g](QPointF at) { return g.deg(at.x()); }));
    out.push_back(handle("intake_centre_deg", {g.x(n("intake_centre_deg") + both), g.y(intake().highestM() * kMmPerM)},
                         Qt::TopEdge, [g, both](QPointF at) { return g.deg(at.x()) - both; }));
    // The lash is taken at the foot of each flank: more of it draws the foot in.
    const auto foot = [&](const char* key, const LiftCurve& curve, double side) {
        const double at = curve.centreDeg() + side * 0.5 * curve.seatDurationDeg();
        constexpr double kMmPerDegree = 0.01; // of the hand, not of the cam
        const double now = n(key), place = at;
        out.push_back(
            handle(key, {g.x(at), g.y(0.)}, side < 0. ? Qt::LeftEdge : Qt::RightEdge,
                   [g, now, place, side](QPointF p) { return now - side * (g.deg(p.x()) - place) * kMmPerDegree; }));
    };
    foot("exhaust_lash_mm", exhaust(), -1.);
    foot("intake_lash_mm", intake(), 1.);
    return out;
}

void CamPage::draw(QPainter& p, const QRectF& area) {
    const Tokens& t = m_theme.tokens();
    const Plot g = plot(area);
    const LiftCurve in = intake(), ex = exhaust();
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.line, 1));
    p.setBrush(Qt::NoBrush);
    p.drawLine(g.box.bottomLeft(), g.box.bottomRight());
    for (double mm : niceTicks(0., g.highestMm, 5)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.box.left(), g.y(mm)), QPointF(g.box.right(), g.y(mm)));
        p.setPen(t.muted);
        p.drawText(QRectF(g.box.left() - 44., g.y(mm) - 8., 38., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   number(mm, 0));
    }
    p.drawText(QRectF(g.box.left() - 40., g.box.top() - 22., 260., 16.), Qt::AlignLeft, tr("lift at the valve [mm]"));
    for (int deg = -270; deg <= 270; deg += 90) {
        p.setPen(QPen(t.line, 1, deg ? Qt::DotLine : Qt::SolidLine));
        p.drawLine(QPointF(g.x(deg), g.box.top()), QPointF(g.x(deg), g.box.bottom()));
        p.setPen(t.muted);
        if (deg)
            p.drawText(QRectF(g.x(deg) - 50., g.box.bottom() + 26., 100., 15.), Qt::AlignCenter,
                       std::abs(deg) == 180 ? tr("bottom") : QString::number(deg) + QStringLiteral("°"));
    }
    p.drawText(QRectF(g.x(0.) - 96., g.box.bottom() + 26., 60., 15.), Qt::AlignRight, tr("top"));
    const auto path = [&](const LiftCurve& c) {
        QPainterPath line;
        for (double deg = g.fromDeg; deg <= g.toDeg; deg += 2.)
            deg == g.fromDeg ? line.moveTo(g.x(deg), g.y(c.liftM(deg) * kMmPerM))
                             : line.lineTo(g.x(deg), g.y(c.liftM(deg) * kMmPerM));
        return line;
    };
    // The overlap: what both are open by.
    QPolygonF shared{QPointF(g.x(g.fromDeg), g.y(0.))};
    for (double deg = g.fromDeg; deg <= g.toDeg; deg += 1.)
        shared << QPointF(g.x(deg), g.y(std::min(in.liftM(deg), ex.liftM(deg)) * kMmPerM));
    QColor soft = t.accent;
    soft.setAlphaF(0.28f);
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawPolygon(shared);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.marks[2], 2.4));
    p.drawPath(path(ex));
    p.setPen(QPen(t.marks[3], 2.4, Qt::DashLine));
    p.drawPath(path(in));
    // As the machine has them.
    for (const auto& [key, sign] : {std::pair{"exhaust_centre_deg", -1.}, std::pair{"intake_centre_deg", 1.}})
        if (inputs().byHand(key) || inputs().byHand("both_deg")) {
            p.setPen(QPen(t.muted, 1, Qt::DotLine));
            const double at = g.x(sign * inputs().before(key).value.value);
            p.drawLine(QPointF(at, g.box.top() + 6.), QPointF(at, g.box.bottom()));
        }
    if (const Result<Crank> crank = checkedCrank(n("stroke_mm") / kMmPerM, n("rod_mm") / kMmPerM)) {
        QPainterPath piston;
        const double reach = crankDegAtDown(*crank, std::min(g.highestMm / kMmPerM, 0.9 * crank->strokeM));
        constexpr int kSteps = 60;
        for (int i = 0; i <= kSteps; ++i) {
            const double deg = reach * (2. * i / kSteps - 1.), mm = pistonDownM(*crank, deg) * kMmPerM;
            i == 0 ? piston.moveTo(g.x(deg), g.y(mm)) : piston.lineTo(g.x(deg), g.y(mm));
        }
        p.setPen(QPen(t.muted, 1.2, Qt::DashDotLine));
        p.drawPath(piston);
        p.setPen(t.muted);
        p.drawText(QRectF(g.x(-52.) - 150., g.box.top() + 2., 146., 15.), Qt::AlignRight, tr("the piston"));
    }
    p.setFont(Theme::font(Size::Body, true));
    p.setPen(t.marks[2]);
    p.drawText(QRectF(g.x(-n("exhaust_centre_deg")) - 100., g.y(0.5 * n("exhaust_lift_mm")), 200., 18.),
               Qt::AlignCenter, tr("exhaust"));
    p.setPen(t.marks[3]);
    p.drawText(QRectF(g.x(n("intake_centre_deg")) - 100., g.y(0.5 * n("intake_lift_mm")), 200., 18.), Qt::AlignCenter,
               tr("intake"));
    const double radius = 0.155 * area.height();
    drawCircle(p, {area.left() + 0.5 * area.width(), area.top() + radius + 22.}, radius);
}

/// Events round the crank, two turns laid over each other: intake outside, exhaust inside.
void CamPage::drawCircle(QPainter& p, const QPointF& c, double radius) const {
    const Tokens& t = m_theme.tokens();
    const auto ring = [&](double r, double fromDeg, double toDeg, const QColor& colour, Qt::PenStyle style) {
        p.setPen(QPen(colour, 9., style, Qt::FlatCap));
        p.drawArc(QRectF(c - QPointF(r, r), QSizeF(2. * r, 2. * r)), static_cast<int>((90. - toDeg) * 16.),
                  static_cast<int>((toDeg - fromDeg) * 16.));
    };
    ring(radius, -m_events.intakeOpensDeg, 180. + m_events.intakeClosesDeg, t.marks[3], Qt::SolidLine);
    ring(radius - 16., 180. - m_events.exhaustOpensDeg, 360. + m_events.exhaustClosesDeg, t.marks[2], Qt::SolidLine);
    p.setPen(QPen(t.line, 1));
    p.drawLine(c - QPointF(0., radius + 14.), c + QPointF(0., radius + 14.));
    p.setFont(Theme::font(Size::Small));
    const auto event = [&](double deg, double outer, Qt::Alignment side, const QColor& colour, const QString& text) {
        const double a = deg * kPi / 180.;
        const QPointF at = c + outer * QPointF(std::sin(a), -std::cos(a));
        p.setPen(colour);
        p.drawText(QRectF(side & Qt::AlignLeft ? at.x() : at.x() - 190., at.y() - 9., 190., 18.),
                   side | Qt::AlignVCenter, text);
    };
    const double outer = radius + 20.;
    event(-m_events.intakeOpensDeg - 14., outer, Qt::AlignRight, t.marks[3],
          tr("intake opens %1° before top").arg(number(m_events.intakeOpensDeg, 0)));
    event(180. + m_events.intakeClosesDeg, outer, Qt::AlignRight, t.marks[3],
          tr("closes %1° after bottom").arg(number(m_events.intakeClosesDeg, 0)));
    event(180. - m_events.exhaustOpensDeg, outer, Qt::AlignLeft, t.marks[2],
          tr("exhaust opens %1° before bottom").arg(number(m_events.exhaustOpensDeg, 0)));
    event(m_events.exhaustClosesDeg + 14., outer, Qt::AlignLeft, t.marks[2],
          tr("closes %1° after top").arg(number(m_events.exhaustClosesDeg, 0)));
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    p.drawText(QRectF(c.x() - 60., c.y() - 10., 120., 20.), Qt::AlignCenter,
               tr("overlap %1°").arg(number(m_figures.overlapDeg, 0)));
}

} // namespace jr::app
