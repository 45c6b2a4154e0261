// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_charts.h"

#include "app/theme/theme.h"
#include "app/widgets/call_strip.h"
#include "core/pull/grid_holes.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kEdgeOfSheet = kSheetEdge;

struct Plot {
    QRectF area;
    double x0, x1, y0, y1;
    QPointF at(double x, double y) const {
        return {area.left() + (x - x0) / (x1 - x0) * area.width(),
                area.bottom() - (y - y0) / (y1 - y0) * area.height()};
    }
};

double niceStep(double span, int about) {
    const double raw = span / about, power = std::pow(10., std::floor(std::log10(raw)));
    for (double m : {1., 2., 2.5, 5., 10.})
        if (m * power >= raw)
            return m * power;
    return 10. * power;
}

void axes(QPainter& p, const Plot& plot, const QString& unit, const std::vector<std::pair<double, QString>>& ticks,
          bool named) {
    const Tokens& t = Theme::dayTokens();
    p.setFont(Theme::paperFont(Size::Small));
    const QLocale l;
    const double yStep = niceStep(plot.y1 - plot.y0, 5);
    for (double y = std::ceil(plot.y0 / yStep) * yStep; y <= plot.y1 + 1e-9; y += yStep) {
        p.setPen(QPen(t.line, 0.7, Qt::DotLine));
        p.drawLine(plot.at(plot.x0, y), plot.at(plot.x1, y));
        p.setPen(t.muted);
        p.drawText(QRectF(plot.area.left() - 52, plot.at(0, y).y() - 8, 46, 16), Qt::AlignRight | Qt::AlignVCenter,
                   l.toString(std::abs(y) < 1e-9 ? 0. : y, 'g', 3));
    }
    for (const auto& [place, shown] : ticks) {
        p.setPen(QPen(t.line, 0.7, Qt::DotLine));
        p.drawLine(plot.at(place, plot.y0), plot.at(place, plot.y1));
        if (named) {
            p.setPen(t.muted);
            p.drawText(QRectF(plot.at(place, 0).x() - 40, plot.area.bottom() + 3, 80, 16), Qt::AlignCenter, shown);
        }
    }
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(plot.area);
    p.drawText(QRectF(plot.area.left() - 52, plot.area.top() - 18, 160, 16), Qt::AlignLeft, unit);
}

QPainterPath path(const Plot& plot, const Comparison& c, const auto& y) {
    QPainterPath out;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        if (i == 0 || holeBefore(c.place, c.gridStep, i))
            out.moveTo(plot.at(c.place[i], y(i)));
        else
            out.lineTo(plot.at(c.place[i], y(i)));
    return out;
}

} // namespace

