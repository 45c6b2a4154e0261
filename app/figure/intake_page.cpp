// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/intake_page.h"

#include "app/charts/nice_ticks.h"
#include "archive/formats/job_readings.h"
#include "core/figure/predict/next_part.h"
#include "core/machine/machine_limits.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kCm3PerM3 = 1e6, kCm2PerM2 = 1e4;

std::vector<InputSpec> intakeInputs() {
    const QString mm = QStringLiteral("mm");
    return {
        {{"stack_mm", 5., 600., Ranged::within(90., 5.), true}, IntakePage::tr("stack"), mm, 5., 0},
        {{"carburettor_mm", 30., 250., {95., 85., 110.}},
         IntakePage::tr("carburettor or throttle body, long"),
         mm,
         1.,
         0},
        {{"port_mm", 30., 250., {100., 90., 115.}}, IntakePage::tr("port to the valve, long"), mm, 1., 0},
        {{"bore_mm", 10., 100., {40., 38., 42.}}, IntakePage::tr("runner bore"), mm, 0.5, 1},
        {{"throat_mm", 6., 90., {38., 36., 40.}}, IntakePage::tr("narrowest bore"), mm, 0.5, 1},
        {{"bell_mm", 0., 60., Ranged::within(10., 5.), true}, IntakePage::tr("radius of the bell's lip"), mm, 0.5, 1},
        {{"filter_cm2", 5., 4000., Ranged::within(180., 5.), true},
         IntakePage::tr("filter area"),
         QStringLiteral("cm²"),
         5.,
         0},
        {{"wind_m_s", 0., 60., Ranged::exactly(0.), true},
         IntakePage::tr("wind or fan at the mouth"),
         QStringLiteral("m/s"),
         1.,
         0},
        {{"rpm", 1000., 20000., Ranged::within(8000., 5.), true},
         IntakePage::tr("looked at"),
         QStringLiteral("rpm"),
         50.,
         0},
        {{"capacity_cm3", 15., 3000., {400., 390., 410.}}, IntakePage::tr("capacity"), QStringLiteral("cm³"), 5., 0},
        {{"cylinders", 1., 12., Ranged::exactly(1.)}, IntakePage::tr("cylinders"), {}, 1., 0},
        {{"efficiency_pct", 30., 140., {90., 80., 100.}},
         IntakePage::tr("how full it fills"),
         QStringLiteral("%"),
         1.,
         0},
        {{"closes_deg", 10., 110., {60., 50., 72.}},
         IntakePage::tr("intake closes after bottom, at the seat"),
         QStringLiteral("°"),
         1.,
         0},
        {{"compression", 5., 17., {11., 10.5, 11.5}}, IntakePage::tr("compression"), QStringLiteral(":1"), 0.1, 1},
        {{"air_c", -30., 90., {30., 22., 42.}}, IntakePage::tr("air in the runner"), QStringLiteral("°C"), 1., 0},
    };
}

} // namespace

IntakePage::IntakePage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "intake", tr("An intake to scale"),
                 QStringLiteral("Stack, runner, filter, throat"), intakeInputs(), parent) {
    take({});
}

void IntakePage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    in.offer("stack_mm", f.part({"intake stack", "stack", "stack length", "velocity stack"}), Origin::Sheet);
    in.offer("throat_mm", f.sheet("carburettor_mm"), Origin::Sheet);
    if (const auto throat = f.sheet("carburettor_mm"))
        in.offer("bore_mm", std::optional(*throat + 1.5), Origin::Handbook);
    in.offer("compression", f.sheet("compression"), Origin::Sheet);
    auto capacity = f.sheet("capacity_cm3");
    if (!capacity && f.hasMachine)
        capacity = capacityCm3(f.machine);
    in.offer("capacity_cm3", capacity, Origin::Sheet);
    if (f.hasMachine)
        in.offer("cylinders", std::optional(static_cast<double>(f.machine.cylinders)), Origin::Sheet);
    if (f.pulls.peakRpm)
        in.offer("rpm", f.pulls.peakRpm->mid, Origin::Pulls);
    if (f.pulls.airC) // the runner is warmer than the bay by what the head gives it
        in.offer("air_c", Ranged{*f.pulls.airC + 8., *f.pulls.airC, *f.pulls.airC + 20.}, Origin::Pulls);
}

