// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/won_page.h"

#include "app/charts/nice_ticks.h"
#include "app/words/words.h"
#include "core/units/units.h"

#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
WonPage::WonPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName(tr("Seconds won over distance"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    connect(&model, &JobModel::unitsChanged, this, qOverload<>(&QWidget::update));
}

void WonPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    update();
}

const AlongRoad* WonPage::along() const {
    return m_view && m_view->answers.along ? &*m_view->answers.along : nullptr;
}

void WonPage::setCursor(double metres) {
    m_cursorM = metres;
    setAccessibleDescription(readout());
    update();
}

QString WonPage::distance(double metres) const {
    return readsFeet(m_model.units()) ? tr("%1 ft").arg(QLocale().toString(metres / kMetresPerFoot, 'f', 0))
                                      : tr("%1 m").arg(QLocale().toString(metres, 'f', 0));
}

std::size_t WonPage::rowAt(double metres) const {
    const auto& all = along()->metres;
    const auto it = std::lower_bound(all.begin(), all.end(), metres);
    return it == all.end() ? all.size() - 1 : static_cast<std::size_t>(it - all.begin());
}

QString WonPage::readout() const {
    if (!along() || m_cursorM < 0.)
        return {};
    const std::size_t i = rowAt(m_cursorM);
    const Estimate& e = along()->differenceS[i];
    const QLocale l;
    const Unit& road = m_model.units().road;
    const QString speeds =
        tr("%1 against %2 %3")
            .arg(l.toString(fromSi(along()->withMPerS[i], road), 'f', 1),
                 l.toString(fromSi(along()->baseMPerS[i], road), 'f', 1), QString::fromUtf8(road.symbol.data()));
    const QString won =
        e.mid <= 0. ? tr("%1 s won").arg(l.toString(-e.mid, 'f', 2)) : tr("%1 s lost").arg(l.toString(e.mid, 'f', 2));
    return tr("%1: %2%3, %4")
        .arg(distance(along()->metres[i]), won,
             std::isfinite(e.low) ? tr(" ± %1").arg(l.toString(e.half(), 'f', 2)) : QString(), speeds);
}

QRect WonPage::restatedPlace() const {
    const auto& restated = m_view->answers.restated;
    if (!restated)
        return {};
    const QRect room(28, 38, width() - 56, height());
    return QFontMetrics(Theme::font(Size::Small))
        .boundingRect(room, Qt::AlignLeft | Qt::TextWordWrap, saidHere(*restated));
}

WonPage::Plot WonPage::plot() const {
    const double headHigh = 66. + restatedPlace().height();
    const QRectF area = QRectF(rect()).adjusted(84, headHigh, -30, -46);
    Plot out;
    out.ribbon = QRectF(area.left(), area.top(), area.width(), 0.56 * area.height());
    out.speed = QRectF(area.left(), area.top() + 0.66 * area.height(), area.width(), 0.34 * area.height());
    const AlongRoad& a = *along();
    out.longestM = a.metres.back() * 1.02;
    for (std::size_t i = 0; i < a.metres.size(); ++i) {
        const Estimate& e = a.differenceS[i];
        constexpr double kRoom = 1.15;
        for (double s : {e.mid, e.low, e.high})
            if (std::isfinite(s)) {
                out.wonS = std::max(out.wonS, -kRoom * s);
                out.lostS = std::max(out.lostS, kRoom * s);
            }
        out.mostMPerS = std::max({out.mostMPerS, 1.1 * a.baseMPerS[i], 1.1 * a.withMPerS[i]});
    }
    return out;
}

