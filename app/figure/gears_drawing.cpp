// SPDX-License-Identifier: GPL-3.0-or-later
// How the page of gears is drawn, and where it is taken by the hand.
#include "app/charts/nice_ticks.h"
#include "app/figure/gears_page.h"
#include "core/units/units.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace jr::app {

GearsPage::Plot GearsPage::plot(const QRectF& area) const {
    Plot out{QRectF(area.left() + 62., area.top() + 34., area.width() - 84., area.height() - 170.), 1., 1.};
    for (const auto& branch : m_answer->fan)
        for (const ThrustPoint& p : branch) {
            out.mostMPerS = std::max(out.mostMPerS, p.speedMPerS);
            out.mostN = std::max(out.mostN, p.highN);
        }
    out.mostMPerS *= 1.03;
    out.mostN *= 1.08;
    return out;
}

AlongScale GearsPage::strip(const QRectF& area) const {
    return {QRectF(area.left() + 62., area.bottom() - 74., area.width() - 84., 40.), m_asked.curve.rpm.front(),
            std::max(n("new_limiter_rpm"), n("limiter_rpm")) * 1.04};
}

std::vector<Handle> GearsPage::handles(const QRectF& area) const {
    std::vector<Handle> out;
    if (!m_answer)
        return out;
    const Plot g = plot(area);
    for (std::size_t k = 0; k < m_answer->shifts.size(); ++k) {
        const double rpm = m_answer->shifts[k].shiftRpm, v = m_asked.gearing.speedMPerS(k, rpm);
        Handle h = handle(kShiftKeys[k], {g.x(v), g.y(thrustN(m_asked.curve, m_asked.gearing, k, v))}, Qt::TopEdge,
                          [this, g, k](QPointF at) { return m_asked.gearing.engineRpm(k, g.v(at.x())); });
        h.shown = number(std::round(rpm / 10.) * 10., 0);
        out.push_back(std::move(h));
    }
    const AlongScale s = strip(area);
    out.push_back(along("new_limiter_rpm", s, s.box.top() + 8., Qt::TopEdge));
    return out;
}

void GearsPage::draw(QPainter& p, const QRectF& area) {
    if (!m_answer)
        return;
    drawFan(p, plot(area));
    drawStrip(p, strip(area));
}