double drawRibbon(QPainter& p, const Sheet& sheet, const Comparison& c, double y) {
    const Tokens& t = Theme::dayTokens();
    const DisplayUnits& u = sheet.units;
    double reach = 0.;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        reach =
            std::max({reach, std::abs(u.powerOf(c.watt(i).mid)), c.margins ? std::abs(u.powerOf(c.watt(i).low)) : 0.,
                      c.margins ? std::abs(u.powerOf(c.watt(i).high)) : 0.});
    const Plot plot{QRectF(kEdgeOfSheet + 52, y + 20, kSheetWidth - 2 * kEdgeOfSheet - 52, 140), c.place.front(),
                    c.place.back(), -1.15 * reach, 1.15 * reach};
    axes(p, plot, QObject::tr("gain [%1]").arg(u.powerSymbol()), u.placeTicks(plot.x0, plot.x1, c.axis), false);
    const auto drawPiece = [&](double from, double to, const QBrush& brush) {
        QPolygonF band;
        const auto within = [&](std::size_t i) { return c.place[i] >= from && c.place[i] <= to; };
        for (std::size_t i = 0; i < c.place.size(); ++i)
            if (within(i))
                band << plot.at(c.place[i], u.powerOf(c.watt(i).high));
        for (std::size_t i = c.place.size(); i-- > 0;)
            if (within(i))
                band << plot.at(c.place[i], u.powerOf(c.watt(i).low));
        p.setPen(Qt::NoPen);
        p.setBrush(brush);
        p.drawPolygon(band);
    };
    const double rounding = 0.02 * c.gridStep;
    if (c.margins)
        for (const Call& call : c.calls)
            drawPiece(call.from - 1.01 * c.gridStep, call.to + rounding,
                      call.kind == CallKind::Gain   ? QBrush(t.gainSoft)
                      : call.kind == CallKind::Loss ? QBrush(t.lossSoft)
                      : call.kind == CallKind::Same ? QBrush(t.sameSoft)
                                                    : Theme::hatch(t.line));
    for (const auto& [from, to] : c.narrow)
        drawPiece(from - rounding, to + rounding, Theme::stripes(t.muted));
    p.setPen(QPen(t.ink, 1));
    p.drawLine(plot.at(plot.x0, 0), plot.at(plot.x1, 0));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 2));
    p.drawPath(path(plot, c, [&](std::size_t i) { return u.powerOf(c.watt(i).mid); }));
    // The calls in words under it.
    double bottom = plot.area.bottom() + 6;
    p.setFont(Theme::paperFont(Size::Small, true));
    for (const Call& call : c.calls) {
        const double from = plot.at(call.from, 0).x(), to = plot.at(call.to, 0).x();
        const QRectF box(from + 1, bottom, std::max(2., to - from - 2), 22);
        const bool gain = call.kind == CallKind::Gain, loss = call.kind == CallKind::Loss;
        const QColor ink = gain ? t.gain : loss ? t.loss : t.muted;
        p.setPen(QPen(ink, 0.8));
        p.setBrush(gain                          ? QBrush(t.gainSoft)
                   : loss                        ? QBrush(t.lossSoft)
                   : call.kind == CallKind::Same ? QBrush(t.sameSoft)
                                                 : Theme::hatch(t.line));
        p.drawRect(box);
        const QString word = (gain   ? QStringLiteral("▲ ")
                              : loss ? QStringLiteral("▼ ")
                                     : QString()) +
                             CallStrip::word(call.kind);
        const double wide = QFontMetricsF(p.font()).horizontalAdvance(word);
        if (wide + 8 < box.width()) {
            if (call.kind == CallKind::Open)
                p.fillRect(QRectF(box.center().x() - wide / 2 - 4, box.top() + 3, wide + 8, box.height() - 6),
                           Qt::white);
            p.setPen(ink);
            p.drawText(box, Qt::AlignCenter, word);
        }
    }
    return bottom + 26;
}

double drawCurves(QPainter& p, const Sheet& sheet, const Comparison& c, double y) {
    const Tokens& t = Theme::dayTokens();
    const DisplayUnits& u = sheet.units;
    double top = 0.;
    for (const Side* side : {&c.base, &c.with})
        for (double w : side->powerW)
            top = std::max(top, u.powerOf(w));
    const Plot plot{QRectF(kEdgeOfSheet + 52, y + 20, kSheetWidth - 2 * kEdgeOfSheet - 52, 200), c.place.front(),
                    c.place.back(), 0., 1.14 * top};
    axes(p, plot, QObject::tr("power [%1]").arg(u.powerSymbol()), u.placeTicks(plot.x0, plot.x1, c.axis), true);
    for (bool isBase : {true, false}) {
        const Side& side = isBase ? c.base : c.with;
        const int mark = sheet.marks[isBase ? 0 : 1];
        const QColor color = t.marks[mark % 8];
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(color, 2, Theme::mark(mark).dash));
        p.drawPath(path(plot, c, [&](std::size_t i) { return u.powerOf(side.powerW[i]); }));
        // Direct labels near the right part of the curve, base below and changed above.
        const auto i = static_cast<std::size_t>((isBase ? 0.34 : 0.60) * static_cast<double>(c.place.size()));
        const QPointF on = plot.at(c.place[i], u.powerOf(side.powerW[i]));
        const QPointF label = on + (isBase ? QPointF(26, 34) : QPointF(-60, -34));
        p.setPen(QPen(color, 0.8));
        p.drawLine(on, label + QPointF(0, isBase ? -8 : 8));
        Theme::drawMark(p, label, 6, mark, color);
        p.setPen(color);
        p.setFont(Theme::paperFont(Size::Small, true));
        p.drawText(label + QPointF(12, 5),
                   Theme::mark(mark).letter + QStringLiteral("  ") + QString::fromStdString(side.setup));
    }
    p.setPen(t.muted);
    p.setFont(Theme::paperFont(Size::Small));
    p.drawText(QRectF(plot.area.left(), plot.area.bottom() + 17, plot.area.width(), 16), Qt::AlignCenter,
               u.axisLabel(c.axis));
    return plot.area.bottom() + 36;
}

} // namespace jr::app
