// SPDX-License-Identifier: GPL-3.0-or-later
// How the ports page is drawn, and where it is taken by the hand.
#include "app/figure/ports_page.h"

#include "core/figure/ports/top_centre.h"
#include "core/units/units.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

QPointF onCircle(const QPointF& centre, double radius, double deg) {
    const double a = deg * kPi / 180.;
    return centre + radius * QPointF(std::sin(a), -std::cos(a));
}

/// 0…360 clockwise from the top.
double degOf(const QPointF& centre, const QPointF& at) {
    const double deg = std::atan2(at.x() - centre.x(), centre.y() - at.y()) * 180. / kPi;
    return deg < 0. ? deg + 360. : deg;
}

double fromTop(double deg) {
    return deg > 180. ? 360. - deg : deg;
}

} // namespace

PortsPage::Places PortsPage::places(const QRectF& area) const {
    const double radius = std::min(0.21 * area.width(), 0.36 * area.height());
    const QPointF centre(area.left() + radius + 40., area.center().y());
    const double left = centre.x() + radius + 84.;
    const double height = 0.68 * area.height();
    return {centre, radius, QRectF(left, area.center().y() - 0.45 * height, area.right() - left - 16., height)};
}

std::vector<Handle> PortsPage::handles(const QRectF& area) const {
    std::vector<Handle> out;
    if (findsTop()) {
        const QPointF centre = area.center();
        const double radius = 0.36 * area.height();
        for (const char* key : {"one_way_deg", "other_way_deg"})
            out.push_back(handle(key, onCircle(centre, radius, n(key)), n(key) < 180. ? Qt::RightEdge : Qt::LeftEdge,
                                 [centre](QPointF at) { return degOf(centre, at); }));
        return out;
    }
    if (!m_answer)
        return out;
    const Places p = places(area);
    const Crank crank = m_answer->crank;
    const auto angle = [&](const char* key, double radius) {
        out.push_back(handle(
            key, onCircle(p.centre, radius, n(std::string_view(key).substr(0, std::string_view(key).find('@')))),
            Qt::RightEdge, [c = p.centre](QPointF at) { return fromTop(degOf(c, at)); }, false));
    };
    const auto roof = [&](const char* key, double deg, double x) {
        const double y = p.wall.top() + pistonDownM(crank, deg) / crank.strokeM * p.wall.height();
        out.push_back(handle(
            key, {x, y}, Qt::TopEdge,
            [crank, wall = p.wall](QPointF at) {
                return crankDegAtDown(crank, (at.y() - wall.top()) / wall.height() * crank.strokeM);
            },
            false));
    };
    angle("exhaust_opens_deg_atdc@circle", p.radius);
    angle("transfer_opens_deg_atdc@circle", p.radius - 26.);
    if (pistonPort())
        out.push_back(handle("intake_opens_deg_btdc", onCircle(p.centre, p.radius - 52., -n("intake_opens_deg_btdc")),
                             Qt::LeftEdge, [c = p.centre](QPointF at) { return fromTop(degOf(c, at)); }));
    roof("exhaust_opens_deg_atdc", n("exhaust_opens_deg_atdc"), p.wall.left() + 0.5 * p.wall.width());
    roof("transfer_opens_deg_atdc", n("transfer_opens_deg_atdc"), p.wall.left() + 0.16 * p.wall.width());
    return out;
}

void PortsPage::draw(QPainter& p, const QRectF& area) {
    if (findsTop()) {
        drawTop(p, area);
        return;
    }
    if (!m_answer)
        return;
    const Places places = this->places(area);
    drawCircle(p, places);
    drawWall(p, places);
}

void PortsPage::drawCircle(QPainter& p, const Places& g) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    for (int deg = 0; deg < 360; deg += 10)
        p.drawLine(onCircle(g.centre, g.radius + 14., deg), onCircle(g.centre, g.radius + (deg % 30 ? 17. : 21.), deg));
    const auto ring = [&](double radius, double fromDeg, double toDeg, const QColor& colour) {
        p.setPen(QPen(colour, 15., Qt::SolidLine, Qt::FlatCap));
        const QRectF box(g.centre - QPointF(radius, radius), QSizeF(2. * radius, 2. * radius));
        // Qt counts from three o'clock against the clock, in sixteenths.
        p.drawArc(box, static_cast<int>((90. - toDeg) * 16.), static_cast<int>((toDeg - fromDeg) * 16.));
    };
    const double e = n("exhaust_opens_deg_atdc"), tr_ = n("transfer_opens_deg_atdc");
    ring(g.radius, e, 360. - e, t.marks[2]);
    ring(g.radius - 26., tr_, 360. - tr_, t.marks[1]);
    if (pistonPort())
        ring(g.radius - 52., -n("intake_opens_deg_btdc"), n("intake_opens_deg_btdc"), t.marks[3]);
    // Blowdown: what the exhaust has to itself, either side.
    p.setPen(Qt::NoPen);
    QColor soft = t.marks[2];
    soft.setAlphaF(0.16f);
    p.setBrush(soft);
    const QRectF pie(g.centre - QPointF(g.radius, g.radius), QSizeF(2. * g.radius, 2. * g.radius));
    p.drawPie(pie, static_cast<int>((90. - tr_) * 16.), static_cast<int>((tr_ - e) * 16.));
    p.setPen(t.muted);
    p.drawText(QRectF(g.centre.x() - 60., g.centre.y() - g.radius - 44., 120., 16.), Qt::AlignCenter, tr("top"));
    p.drawText(QRectF(g.centre.x() - 60., g.centre.y() + g.radius + 26., 120., 16.), Qt::AlignCenter, tr("bottom"));
    // Ports named in the middle, each in its own colour and by its ring.
    const auto word = [&](int line, const QColor& colour, const QString& text) {
        p.setPen(colour);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(QRectF(g.centre.x() - 90., g.centre.y() - 46. + 21. * line, 180., 20.), Qt::AlignCenter, text);
    };
    word(0, t.marks[2], tr("exhaust %1°").arg(number(m_answer->ports.exhaustDurationDeg, 0)));
    word(1, t.marks[1], tr("transfers %1°").arg(number(m_answer->ports.transferDurationDeg, 0)));
    word(2, t.ink, tr("blowdown %1°").arg(number(m_answer->ports.blowdownDeg, 1)));
    if (pistonPort())
        word(3, t.marks[3], tr("intake %1°").arg(number(*m_answer->ports.intakeDurationDeg, 0)));
}