void IntakePage::workOut() {
    IntakeAsked a;
    a.displacementM3 = n("capacity_cm3") / kCm3PerM3;
    a.cylinders = static_cast<int>(std::lround(n("cylinders")));
    a.strokes = m_facts.hasMachine ? (isTwoStroke(m_facts.machine, 4) ? 2 : 4) : m_facts.pulls.twoStroke ? 2 : 4;
    const Ranged& full = r("efficiency_pct");
    a.efficiency = {full.value / 100., full.low / 100., full.high / 100.};
    a.engineRpm = n("rpm");
    a.airC = r("air_c");
    a.airKgM3 = m_facts.pulls.airKgM3.value_or(a.airKgM3);
    a.intakeClosesDeg = r("closes_deg");
    a.runnerM = runnerM();
    a.runnerBoreM = n("bore_mm") / kMmPerM;
    a.throatM = n("throat_mm") / kMmPerM;
    a.bellRadiusM = n("bell_mm") / kMmPerM;
    a.compression = n("compression");
    a.filterM2 = n("filter_cm2") / kCm2PerM2;
    a.windMPerS = n("wind_m_s");
    const Result<IntakeAnswer> answer = intakeAnswer(a);
    offerPin({});
    if (!answer) {
        m_answer.reset();
        impossible(answer.error());
        return;
    }
    m_answer = *answer;
    const IntakeAnswer& out = *m_answer;
    // The order that lies nearest to where the engine is looked at.
    std::size_t nearest = 0;
    for (std::size_t i = 1; i < kOrders.size(); ++i)
        if (std::abs(out.waveRpm[i].value - n("rpm")) < std::abs(out.waveRpm[nearest].value - n("rpm")))
            nearest = i;
    headline(tr("%1 mm from valve to mouth").arg(number(runnerM() * kMmPerM, 0)));
    say(tr("Wave school: on order %1 it suits %2. Resonator school: %3.")
            .arg(number(kOrders[nearest], 0), speeds(out.waveRpm[nearest]), speeds(out.resonatorRpm)));
    say(tr("They differ because one follows a wave running to and fro and the other lets cylinder and runner hum like "
           "a bottle; "
           "real engines lie between, and only pulls tell where."));
    say(tr("At %1 rpm the engine asks for %2 m³/h (%3 to %4): %5 m/s through %6 mm in the mean, about %9 while it is "
           "open; Reynolds number %7, %8.")
            .arg(number(n("rpm"), 0), number(out.demandM3PerS.value * 3600., 0),
                 number(out.demandM3PerS.low * 3600., 0), number(out.demandM3PerS.high * 3600., 0),
                 ranged(out.throatMPerS, 0, {}), number(n("throat_mm"), 1),
                 number(std::round(out.throat.reynolds / 1000.) * 1000., 0),
                 out.throat.reynolds > kTurbulentReynolds ? tr("turbulent") : tr("not surely turbulent"))
            .arg(ranged(out.openSpeedMPerS, 0, {})));
    const double wanted = out.filterWantedM2 * kCm2PerM2;
    say(tr("Filter by the handbook rule: %1 cm² of pleated panel; there is %2 cm², which loses %3 when clean.")
            .arg(number(wanted, 0), number(n("filter_cm2"), 0),
                 ranged({out.filterLossPa.value, std::round(out.filterLossPa.low / 10.) * 10.,
                         std::round(out.filterLossPa.high / 10.) * 10.},
                        0, QStringLiteral("Pa"))));
    if (n("filter_cm2") < 0.8 * wanted)
        caution(tr("The filter is small for this speed: it will cost at the top and choke as it fills with dust."));
    if (out.openSpeedMPerS.high > kHighThroatSpeed)
        caution(tr("%1 m/s while it is open is where an intake strangles at full power.")
                    .arg(ranged(out.openSpeedMPerS, 0, {})));
    if (out.bellShare < kPoorBellRadiusOfBore)
        caution(tr("A lip of %1 mm is a sharp edge to the air: below a tenth of the bore it costs flow, a quarter is "
                   "enough.")
                    .arg(number(n("bell_mm"), 1)));
    if (n("wind_m_s") > 0.5)
        caution(tr("%1 m/s at the mouth is %2 Pa (%3 % of the air's pressure) if it blows in, and upsets a carburettor "
                   "if it blows across. "
                   "Keep the fans as they are for both sides.")
                    .arg(number(n("wind_m_s"), 0), number(out.windPa, 0), number(out.windPct, 2)));
    sayFlowAndRoad();
    formula(tr("wave: L = (90 + IVC) · c / (12 · n · k), k = %1; resonator: n = 60 c / (2π · 2.1) · √(A / (L V)), "
               "Engelman 1973; values from memory.")
                .arg(number(kOrders[nearest], 0)));
    unknown(tr("It knows no air box, no bend and no other cylinder on the same plenum. Which order an engine answers "
               "to is seen in its pulls: step the "
               "stack three times and look at the sweep."));
    if (inputs().byHand("stack_mm") && m_facts.pulls.peakRpm) {
        PinOffer pin;
        pin.setupName = tr("stack %1 mm").arg(number(n("stack_mm"), 0));
        pin.changes = {{"intake stack", stored(inputs().before("stack_mm").value.value, 0) + " mm",
                        stored(n("stack_mm"), 0) + " mm"}};
        const double before = (inputs().before("stack_mm").value.value + n("carburettor_mm") + n("port_mm")) / kMmPerM;
        alsoMoved(pin, {"bell_mm", "throat_mm", "filter_cm2", "bore_mm"});
        pin.predicted = peakAfterRunner(*m_facts.pulls.peakRpm, before, runnerM());
        offerPin(pin);
    }
}

