// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/pipe_page.h"

#include "app/charts/nice_ticks.h"
#include "core/figure/ports/port_timing.h"
#include "core/figure/predict/next_part.h"

#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace jr::app {
namespace {

std::vector<InputSpec> pipeInputs() {
    const auto length = [](const char* key, const QString& label, double usual, double high) {
        return InputSpec{{key, 5., high, Ranged::within(usual, 5.), true}, label, QStringLiteral("mm"), 5., 0};
    };
    return {
        length("port_mm", PipePage::tr("port, piston to flange"), 55., 150.),
        length("header_mm", PipePage::tr("header"), 320., 900.),
        length("diffuser_mm", PipePage::tr("diffuser"), 290., 900.),
        length("belly_mm", PipePage::tr("belly"), 120., 600.),
        length("baffle_mm", PipePage::tr("baffle"), 220., 700.),
        length("stinger_mm", PipePage::tr("stinger"), 270., 600.),
        {{"header_in_mm", 15., 90., Ranged::within(40., 5.), true}, PipePage::tr("flange bore"), "mm", 0.5, 1},
        {{"header_out_mm", 15., 110., Ranged::within(45., 5.), true}, PipePage::tr("end of the header"), "mm", 0.5, 1},
        {{"belly_dia_mm", 30., 220., Ranged::within(95., 5.), true}, PipePage::tr("belly bore"), "mm", 1., 0},
        {{"stinger_dia_mm", 8., 60., Ranged::within(24., 5.), true}, PipePage::tr("stinger bore"), "mm", 0.5, 1},
        {{"exhaust_opens_deg_atdc", 70., 120., {90., 86., 95.}}, PipePage::tr("exhaust opens after top"), "°", 0.5, 1},
        {{"transfer_opens_deg_atdc", 100., 140., {118., 114., 122.}},
         PipePage::tr("transfers open after top"),
         "°",
         0.5,
         1},
        {{"gas_c", 100., 900., kUsualPipeTempC}, PipePage::tr("mean gas in the pipe"), "°C", 10., 0},
        {{"wave_m_s", 300., 800., {510., 480., 545.}}, PipePage::tr("wave speed"), "m/s", 5., 0},
        {{"wanted_rpm", 2000., 20000., Ranged::within(8500., 5.), true}, PipePage::tr("wanted at"), "rpm", 50., 0},
    };
}

} // namespace

PipePage::PipePage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "pipe", tr("An expansion pipe to scale"), QStringLiteral("Expansion pipe"),
                 pipeInputs(), parent) {
    take({});
}

void PipePage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    in.offer("exhaust_opens_deg_atdc", f.sheet("exhaust_opens_deg"), Origin::Sheet);
    in.offer("transfer_opens_deg_atdc", f.sheet("transfer_opens_deg"), Origin::Sheet);
    const double duration = wallPortDurationDeg(n("exhaust_opens_deg_atdc"));
    if (f.pulls.peakRpm)
        in.offer("wanted_rpm", f.pulls.peakRpm->mid, Origin::Pulls);
    // Without a pipe on paper: one of the usual proportions for this bore and speed.
    if (const auto bore = f.sheet("bore_mm")) {
        constexpr double kFlangeOfBore = 0.58;
        const Ranged guess = exhaustSoundSpeedMPerS(r("gas_c"));
        if (const Result<double> tuned = tunedLengthM({duration, n("wanted_rpm"), guess.value}))
            offerShape(usualPipe(*tuned, kFlangeOfBore * *bore / kMmPerM, n("port_mm") / kMmPerM));
    }
    // A whole length somebody wrote down for the setup stretches the pipe to it.
    if (const auto whole = f.part({"pipe", "pipe length", "tuned length"}); whole && *whole > 300.) {
        const PipeShape s = stretchedTo(shape(), *whole / kMmPerM);
        in.offer("header_mm", s.headerM * kMmPerM, Origin::Sheet);
        in.offer("diffuser_mm", s.diffuserM * kMmPerM, Origin::Sheet);
        in.offer("belly_mm", s.bellyM * kMmPerM, Origin::Sheet);
    }
    if (const auto header = f.part({"header", "header length"}))
        in.offer("header_mm", *header, Origin::Sheet);
    // The surest word on the wave speed comes last: the handbook's temperature, a probe's, one's own pulls, their
    // grades.
    if (f.pulls.exhaustC)
        in.offer("gas_c", meanPipeTempC(*f.pulls.exhaustC), Origin::Pulls);
    const Ranged wave = withMethodSlack(exhaustSoundSpeedMPerS(r("gas_c")));
    in.offer("wave_m_s", wave, in.origin("gas_c"));
    if (const auto own = m_pins.own("wave speed"))
        in.offer("wave_m_s", own->value, Origin::Own);
    else if (f.pulls.peakRpm && f.part({"pipe", "pipe length", "tuned length"})) {
        in.offer("wave_m_s", waveSpeedOfPulls(*f.pulls.peakRpm, duration, reflectionM(shape())), Origin::Pulls);
    }
}