void GearsPage::drawFan(QPainter& p, const Plot& g) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    const Unit& unit = m_model.units().road;
    for (double shown : niceTicks(0., fromSi(g.mostMPerS, unit), 8)) {
        const double x = g.x(toSi(shown, unit));
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(x, g.box.top()), QPointF(x, g.box.bottom()));
        p.setPen(t.muted);
        p.drawText(QRectF(x - 30., g.box.bottom() + 4., 60., 15.), Qt::AlignCenter, number(shown, 0));
    }
    for (double newton : niceTicks(0., g.mostN, 6)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.box.left(), g.y(newton)), QPointF(g.box.right(), g.y(newton)));
        p.setPen(t.muted);
        p.drawText(QRectF(g.box.left() - 62., g.y(newton) - 8., 56., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   number(newton, 0));
    }
    p.drawText(QRectF(g.box.left() - 54., g.box.top() - 30., 420., 16.), Qt::AlignLeft,
               ownCurve()
                   ? tr("thrust [N] · %1, %2 pulls, with their margin").arg(m_facts.setupName).arg(m_facts.pulls.pulls)
                   : tr("thrust [N] · from a guessed curve"));
    p.drawText(QRectF(g.box.left(), g.box.bottom() + 19., g.box.width(), 15.), Qt::AlignCenter,
               tr("road speed [%1]").arg(QString::fromUtf8(unit.symbol.data())));
    // Stretch that is timed.
    QColor soft = t.accent;
    soft.setAlphaF(0.07f);
    p.fillRect(QRectF(QPointF(g.x(m_asked.fromMPerS), g.box.top()),
                      QPointF(g.x(std::min(m_asked.toMPerS, g.mostMPerS)), g.box.bottom())),
               soft);
    for (std::size_t k = 0; k < m_answer->fan.size(); ++k) {
        const auto& branch = m_answer->fan[k];
        const QColor colour = t.marks[k % 8];
        QPolygonF band, line, guess;
        for (const ThrustPoint& point : branch)
            band << QPointF(g.x(point.speedMPerS), g.y(point.highN));
        for (std::size_t i = branch.size(); i-- > 0;)
            band << QPointF(g.x(branch[i].speedMPerS), g.y(branch[i].lowN));
        for (const ThrustPoint& point : branch) {
            const QPointF at(g.x(point.speedMPerS), g.y(point.thrustN));
            if (!point.guessed)
                line << at;
            else {
                if (guess.isEmpty() && !line.isEmpty())
                    guess << line.back();
                guess << at;
            }
        }
        QColor under = colour;
        under.setAlphaF(0.16f);
        p.setPen(Qt::NoPen);
        p.setBrush(under);
        p.drawPolygon(band);
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(colour, 2.2));
        p.drawPolyline(line);
        p.setPen(QPen(colour, 1.6, Qt::DashLine));
        p.drawPolyline(guess);
        // Its number where the branch begins.
        p.setFont(Theme::font(Size::Body, true));
        p.setPen(colour);
        p.drawText(QRectF(line.front().x() - 24., line.front().y() - 9., 20., 18.), Qt::AlignRight | Qt::AlignVCenter,
                   QString::number(k + 1));
        p.setFont(Theme::font(Size::Small));
    }
    QPolygonF held;
    for (double v = 0.; v <= g.mostMPerS; v += 0.5)
        held << QPointF(g.x(v), g.y(m_asked.load.resistanceN(v)));
    p.setPen(QPen(t.ink, 1.6, Qt::DashDotLine));
    p.drawPolyline(held);
    p.setPen(t.ink);
    p.drawText(QRectF(g.box.left() + 6., held.front().y() - 20., 200., 16.), Qt::AlignLeft,
               tr("what holds against it"));
    // From a shift straight to the next gear.
    for (std::size_t k = 0; k < m_answer->shifts.size(); ++k) {
        const double v = m_asked.gearing.speedMPerS(k, m_answer->shifts[k].shiftRpm);
        p.setPen(QPen(t.muted, 1.2, Qt::DotLine));
        p.drawLine(QPointF(g.x(v), g.y(thrustN(m_asked.curve, m_asked.gearing, k, v))),
                   QPointF(g.x(v), g.y(thrustN(m_asked.curve, m_asked.gearing, k + 1, v))));
    }
}

void GearsPage::drawStrip(QPainter& p, const AlongScale& scale) const {
    const QRectF& s = scale.box;
    const Tokens& t = m_theme.tokens();
    const double low = scale.low, high = scale.high;
    const auto x = [&](double rpm) { return scale.x(rpm); };
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.muted, 2.));
    p.drawLine(QPointF(x(low), s.top() + 8.), QPointF(x(std::min(high, m_asked.curve.rpm.back())), s.top() + 8.));
    p.setPen(QPen(t.muted, 2., Qt::DotLine));
    if (m_asked.curve.rpm.back() < high)
        p.drawLine(QPointF(x(m_asked.curve.rpm.back()), s.top() + 8.), QPointF(x(high), s.top() + 8.));
    for (double rpm : niceTicks(low, high, 8)) {
        p.setPen(t.muted);
        p.drawText(QRectF(x(rpm) - 30., s.top() + 18., 60., 15.), Qt::AlignCenter, number(rpm, 0));
    }
    p.setPen(QPen(t.amber, 3.));
    p.drawLine(QPointF(x(n("limiter_rpm")), s.top() - 2.), QPointF(x(n("limiter_rpm")), s.top() + 18.));
    p.setPen(t.muted);
    p.drawText(QRectF(s.left() - 10., s.top() + 33., s.width(), 15.), Qt::AlignLeft,
               tr("engine speed [rpm] · bar: the limiter now · dot: the one you try · dotted: beyond the pulls"));
}

} // namespace jr::app