/// Flow figures and times read off in this job, beside what the bench says of the same parts.
void IntakePage::sayFlowAndRoad() {
    for (const JobQuantity& q :
         m_model.hasJob() ? jobReadingsOf(m_model.sheet(sheet_kind::readings)) : std::vector<JobQuantity>{}) {
        const bool flow = isFlowUnit(q.unit);
        const bool time = q.unit == "s";
        if (!flow && !time)
            continue;
        const SetupRecord* setup = m_model.job().setup(m_facts.setupId);
        if (!setup || setup->parentId.empty())
            continue;
        const ReadingSheet with = q.of(setup->id, setup->name), base = q.of(setup->parentId, {});
        const double before = meanReading(base), after = meanReading(with);
        if (!(before > 0.) || !(after > 0.))
            continue;
        const QString name = QString::fromStdString(q.quantity), unit = QString::fromStdString(q.unit);
        const auto powers = m_facts.others.find(setup->parentId);
        if (time)
            say(tr("Beside it, %1: %2 %4 before, %3 %4 with it.").arg(name, number(before, 2), number(after, 2), unit));
        else if (powers != m_facts.others.end() && powers->second.peakW && m_facts.pulls.peakW) {
            if (const auto share = flowToPower(before, after, powers->second.peakW->mid, m_facts.pulls.peakW->mid))
                say(tr("%1: %2 % flow, %3 % power at the peak: %4 of the flow became power here. A flow figure is not "
                       "a power figure.")
                        .arg(name, number(share->flowPct, 1), number(share->powerPct, 1), number(share->share, 2)));
        }
    }
    // A negative share is told as such: more flow and less power is just what a page like this is for.
    double least = 0., most = 0., sum = 0.;
    for (const FlowShare& one : m_facts.flowShares) {
        const bool first = &one == &m_facts.flowShares.front();
        least = first ? one.told.share : std::min(least, one.told.share);
        most = first ? one.told.share : std::max(most, one.told.share);
        sum += one.told.share;
    }
    const QLocale here;
    if (m_facts.flowShares.size() == 1)
        say(tr("In the archive's other jobs one flow figure stands beside pulls: %1 of that flow became power.")
                .arg(here.toString(sum, 'f', 2)));
    else if (!m_facts.flowShares.empty())
        say(tr("In the archive's other jobs %1 flow figures stand beside pulls: %2 to %3 of the flow became power, %4 "
               "in the mean.")
                .arg(m_facts.flowShares.size())
                .arg(here.toString(least, 'f', 2), here.toString(most, 'f', 2),
                     here.toString(sum / static_cast<double>(m_facts.flowShares.size()), 'f', 2)));
}

IntakePage::Scale IntakePage::scale(const QRectF& area) const {
    // The drawing keeps its size while the stack is stretched: to the longest that is likely.
    const double longest = std::max(runnerM() * 1.25, 0.32);
    return {area.right() - 0.16 * area.width(), area.top() + 0.27 * area.height(), 0.62 * area.width() / longest};
}

