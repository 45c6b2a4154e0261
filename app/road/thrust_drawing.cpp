// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/thrust_drawing.h"

#include "app/charts/nice_ticks.h"
#include "app/words/words.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
ThrustDrawing::ThrustDrawing(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumSize(420, 300);
    setAccessibleName(tr("Power at the tyre over road speed"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    connect(&model, &JobModel::unitsChanged, this, qOverload<>(&QWidget::update));
}

void ThrustDrawing::setView(RoadViewPtr view) {
    m_view = std::move(view);
    update();
}

ThrustDrawing::Plot ThrustDrawing::plot() const {
    const QRectF area = QRectF(rect()).adjusted(70, 40, -20, -14);
    Plot out;
    constexpr double kPower = 0.45, kRatioFrom = 0.54, kRatio = 0.18, kPartsFrom = 0.79;
    const double h = area.height();
    out.power = QRectF(area.left(), area.top(), area.width(), kPower * h);
    out.ratio = QRectF(area.left(), area.top() + kRatioFrom * h, area.width(), kRatio * h);
    out.parts = QRectF(area.left(), area.top() + kPartsFrom * h, area.width(), (1. - kPartsFrom) * h);
    for (const PowerOfSetup& setup : m_view->thrust.setups) {
        const RoadPower& power = setup.power;
        out.fastest = std::max(out.fastest, 1.04 * power.mPerS.back());
        for (std::size_t i = 0; i < power.mPerS.size(); ++i)
            out.strongest = std::max(out.strongest, 1.1 * (power.powerW[i] + power.halfW(i)));
        if (setup.ratio)
            for (std::size_t i = 0; i < setup.ratio->mPerS.size(); ++i) {
                out.leastRatio = std::min(out.leastRatio, setup.ratio->ratio[i] - setup.ratio->half[i]);
                out.mostRatio = std::max(out.mostRatio, setup.ratio->ratio[i] + setup.ratio->half[i]);
            }
    }
    out.leastRatio = std::max(0., out.leastRatio);
    return out;
}

void ThrustDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 8, 8);
    if (!m_view || m_view->thrust.setups.empty()) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong));
        p.drawText(rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   m_view && m_view->thrust.problem
                       ? errorWords(*m_view->thrust.problem)
                       : tr("Runs from a standstill, with the weights of machine and rider, are drawn here."));
        return;
    }
    const Plot g = plot();
    paintAxes(p, g);
    for (const PowerOfSetup& setup : m_view->thrust.setups)
        paintPower(p, g, setup);
    for (const PowerOfSetup& setup : m_view->thrust.setups)
        paintRatio(p, g, setup);
    paintParts(p, g, m_view->thrust.setups.back());
    double at = g.power.bottom() - 20. * static_cast<double>(m_view->thrust.setups.size());
    for (const PowerOfSetup& setup : m_view->thrust.setups) {
        const int mark = m_view->mark(setup.setup);
        Theme::drawMark(p, {g.power.right() - 210., at}, 6., mark, t.marks[mark % 8]);
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.ink);
        p.drawText(QRectF(g.power.right() - 196., at - 9., 190., 18.), Qt::AlignLeft | Qt::AlignVCenter,
                   m_view->name(setup.setup));
        at += 20.;
    }
}

void ThrustDrawing::paintAxes(QPainter& p, const Plot& g) const {
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& units = m_model.units();
    p.setFont(Theme::font(Size::Small));
    const auto level = [&](const QRectF& box, double y, const QString& text) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(box.left(), y), QPointF(box.right(), y));
        p.setPen(t.muted);
        p.drawText(QRectF(box.left() - 60., y - 8., 54., 16.), Qt::AlignRight | Qt::AlignVCenter, text);
    };
    for (double tick : niceTicks(0., units.powerOf(g.strongest), 5))
        level(g.power, g.y(toSi(tick, units.power)), QLocale().toString(tick, 'g', 4));
    for (double tick : niceTicks(g.leastRatio, g.mostRatio, 3))
        level(g.ratio, g.r(tick), QLocale().toString(tick, 'f', 1));
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(g.ratio.left(), g.r(1.)), QPointF(g.ratio.right(), g.r(1.)));
    p.setPen(t.muted);
    for (double tick : niceTicks(0., fromSi(g.fastest, units.road), 8))
        p.drawText(QRectF(g.x(toSi(tick, units.road)) - 30., g.ratio.bottom() + 3., 60., 15.), Qt::AlignCenter,
                   QLocale().toString(tick, 'f', 0));
    p.drawText(QRectF(g.ratio.left(), g.ratio.bottom() + 17., g.ratio.width(), 15.), Qt::AlignCenter,
               tr("road speed [%1]").arg(QString::fromUtf8(units.road.symbol.data())));
    p.drawText(QRectF(14., 12., width() - 28., 18.), Qt::AlignLeft,
               tr("power at the tyre [%1], as run · dashed: the bench at the same place, in the road's air")
                   .arg(units.powerSymbol()));
    p.drawText(QRectF(g.ratio.left() - 56., g.ratio.top() - 18., 300., 16.), Qt::AlignLeft, tr("road over bench"));
}