void WonPage::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    if (!along()) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong));
        p.drawText(rect().adjusted(60, 0, -60, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   m_view && m_view->answers.problem
                       ? errorWords(*m_view->answers.problem)
                       : tr("Runs of two setups that begin at rest are set against each other here."));
        return;
    }
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(14, 6, -14, -10), 8, 8);
    const Plot g = plot();
    paintPosts(p, g);
    paintRibbon(p, g, *along());
    paintSpeeds(p, g, *along());
    p.setFont(Theme::font(Size::Strong, true));
    p.setPen(t.ink);
    const QString head =
        m_cursorM >= 0.
            ? readout()
            : tr("%1 against %2, over the road").arg(m_view->name(m_view->withSetup), m_view->name(m_view->baseSetup));
    p.drawText(QRectF(28, 14, width() - 56, 24), Qt::AlignLeft | Qt::AlignVCenter, head);
    if (const auto& restated = m_view->answers.restated) { // said where the figures are, as on Marks
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(restatedPlace(), Qt::AlignLeft | Qt::TextWordWrap, saidHere(*restated));
    }
    if (m_cursorM >= 0.) {
        const double x = g.x(along()->metres[rowAt(m_cursorM)]);
        p.setPen(QPen(t.accent, 1.4));
        p.drawLine(QPointF(x, g.ribbon.top()), QPointF(x, g.speed.bottom()));
    }
}

void WonPage::paintPosts(QPainter& p, const Plot& g) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    for (const Mark& mark : m_view->answers.marks) {
        if (!mark.isDistance() || mark.metres > g.longestM)
            continue;
        const double x = g.x(mark.metres);
        p.setPen(QPen(t.muted, 1.2, Qt::DashLine));
        p.drawLine(QPointF(x, g.ribbon.top() - 4.), QPointF(x, g.speed.bottom()));
        p.setPen(t.ink);
        p.drawText(QRectF(x - 50., g.ribbon.top() - 22., 100., 16.), Qt::AlignCenter, markText(mark));
    }
    p.setPen(t.muted);
    const bool feet = readsFeet(m_model.units());
    const double unit = feet ? kMetresPerFoot : 1.;
    for (double tick : niceTicks(0., g.longestM / unit, 8))
        p.drawText(QRectF(g.x(tick * unit) - 30., g.speed.bottom() + 4., 60., 15.), Qt::AlignCenter,
                   QLocale().toString(tick, 'f', 0));
    p.drawText(QRectF(g.ribbon.left(), g.speed.bottom() + 20., g.ribbon.width(), 15.), Qt::AlignCenter,
               feet ? tr("distance [ft]") : tr("distance [m]"));
}

void WonPage::paintRibbon(QPainter& p, const Plot& g, const AlongRoad& a) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    for (double tick : niceTicks(-g.lostS, g.wonS, 6)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.ribbon.left(), g.won(tick)), QPointF(g.ribbon.right(), g.won(tick)));
        p.setPen(t.muted);
        p.drawText(QRectF(g.ribbon.left() - 56., g.won(tick) - 8., 50., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   QLocale().toString(tick, 'g', 3));
    }
    p.save();
    p.translate(30., g.ribbon.center().y());
    p.rotate(-90.);
    p.drawText(QRectF(-120., -10., 240., 16.), Qt::AlignCenter, tr("seconds won"));
    p.restore();
    // Won is up: what the changed setup needs less. Pieces coloured by what their margin says, each in one.
    const auto kindAt = [&](std::size_t i) {
        const Estimate& e = a.differenceS[i];
        return !std::isfinite(e.low) ? 0 : e.high < 0. ? 1 : e.low > 0. ? 2 : 3;
    };
    for (std::size_t from = 0; from + 1 < a.metres.size();) {
        std::size_t to = from + 1;
        while (to + 1 < a.metres.size() && kindAt(to) == kindAt(from))
            ++to;
        QPolygonF piece;
        for (std::size_t i = from; i <= to; ++i)
            piece << QPointF(g.x(a.metres[i]), g.won(-a.differenceS[i].low));
        for (std::size_t i = to + 1; i-- > from;)
            piece << QPointF(g.x(a.metres[i]), g.won(-a.differenceS[i].high));
        p.setPen(Qt::NoPen);
        p.setBrush(kindAt(from) == 1   ? QBrush(t.gainSoft)
                   : kindAt(from) == 2 ? QBrush(t.lossSoft)
                                       : Theme::hatch(t.line));
        if (kindAt(from) != 0)
            p.drawPolygon(piece);
        from = to;
    }
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(g.ribbon.left(), g.won(0.)), QPointF(g.ribbon.right(), g.won(0.)));
    QPolygonF line, low, high;
    for (std::size_t i = 0; i < a.metres.size(); ++i) {
        const double x = g.x(a.metres[i]);
        line << QPointF(x, g.won(-a.differenceS[i].mid));
        if (std::isfinite(a.differenceS[i].low)) {
            low << QPointF(x, g.won(-a.differenceS[i].low));
            high << QPointF(x, g.won(-a.differenceS[i].high));
        }
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.muted, 1));
    p.drawPolyline(low);
    p.drawPolyline(high);
    p.setPen(QPen(t.ink, 2.4));
    p.drawPolyline(line);
    const QString note = std::isfinite(a.differenceS.back().low)
                             ? tr("band: %1 % for the whole strip · hatched: cannot tell")
                                   .arg(QLocale().toString(100. * m_view->confidence, 'f', 0))
                             : tr("no margin: one run a side shows nothing of its own scatter");
    const QRectF box(g.ribbon.right() - p.fontMetrics().horizontalAdvance(note) - 8., g.ribbon.bottom() + 4.,
                     p.fontMetrics().horizontalAdvance(note) + 8., 16.);
    p.fillRect(box, t.raised); // no post runs through it
    p.setPen(t.muted);
    p.drawText(box, Qt::AlignRight | Qt::AlignVCenter, note);
}