std::vector<Handle> IntakePage::handles(const QRectF& area) const {
    const Scale s = scale(area);
    const double half = 0.5 * n("bore_mm") / kMmPerM * s.pxPerM;
    const double rest = (n("carburettor_mm") + n("port_mm")) / kMmPerM;
    std::vector<Handle> out;
    out.push_back(handle("stack_mm", {s.x(runnerM()), s.axisY + half + 44.}, Qt::BottomEdge,
                         [s, rest](QPointF at) { return (s.m(at.x()) - rest) * kMmPerM; }));
    const double bell = n("bell_mm") / kMmPerM * s.pxPerM;
    out.push_back(handle("bell_mm", {s.x(runnerM()), s.axisY - half - bell}, Qt::TopEdge,
                         [s, half](QPointF at) { return (s.axisY - half - at.y()) / s.pxPerM * kMmPerM; }));
    const double throatX = s.x((n("port_mm") + 0.5 * n("carburettor_mm")) / kMmPerM);
    out.push_back(handle("throat_mm", {throatX, s.axisY - 0.5 * n("throat_mm") / kMmPerM * s.pxPerM}, Qt::TopEdge,
                         [s](QPointF at) { return 2. * (s.axisY - at.y()) / s.pxPerM * kMmPerM; }));
    const AlongScale schools = speedScale(area);
    out.push_back(along("rpm", schools, schools.box.top() - 6., Qt::TopEdge));
    return out;
}

void IntakePage::draw(QPainter& p, const QRectF& area) {
    if (!m_answer)
        return;
    drawRunner(p, area, scale(area));
    drawSchools(p, speedScale(area));
}

void IntakePage::drawRunner(QPainter& p, const QRectF&, const Scale& s) const {
    const Tokens& t = m_theme.tokens();
    const double half = 0.5 * n("bore_mm") / kMmPerM * s.pxPerM, throat = 0.5 * n("throat_mm") / kMmPerM * s.pxPerM;
    const double portEnd = n("port_mm") / kMmPerM, carbEnd = portEnd + n("carburettor_mm") / kMmPerM, mouth = runnerM();
    const double bell = n("bell_mm") / kMmPerM * s.pxPerM;
    const auto wall = [&](double side) {
        QPainterPath path(QPointF(s.x(0.), s.axisY + side * half));
        path.lineTo(s.x(portEnd), s.axisY + side * half);
        path.cubicTo(QPointF(s.x(portEnd + 0.3 * (carbEnd - portEnd)), s.axisY + side * throat),
                     QPointF(s.x(portEnd + 0.7 * (carbEnd - portEnd)), s.axisY + side * throat),
                     QPointF(s.x(carbEnd), s.axisY + side * half));
        path.lineTo(s.x(mouth) + bell, s.axisY + side * half);
        // A quarter of a circle is the lip.
        path.quadTo(QPointF(s.x(mouth), s.axisY + side * half), QPointF(s.x(mouth), s.axisY + side * (half + bell)));
        return path;
    };
    QPainterPath inside = wall(-1.);
    inside.lineTo(s.x(mouth), s.axisY + half + bell);
    QPainterPath back = wall(1.).toReversed();
    inside.connectPath(back);
    p.setPen(Qt::NoPen);
    p.setBrush(t.accentSoft);
    p.drawPath(inside);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 2.2));
    p.drawPath(wall(-1.));
    p.drawPath(wall(1.));
    // The valve and what lies behind it.
    p.setPen(QPen(t.ink, 2.2));
    p.drawLine(QPointF(s.x(0.) + 4., s.axisY - half - 4.), QPointF(s.x(0.) + 4., s.axisY + half + 4.));
    p.drawLine(QPointF(s.x(0.) + 4., s.axisY), QPointF(s.x(0.) - 46., s.axisY));
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(QRectF(s.x(0.) + 10., s.axisY - 62., 84., 150.), 6, 6);
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(s.x(0.) + 10., s.axisY + 92., 84., 16.), Qt::AlignCenter, tr("cylinder"));
    const auto under = [&](double from, double to, const QString& word) {
        const double y = s.axisY + half + 14.;
        p.setPen(QPen(t.muted, 1));
        p.drawLine(QPointF(s.x(from), y), QPointF(s.x(to), y));
        for (double end : {from, to})
            p.drawLine(QPointF(s.x(end), y - 4.), QPointF(s.x(end), y + 4.));
        p.drawText(QRectF(QPointF(s.x(to), y + 3.), QPointF(s.x(from), y + 20.)), Qt::AlignCenter, word);
    };
    under(0., portEnd, tr("port %1").arg(number(n("port_mm"), 0)));
    under(portEnd, carbEnd, tr("carburettor %1").arg(number(n("carburettor_mm"), 0)));
    under(carbEnd, mouth, tr("stack"));
    if (inputs().byHand("stack_mm")) {
        const double was = s.x(carbEnd + inputs().before("stack_mm").value.value / kMmPerM);
        p.setPen(QPen(t.muted, 1.4, Qt::DotLine));
        p.drawLine(QPointF(was, s.axisY - half - 22.), QPointF(was, s.axisY + half + 22.));
    }
    if (n("wind_m_s") > 0.5) {
        p.setPen(QPen(t.amber, 2.));
        for (int i = -1; i <= 1; ++i) {
            const QPointF from(s.x(mouth) - 84., s.axisY + 16. * i), to(s.x(mouth) - 20., s.axisY + 16. * i);
            p.drawLine(from, to);
            p.drawLine(to, to + QPointF(-8., -5.));
            p.drawLine(to, to + QPointF(-8., 5.));
        }
    }
}

