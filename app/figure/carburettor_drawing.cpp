// SPDX-License-Identifier: GPL-3.0-or-later
// How the carburettor's page is drawn, and where it is taken by the hand.
#include "app/charts/nice_ticks.h"
#include "app/figure/along_scale.h"
#include "app/figure/carburettor_page.h"
#include "core/machine/machine_limits.h"
#include "core/mixture/mixture_finding.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kRichest = 9., kLeanest = 17.;    // AFR that the mixture's scale shows
constexpr double kThinnest = 0.9, kDensest = 1.32; // kg/m3 that the air's scale shows

constexpr double kCaptionAbove = 58.; // clear of a handle's figure
constexpr double kSlowest = 1000., kFastest = 15000.;

AlongScale mixtureScale(const QRectF& box) {
    return {box, kRichest, kLeanest};
}
/// Engine speed under the injector's bar.
AlongScale speedUnder(const QRectF& box) {
    return {QRectF(box.left(), box.bottom() - 30., box.width(), 20.), kSlowest, kFastest};
}
AlongScale airScale(const QRectF& box) {
    return {box, kThinnest, kDensest};
}

} // namespace

CarburettorPage::Places CarburettorPage::places(const QRectF& area) {
    const double left = area.left() + 30., width = area.width() - 60.;
    return {QRectF(left, area.top() + 66., width, 0.25 * area.height()),
            QRectF(left, area.top() + 0.53 * area.height(), width, 54.),
            QRectF(left, area.top() + 0.81 * area.height(), width, 50.)};
}

std::vector<Handle> CarburettorPage::handles(const QRectF& area) const {
    const Places g = places(area);
    std::vector<Handle> out;
    const AlongScale throttle{g.throttle, 0., 100.}, mixture = mixtureScale(g.mixture), air = airScale(g.air);
    if (injection())
        out.push_back(along("rpm", speedUnder(g.throttle), speedUnder(g.throttle).box.center().y(), Qt::TopEdge));
    else {
        out.push_back(along("throttle_pct", throttle, g.throttle.top() - 6., Qt::TopEdge));
        // A screw and a needle are turned and raised where they rule: up is out and up.
        constexpr double kTurnsPerPx = 1. / 30., kGroovesPerPx = 1. / 18.;
        const QPointF screw(throttle.x(4.), g.throttle.center().y() - n("screw_out") / kTurnsPerPx * 0.4),
            needle(throttle.x(50.), g.throttle.center().y() - n("needle_raised") / kGroovesPerPx * 0.4);
        out.push_back(handle("screw_out", screw, Qt::RightEdge, [screw, now = n("screw_out")](QPointF at) {
            return std::round(4. * (now + (screw.y() - at.y()) * kTurnsPerPx)) / 4.; // by quarters
        }));
        out.push_back(handle("needle_raised", needle, Qt::RightEdge, [needle, now = n("needle_raised")](QPointF at) {
            return std::round(now + (needle.y() - at.y()) * kGroovesPerPx); // no half groove
        }));
    }
    out.push_back(along("afr_wanted", mixture, g.mixture.top() - 4., Qt::TopEdge));
    if (!injection())
        out.push_back(along("density_then", air, g.air.top() - 4., Qt::TopEdge));
    out.push_back(along("density_now", air, g.air.bottom() + 4., Qt::BottomEdge));
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
        drawInjector(p, box);
        return;
    }
    p.drawText(QRectF(box.left(), box.top() - kCaptionAbove, box.width(), 16.), Qt::AlignLeft,
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
    drawAdjustment(p, box);
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

/// The fuel over the travel as needle and screw would have it: above the middle line more than now, below it less.
void CarburettorPage::drawAdjustment(QPainter& p, const QRectF& box) const {
    const Adjustment moved = adjustment();
    if (moved.needleRaisedGrooves == 0. && moved.screwOutTurns == 0.)
        return;
    constexpr double kFullShare = 0.3; // of the fuel, from the middle line to an edge of the bar
    QPolygonF line;
    for (double u = 0.; u <= 1.0001; u += 0.01)
        line << QPointF(box.left() + u * box.width(),
                        box.center().y() -
                            std::clamp((fuelAfter(moved, u) - 1.) / kFullShare, -1., 1.) * 0.5 * box.height());
    p.setPen(QPen(m_theme.tokens().accent, 2.4));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
}

/// One cycle as a bar: how much of it the injector is open, what it needs to open at all, and where nothing is left.
void CarburettorPage::drawInjector(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const QRectF cycle(box.left(), box.top() - 14., box.width(), 52.);
    p.drawText(QRectF(box.left(), cycle.top() - 24., box.width(), 16.), Qt::AlignLeft,
               tr("one cycle: how long the injector is open · hatched: above 85 % nothing is left"));
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(cycle, 6, 6);
    const double open = std::clamp(m_injection.duty, 0., 1.) * cycle.width();
    p.setPen(Qt::NoPen);
    p.setBrush(m_injection.duty > kMostDuty ? t.amberSoft : t.accentSoft);
    p.drawRect(QRectF(cycle.left() + 1., cycle.top() + 1., open, cycle.height() - 2.));
    p.setBrush(Theme::hatch(t.amber));
    p.drawRect(QRectF(cycle.left() + kMostDuty * cycle.width(), cycle.top() + 1., (1. - kMostDuty) * cycle.width() - 1.,
                      cycle.height() - 2.));
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Strong, true));
    p.drawText(QRectF(cycle.left() + 10., cycle.top(), cycle.width() - 20., cycle.height()),
               Qt::AlignLeft | Qt::AlignVCenter,
               tr("%1 ms, %2 %").arg(number(m_injection.openS * 1000., 2), number(100. * m_injection.duty, 0)));
    const AlongScale speed = speedUnder(box);
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.muted, 2.));
    p.drawLine(QPointF(speed.box.left(), speed.box.center().y()), QPointF(speed.box.right(), speed.box.center().y()));
    p.setPen(t.muted);
    for (double rpm : niceTicks(speed.low, speed.high, 7))
        p.drawText(QRectF(speed.x(rpm) - 30., speed.box.bottom() + 2., 60., 15.), Qt::AlignCenter, number(rpm, 0));
}

void CarburettorPage::drawMixture(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const auto x = [scale = mixtureScale(box)](double afr) { return scale.x(afr); };
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
    p.drawText(QRectF(box.left(), box.top() - kCaptionAbove, box.width(), 16.), Qt::AlignLeft,
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
    const auto x = [scale = airScale(box)](double density) { return scale.x(density); };
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(box.left(), box.top() - kCaptionAbove, box.width(), 16.), Qt::AlignLeft,
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