void PipePage::offerShape(const PipeShape& s) {
    for (const auto& [key, metres] :
         {std::pair{"header_mm", s.headerM}, std::pair{"diffuser_mm", s.diffuserM}, std::pair{"belly_mm", s.bellyM},
          std::pair{"baffle_mm", s.baffleM}, std::pair{"stinger_mm", s.stingerM}, std::pair{"header_in_mm", s.headerIn},
          std::pair{"header_out_mm", s.headerOut}, std::pair{"belly_dia_mm", s.belly},
          std::pair{"stinger_dia_mm", s.stinger}})
        inputs().offer(key, std::optional(metres * kMmPerM), Origin::Handbook);
}

PipeShape PipePage::shape() const {
    const auto m = [&](const char* key) { return n(key) / kMmPerM; };
    return {m("port_mm"),    m("header_mm"),    m("diffuser_mm"),   m("belly_mm"),     m("baffle_mm"),
            m("stinger_mm"), m("header_in_mm"), m("header_out_mm"), m("belly_dia_mm"), m("stinger_dia_mm")};
}

void PipePage::workOut() {
    const auto duration = [&](const char* key) {
        return rangeThrough([](double opens) { return wallPortDurationDeg(opens); }, r(key));
    };
    // A temperature somebody sets by hand speaks again through the wave speed.
    Ranged wave = r("wave_m_s");
    if (inputs().byHand("gas_c") && !inputs().byHand("wave_m_s"))
        wave = withMethodSlack(exhaustSoundSpeedMPerS(r("gas_c")));
    m_answer = pipeAnswer(
        {shape(), duration("exhaust_opens_deg_atdc"), duration("transfer_opens_deg_atdc"), wave, n("wanted_rpm")});
    const PipeAnswer& a = m_answer;
    headline(tr("Tuned to %1").arg(speeds(a.tunedRpm)));
    say(tr("Pulls from about %1, falls off near %2, by the timing of the wave alone.")
            .arg(number(std::round(a.fromRpm.value / 50.) * 50., 0),
                 number(std::round(a.toRpm.value / 50.) * 50., 0) + tr(" rpm")));
    const double mm = a.reflectionM * kMmPerM;
    say(tr("For %1 rpm the middle of the baffle belongs %2 from the piston; it stands at %3 mm. 10 mm shorter is about "
           "%4 rpm more.")
            .arg(number(n("wanted_rpm"), 0),
                 ranged({a.wantedM.value * kMmPerM, a.wantedM.low * kMmPerM, a.wantedM.high * kMmPerM}, 0, tr("mm")),
                 number(mm, 0), number(10. * a.rpmPerMm, 0)));
    say(tr("Volume %1 cm³. Cones: diffuser %2°, baffle %3°.")
            .arg(number(a.volumeM3 * 1e6, 0), number(a.diffuserDeg, 1), number(a.baffleDeg, 1)));
    const auto mmOf = [](const Ranged& m) { return Ranged{m.value * kMmPerM, m.low * kMmPerM, m.high * kMmPerM}; };
    say(tr("Rules of thumb, no more: stinger %1 wide and %2 long, belly %3, diffuser %4, baffle %5.")
            .arg(ranged(mmOf(a.rules.stingerDiameterM), 1, tr("mm")), ranged(mmOf(a.rules.stingerM), 0, tr("mm")),
                 ranged(mmOf(a.rules.bellyDiameterM), 0, tr("mm")), ranged(a.rules.diffuserDeg, 0, QStringLiteral("°")),
                 ranged(a.rules.baffleDeg, 0, QStringLiteral("°"))));
    sayNextCut();
    const auto outside = [&](double value, const Ranged& rule, const QString& what, const QString& unit, int decimals) {
        if (value < rule.low || value > rule.high)
            caution(tr("%1 %2 %3: the rule of thumb is %4.")
                        .arg(what, number(value, decimals), unit, ranged(rule, decimals, unit)));
    };
    outside(n("stinger_dia_mm"), mmOf(a.rules.stingerDiameterM), tr("Stinger bore"), tr("mm"), 1);
    outside(n("stinger_mm"), mmOf(a.rules.stingerM), tr("Stinger length"), tr("mm"), 0);
    if (n("stinger_dia_mm") < mmOf(a.rules.stingerDiameterM).low)
        caution(tr("A stinger that is too narrow holds the heat in: the piston is what suffers. Go wider first."));
    formula(tr("L = D · c / (12 · n) = %1 · %2 / (12 · %3) = %4 mm. Handbook of two-stroke tuning (1973), value from "
               "memory; good to some 5 %.")
                .arg(number(wallPortDurationDeg(n("exhaust_opens_deg_atdc")), 0), number(wave.value, 0),
                     number(a.tunedRpm.value, 0), number(mm, 0)));
    unknown(tr("It does not know how the temperature falls along the pipe, what the gas leaves in it, or how the cones "
               "share the wave; a probe in the pipe and your own pulls narrow it."));
    offerPin({});
    if (!stretched())
        return;
    PinOffer pin;
    pin.setupName = tr("pipe %1 mm").arg(number(mm, 0));
    const auto before = m_facts.part({"pipe", "pipe length", "tuned length"});
    pin.changes = {{"pipe", before ? QString::number(*before).toStdString() + " mm" : std::string(),
                    QString::number(std::round(mm)).toStdString() + " mm"}};
    alsoMoved(pin, {"header_in_mm", "header_out_mm", "belly_dia_mm", "stinger_dia_mm", "stinger_mm"});
    pin.quantity = PredictedQuantity::PeakSpeed;
    pin.predicted = a.tunedRpm;
    pin.constant = "wave speed";
    pin.perConstant = waveSpeedMPerS(wallPortDurationDeg(n("exhaust_opens_deg_atdc")), a.reflectionM, 1.);
    offerPin(pin);
}