/// Engine speed along the foot, under both schools' bands.
AlongScale IntakePage::speedScale(const QRectF& area) const {
    constexpr double kSlowest = 2000., kFastest = 14000., kRoom = 1.15;
    return {QRectF(area.left() + 56., area.bottom() - 190., area.width() - 84., 150.), kSlowest,
            std::max(kFastest, n("rpm") * kRoom)};
}

void IntakePage::drawSchools(QPainter& p, const AlongScale& scale) const {
    const QRectF& strip = scale.box;
    const Tokens& t = m_theme.tokens();
    const double low = scale.low, high = scale.high;
    const auto x = [&](double rpm) { return scale.x(rpm); };
    p.setFont(Theme::font(Size::Small));
    for (double rpm : niceTicks(low, high, 8)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(x(rpm), strip.top()), QPointF(x(rpm), strip.bottom()));
        p.setPen(t.muted);
        p.drawText(QRectF(x(rpm) - 30., strip.bottom() + 3., 60., 15.), Qt::AlignCenter, number(rpm, 0));
    }
    p.drawText(QRectF(strip.left(), strip.bottom() + 19., strip.width(), 15.), Qt::AlignCenter,
               tr("engine speed this length suits [rpm]"));
    const auto bar = [&](double y, const Ranged& rpm, const QColor& colour, Qt::BrushStyle style, const QString& word) {
        if (rpm.low >= high || rpm.high <= low)
            return;
        QColor soft = colour;
        soft.setAlphaF(0.3f);
        p.setPen(QPen(colour, 1.4));
        p.setBrush(QBrush(soft, style));
        const QRectF box(QPointF(x(rpm.low), y), QPointF(std::max(x(rpm.low) + 3., x(rpm.high)), y + 20.));
        p.drawRoundedRect(box, 4, 4);
        p.setPen(colour);
        const double width = p.fontMetrics().horizontalAdvance(word) + 8.;
        // On its right, unless the scale ends there or the line of the engine's speed runs through it.
        constexpr double kGap = 5., kBeyond = 20.;
        const double right = box.right() + kGap, line = x(n("rpm"));
        const bool free = right + width < strip.right() + kBeyond && (line < right - kGap || line > right + width);
        p.drawText(QRectF(free ? right : box.left() - width, y, width, 20.), Qt::AlignVCenter | Qt::AlignLeft, word);
    };
    for (std::size_t i = 0; i < kOrders.size(); ++i)
        bar(strip.top() + 8. + 26. * static_cast<double>(i), m_answer->waveRpm[i], t.marks[1], Qt::SolidPattern,
            tr("wave, order %1").arg(kOrders[i]));
    bar(strip.top() + 8. + 26. * 4., m_answer->resonatorRpm, t.marks[3], Qt::BDiagPattern, tr("resonator"));
    p.setPen(QPen(t.accent, 1.5));
    p.drawLine(QPointF(x(n("rpm")), strip.top() - 2.), QPointF(x(n("rpm")), strip.bottom()));
}

} // namespace jr::app