void ThrustDrawing::paintPower(QPainter& p, const Plot& g, const PowerOfSetup& setup) const {
    const Tokens& t = m_theme.tokens();
    const int mark = m_view->mark(setup.setup);
    const RoadPower& power = setup.power;
    QPolygonF line, band, bench;
    for (std::size_t i = 0; i < power.mPerS.size(); ++i) {
        line << QPointF(g.x(power.mPerS[i]), g.y(power.powerW[i]));
        band << QPointF(g.x(power.mPerS[i]), g.y(power.powerW[i] + power.halfW(i)));
    }
    for (std::size_t i = power.mPerS.size(); i-- > 0;)
        band << QPointF(g.x(power.mPerS[i]), g.y(std::max(0., power.powerW[i] - power.halfW(i))));
    if (setup.ratio) // the bench's power is what the ratio is to
        for (std::size_t i = 0; i < setup.ratio->mPerS.size(); ++i) {
            const auto at = std::find(power.mPerS.begin(), power.mPerS.end(), setup.ratio->mPerS[i]);
            bench << QPointF(g.x(*at), g.y(power.powerW[static_cast<std::size_t>(at - power.mPerS.begin())] /
                                           setup.ratio->ratio[i]));
        }
    QColor soft = t.marks[mark % 8];
    soft.setAlphaF(0.13f);
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawPolygon(band);
    p.setPen(QPen(t.marks[mark % 8], 1.2, Qt::DashLine));
    p.drawPolyline(bench);
    p.setPen(m_theme.markPen(mark, 2.4));
    p.drawPolyline(line);
}

void ThrustDrawing::paintRatio(QPainter& p, const Plot& g, const PowerOfSetup& setup) const {
    const Tokens& t = m_theme.tokens();
    if (!setup.ratio) {
        if (setup.noRatio && &setup == &m_view->thrust.setups.back()) {
            p.setPen(t.muted);
            p.drawText(g.ratio, Qt::AlignCenter | Qt::TextWordWrap, errorWords(*setup.noRatio));
        }
        return;
    }
    const int mark = m_view->mark(setup.setup);
    QPolygonF line, band;
    const BenchRatio& ratio = *setup.ratio;
    for (std::size_t i = 0; i < ratio.mPerS.size(); ++i) {
        line << QPointF(g.x(ratio.mPerS[i]), g.r(ratio.ratio[i]));
        band << QPointF(g.x(ratio.mPerS[i]), g.r(ratio.ratio[i] + ratio.half[i]));
    }
    for (std::size_t i = ratio.mPerS.size(); i-- > 0;)
        band << QPointF(g.x(ratio.mPerS[i]), g.r(ratio.ratio[i] - ratio.half[i]));
    QColor soft = t.marks[mark % 8];
    soft.setAlphaF(0.12f);
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawPolygon(band);
    p.setPen(m_theme.markPen(mark, 2.));
    p.drawPolyline(line);
}

/// The road from left to right: what each part took, what the bench's power gives it, and what is left over.
void ThrustDrawing::paintParts(QPainter& p, const Plot& g, const PowerOfSetup& setup) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    if (setup.parts.empty())
        return;
    const bool feet = readsFeet(m_model.units());
    const double wide = g.parts.width() / static_cast<double>(setup.parts.size());
    const QLocale l;
    for (std::size_t i = 0; i < setup.parts.size(); ++i) {
        const RunPart& part = setup.parts[i];
        const QRectF box(g.parts.left() + wide * static_cast<double>(i), g.parts.top(), wide - 8., g.parts.height());
        const bool fits = part.explained();
        p.setPen(QPen(fits ? t.line : t.amber, 1.4));
        p.setBrush(t.paper);
        p.drawRoundedRect(box, 5, 5);
        const QRectF inside = box.adjusted(8, 4, -6, -4);
        const double unit = feet ? kMetresPerFoot : 1.;
        p.setPen(t.muted);
        p.drawText(inside, Qt::AlignLeft | Qt::AlignTop,
                   tr("%1 to %2 %3")
                       .arg(l.toString(part.fromM / unit, 'f', 0), l.toString(part.toM / unit, 'f', 0),
                            feet ? tr("ft") : tr("m")));
        p.setFont(Theme::font(Size::Body, true));
        p.setPen(t.ink);
        p.drawText(inside.adjusted(0, 17, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                   tr("%1 s run").arg(l.toString(part.runS, 'f', 2)));
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(
            inside.adjusted(0, 37, 0, 0), Qt::AlignLeft | Qt::AlignTop,
            tr("%1 ± %2 by the bench").arg(l.toString(part.modelS, 'f', 2), l.toString(part.modelHalfS, 'f', 2)));
        p.setPen(fits ? t.muted : t.amber);
        const double left = part.unexplainedS();
        p.drawText(inside.adjusted(0, 53, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                   fits ? tr("explained")
                        : tr("%1%2 s not explained")
                              .arg(left > 0. ? QStringLiteral("+") : QString(), l.toString(left, 'f', 2)));
    }
}

} // namespace jr::app