bool PipePage::stretched() const {
    for (const char* key : {"port_mm", "header_mm", "diffuser_mm", "belly_mm", "baffle_mm"})
        if (inputs().byHand(key))
            return true;
    return false;
}

/// The sweep of the open job says where to cut next, on the safe side.
void PipePage::sayNextCut() {
    for (const FigureFacts::Swept& sweep : m_facts.sweeps) {
        const QString part = QString::fromStdString(sweep.part);
        if (sweep.next.empty() || !(part.contains(QLatin1String("pipe")) || part.contains(QLatin1String("header"))))
            continue;
        say(tr("Next cut by the sweep of this job (%1): %2 %3. A cut cannot be undone, so it stays on the long side.")
                .arg(part, number(sweep.next.front(), 0), QString::fromStdString(sweep.unit)));
    }
}

PipePage::Scale PipePage::scale(const QRectF& area) const {
    const auto pieces = piecesOf(shape());
    const double whole = pieces.back().toM, widest = std::max({n("belly_dia_mm"), 60.}) / kMmPerM;
    constexpr double kSide = 40., kForSpeeds = 190., kAbove = 60.;
    const double px =
        std::min((area.width() - 2. * kSide) / whole, (area.height() - kForSpeeds - kAbove - 60.) / widest);
    return {area.left() + 0.5 * (area.width() - whole * px), px,
            area.top() + kAbove + 0.5 * (area.height() - kForSpeeds - kAbove)};
}