void WonPage::paintSpeeds(QPainter& p, const Plot& g, const AlongRoad& a) const {
    const Tokens& t = m_theme.tokens();
    const Unit& road = m_model.units().road;
    p.setFont(Theme::font(Size::Small));
    for (double tick : niceTicks(0., fromSi(g.mostMPerS, road), 4)) {
        const double y = g.fast(toSi(tick, road));
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.speed.left(), y), QPointF(g.speed.right(), y));
        p.setPen(t.muted);
        p.drawText(QRectF(g.speed.left() - 56., y - 8., 50., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   QLocale().toString(tick, 'f', 0));
    }
    p.save();
    p.translate(30., g.speed.center().y());
    p.rotate(-90.);
    p.drawText(QRectF(-80., -10., 160., 16.), Qt::AlignCenter,
               tr("speed [%1]").arg(QString::fromUtf8(road.symbol.data())));
    p.restore();
    for (bool base : {true, false}) {
        const std::string& setup = base ? m_view->baseSetup : m_view->withSetup;
        const int mark = m_view->mark(setup);
        QPolygonF line;
        const auto& speeds = base ? a.baseMPerS : a.withMPerS;
        for (std::size_t i = 0; i < a.metres.size(); ++i)
            line << QPointF(g.x(a.metres[i]), g.fast(speeds[i]));
        p.setPen(m_theme.markPen(mark, 2.2));
        p.drawPolyline(line);
        // Named where there is room: under the lines, one beside the other.
        const double x = g.speed.left() + (base ? 0.52 : 0.74) * g.speed.width(), y = g.speed.bottom() - 16.;
        Theme::drawMark(p, {x, y}, 6., mark, t.marks[mark % 8]);
        p.setPen(t.ink);
        p.drawText(QRectF(x + 12., y - 9., 0.2 * g.speed.width(), 18.), Qt::AlignLeft | Qt::AlignVCenter,
                   m_view->name(setup));
    }
}

void WonPage::mouseMoveEvent(QMouseEvent* event) {
    if (!along())
        return;
    const Plot g = plot();
    const double metres = (event->position().x() - g.ribbon.left()) / g.ribbon.width() * g.longestM;
    setCursor(metres >= 0. && metres <= g.longestM ? metres : -1.);
}

void WonPage::leaveEvent(QEvent* event) {
    QWidget::leaveEvent(event);
    setCursor(-1.);
}

void WonPage::keyPressEvent(QKeyEvent* event) {
    const bool right = event->key() == Qt::Key_Right, left = event->key() == Qt::Key_Left;
    if (!along() || (!right && !left)) {
        QWidget::keyPressEvent(event);
        return;
    }
    const double step = event->modifiers() & Qt::ShiftModifier ? 50. : 5.;
    const double now = m_cursorM < 0. ? along()->metres.front() : m_cursorM;
    setCursor(std::clamp(now + (right ? step : -step), along()->metres.front(), along()->metres.back()));
}

} // namespace jr::app