void PortsPage::drawWall(QPainter& p, const Places& g) const {
    const Tokens& t = m_theme.tokens();
    const Crank& crank = m_answer->crank;
    const double pxPerM = g.wall.width() / (kPi * n("bore_mm") / kMmPerM);
    const auto y = [&](double downM) { return g.wall.top() + downM / crank.strokeM * g.wall.height(); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawRect(g.wall.adjusted(0, -26, 0, 26));
    p.setPen(QPen(t.muted, 1, Qt::DashLine));
    p.drawLine(g.wall.topLeft(), g.wall.topRight());
    p.drawLine(g.wall.bottomLeft(), g.wall.bottomRight());
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(g.wall.left() + 4., g.wall.top() - 19., 160., 16.), Qt::AlignLeft, tr("piston at top centre"));
    p.drawText(QRectF(g.wall.left() + 4., g.wall.bottom() + 5., 160., 16.), Qt::AlignLeft, tr("at bottom centre"));
    const auto window = [&](double centreShare, double widthM, double roofM, const QColor& colour) {
        const double w = std::min(widthM * pxPerM, 0.3 * g.wall.width());
        QColor soft = colour;
        soft.setAlphaF(0.22f);
        p.setBrush(soft);
        p.setPen(QPen(colour, 2.));
        p.drawRoundedRect(QRectF(QPointF(g.wall.left() + centreShare * g.wall.width() - 0.5 * w, y(roofM)),
                                 QSizeF(w, g.wall.bottom() - y(roofM))),
                          5, 5);
    };
    const PortsAsked a = asked();
    window(0.5, a.widths.exhaustM, m_answer->ports.exhaustDownM, t.marks[2]);
    for (double share : {0.16, 0.84})
        window(share, 0.5 * a.widths.transferM, m_answer->ports.transferDownM, t.marks[1]);
    p.setPen(t.muted);
    p.drawText(QRectF(g.wall.left(), g.wall.bottom() + 28., g.wall.width(), 16.), Qt::AlignCenter,
               tr("the wall, unrolled · heights to scale"));
    // As the machine has it, where a roof was moved.
    for (const auto& [key, share, colour] : {std::tuple{"exhaust_opens_deg_atdc", 0.5, t.marks[2]},
                                             std::tuple{"transfer_opens_deg_atdc", 0.16, t.marks[1]}})
        if (inputs().byHand(key)) {
            const double was = y(pistonDownM(crank, inputs().before(key).value.value));
            p.setPen(QPen(colour, 1.5, Qt::DotLine));
            const double x = g.wall.left() + share * g.wall.width();
            p.drawLine(QPointF(x - 60., was), QPointF(x + 60., was));
        }
    p.setPen(t.muted);
    p.drawText(QRectF(g.wall.left(), g.wall.top() - 46., g.wall.width(), 16.), Qt::AlignCenter,
               tr("roofs %1 and %2 mm down")
                   .arg(number(m_answer->ports.exhaustDownM * kMmPerM, 2),
                        number(m_answer->ports.transferDownM * kMmPerM, 2)));
}

void PortsPage::drawTop(QPainter& p, const QRectF& area) const {
    const Tokens& t = m_theme.tokens();
    const QPointF c = area.center();
    const double radius = 0.36 * area.height();
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawEllipse(c, radius, radius);
    for (int deg = 0; deg < 360; deg += 5) {
        p.setPen(QPen(t.muted, 1));
        p.drawLine(onCircle(c, radius, deg), onCircle(c, radius - (deg % 10 ? 6. : 12.), deg));
        if (deg % 30 == 0) {
            const QPointF at = onCircle(c, radius - 26., deg);
            p.drawText(QRectF(at.x() - 20., at.y() - 8., 40., 16.), Qt::AlignCenter, QString::number(deg));
        }
    }
    const TopCentre top = topCentreFrom(n("one_way_deg"), n("other_way_deg"));
    p.setPen(QPen(t.accent, 1.5, Qt::DashLine));
    for (const char* key : {"one_way_deg", "other_way_deg"})
        p.drawLine(c, onCircle(c, radius, n(key)));
    p.setPen(QPen(t.ink, 3.));
    p.drawLine(c, onCircle(c, radius + 16., top.readsDeg));
    p.setFont(Theme::font(Size::Large, true));
    p.drawText(QRectF(c.x() - 120., c.y() + 14., 240., 30.), Qt::AlignCenter,
               tr("top at %1°").arg(number(top.readsDeg, 1)));
}

} // namespace jr::app