std::vector<Handle> PipePage::handles(const QRectF& area) const {
    const Scale s = scale(area);
    const auto pieces = piecesOf(shape());
    std::vector<Handle> out;
    // A joint is taken at its lower edge and moves along the pipe; a bore at its upper edge, up and down.
    const auto joint = [&](const char* key, std::size_t i, double) {
        const double from = pieces[i].fromM;
        out.push_back(handle(key, {s.x(pieces[i].toM), jointY(s, i)}, Qt::BottomEdge,
                             [s, from](QPointF at) { return (s.m(at.x()) - from) * kMmPerM; }));
    };
    const auto bore = [&](const char* key, double atM) {
        const double half = 0.5 * n(key) / kMmPerM;
        out.push_back(handle(key, {s.x(atM), s.axisY - half * s.pxPerM}, Qt::TopEdge,
                             [s](QPointF at) { return 2. * (s.axisY - at.y()) / s.pxPerM * kMmPerM; }));
    };
    bore("header_in_mm", pieces[0].fromM);
    joint("header_mm", 0, 0.5 * pieces[0].outM);
    bore("header_out_mm", pieces[0].toM);
    joint("diffuser_mm", 1, 0.5 * pieces[1].outM);
    bore("belly_dia_mm", 0.5 * (pieces[2].fromM + pieces[2].toM));
    joint("belly_mm", 2, 0.5 * pieces[2].outM);
    joint("baffle_mm", 3, 0.5 * pieces[3].outM);
    bore("stinger_dia_mm", pieces[4].fromM + 0.7 * (pieces[4].toM - pieces[4].fromM));
    joint("stinger_mm", 4, 0.5 * pieces[4].outM);
    return out;
}

/// Joints hang under the pipe, every second one lower, so that short pieces do not write over each other.
double PipePage::jointY(const Scale& s, std::size_t piece) const {
    constexpr double kUnder = 26., kLower = 44.;
    return s.axisY + 0.5 * n("belly_dia_mm") / kMmPerM * s.pxPerM + kUnder + (piece % 2 ? kLower : 0.);
}

void PipePage::draw(QPainter& p, const QRectF& area) {
    const Tokens& t = m_theme.tokens();
    const Scale s = scale(area);
    const auto pieces = piecesOf(shape());
    p.setFont(Theme::font(Size::Small));
    // Piston face and port.
    p.setPen(QPen(t.muted, 1));
    p.setBrush(t.same);
    p.drawRect(QRectF(s.x(0.) - 14., s.axisY - 34., 14., 68.));
    p.drawText(QRectF(s.x(0.) - 44., s.axisY + 38., 80., 16.), Qt::AlignCenter, tr("piston"));
    QPainterPath wall(QPointF(s.x(0.), s.axisY - 0.5 * pieces[0].inM * s.pxPerM));
    for (const PipePiece& piece : pieces) {
        wall.lineTo(s.x(piece.fromM), s.axisY - 0.5 * piece.inM * s.pxPerM);
        wall.lineTo(s.x(piece.toM), s.axisY - 0.5 * piece.outM * s.pxPerM);
    }
    for (std::size_t i = pieces.size(); i-- > 0;) {
        wall.lineTo(s.x(pieces[i].toM), s.axisY + 0.5 * pieces[i].outM * s.pxPerM);
        wall.lineTo(s.x(pieces[i].fromM), s.axisY + 0.5 * pieces[i].inM * s.pxPerM);
    }
    wall.lineTo(s.x(0.), s.axisY + 0.5 * pieces[0].inM * s.pxPerM);
    p.setBrush(t.accentSoft);
    p.setPen(QPen(t.ink, 2.));
    p.drawPath(wall);
    p.setPen(QPen(t.line, 1));
    for (const PipePiece& piece : pieces)
        p.drawLine(QPointF(s.x(piece.fromM), s.axisY - 0.5 * piece.inM * s.pxPerM),
                   QPointF(s.x(piece.fromM), s.axisY + 0.5 * piece.inM * s.pxPerM));
    p.setPen(QPen(t.line, 1));
    for (std::size_t i = 0; i < pieces.size(); ++i)
        p.drawLine(QPointF(s.x(pieces[i].toM), s.axisY + 0.5 * pieces[i].outM * s.pxPerM),
                   QPointF(s.x(pieces[i].toM), jointY(s, i)));
    p.setPen(QPen(t.muted, 1, Qt::DashDotLine));
    p.drawLine(QPointF(s.x(0.), s.axisY), QPointF(s.x(pieces.back().toM) + 12., s.axisY));
    // Names inside the pieces that are wide enough.
    const QString names[] = {tr("header"), tr("diffuser"), tr("belly"), tr("baffle"), tr("stinger")};
    p.setPen(t.muted);
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const QRectF box(s.x(pieces[i].fromM), s.axisY + 2., (pieces[i].toM - pieces[i].fromM) * s.pxPerM, 15.);
        if (p.fontMetrics().horizontalAdvance(names[i]) < box.width() - 4. &&
            0.25 * (pieces[i].inM + pieces[i].outM) * s.pxPerM > 17.)
            p.drawText(box, Qt::AlignCenter, names[i]);
    }
    // Where the wave turns, and where it should for the speed wanted.
    const double top = s.axisY - 0.5 * n("belly_dia_mm") / kMmPerM * s.pxPerM - 34.;
    const double wantedL = s.x(m_answer.wantedM.low), wantedR = s.x(m_answer.wantedM.high);
    QColor soft = t.accent;
    soft.setAlphaF(0.16f);
    p.fillRect(QRectF(wantedL, top - 4., wantedR - wantedL, s.axisY - top + 4.), soft);
    p.setPen(QPen(t.accent, 2.));
    p.drawLine(QPointF(s.x(m_answer.reflectionM), top + 14.), QPointF(s.x(m_answer.reflectionM), s.axisY));
    p.setPen(t.accent);
    p.drawText(QRectF(area.left(), top - 24., area.width(), 16.), Qt::AlignCenter,
               tr("the wave turns at %1 mm · shaded: where %2 rpm wants it")
                   .arg(number(m_answer.reflectionM * kMmPerM, 0), number(n("wanted_rpm"), 0)));
    drawSpeeds(p, QRectF(area.left() + 30., area.bottom() - 92., area.width() - 60., 84.));
}

/// Where it pulls, over engine speed, with the measured peak when there is one.
void PipePage::drawSpeeds(QPainter& p, const QRectF& strip) const {
    const Tokens& t = m_theme.tokens();
    const PipeAnswer& a = m_answer;
    const double low = std::floor((a.fromRpm.low - 600.) / 500.) * 500.,
                 high = std::ceil((a.toRpm.high + 600.) / 500.) * 500.;
    const auto x = [&](double rpm) { return strip.left() + (rpm - low) / (high - low) * strip.width(); };
    const double y = strip.top() + 34.;
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(strip.left(), y + 22.), QPointF(strip.right(), y + 22.));
    p.setFont(Theme::font(Size::Small));
    for (double rpm : niceTicks(low, high, 6)) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x(rpm), y + 19.), QPointF(x(rpm), y + 25.));
        p.setPen(t.muted);
        p.drawText(QRectF(x(rpm) - 30., y + 26., 60., 15.), Qt::AlignCenter, number(rpm, 0));
    }
    p.setPen(Qt::NoPen);
    p.setBrush(t.sameSoft);
    p.drawRoundedRect(QRectF(QPointF(x(a.fromRpm.value), y - 10.), QPointF(x(a.toRpm.value), y + 14.)), 4, 4);
    p.setBrush(t.accentSoft);
    p.setPen(QPen(t.accent, 1.5));
    p.drawRoundedRect(QRectF(QPointF(x(a.tunedRpm.low), y - 12.), QPointF(x(a.tunedRpm.high), y + 16.)), 4, 4);
    p.drawLine(QPointF(x(a.tunedRpm.value), y - 12.), QPointF(x(a.tunedRpm.value), y + 16.));
    p.setPen(t.muted);
    p.drawText(QRectF(strip.left(), y - 34., strip.width(), 16.), Qt::AlignLeft, tr("engine speed [rpm]"));
    p.drawText(QRectF(x(a.fromRpm.value) + 4., y - 9., 120., 22.), Qt::AlignLeft | Qt::AlignVCenter, tr("pulls"));
    p.drawText(QRectF(x(a.toRpm.value) - 124., y - 9., 120., 22.), Qt::AlignRight | Qt::AlignVCenter, tr("falls off"));
    if (m_facts.pulls.peakRpm) {
        const double at = x(m_facts.pulls.peakRpm->mid);
        p.setPen(QPen(t.ink, 2.));
        p.drawLine(QPointF(at, y - 18.), QPointF(at, y + 20.));
        p.setPen(t.ink);
        p.drawText(QRectF(at - 90., y - 34., 180., 15.), Qt::AlignCenter,
                   tr("peak of the pulls %1").arg(number(m_facts.pulls.peakRpm->mid, 0)));
    }
}

} // namespace jr::app
