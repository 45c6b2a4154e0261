// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/live_run.h"

#include "app/charts/nice_ticks.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {

LiveRun::LiveRun(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumHeight(110);
    setAccessibleName(tr("Speed over distance, as it is run"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    connect(&model, &JobModel::unitsChanged, this, qOverload<>(&QWidget::update));
}

void LiveRun::begin() {
    m_line.clear();
    update();
}

void LiveRun::add(double metres, double mPerS) {
    if (!std::isfinite(metres) || !std::isfinite(mPerS) || (!m_line.isEmpty() && metres <= m_line.back().x()))
        return;
    m_line << QPointF(metres, mPerS);
    update();
}

void LiveRun::setGhost(const RoadViewPtr& view, const std::string& runId) {
    m_ghost.clear();
    m_marks = view ? view->answers.marks : std::vector<Mark>{};
    if (view)
        for (const TimedRun& one : view->answers.runs)
            if (one.name == runId && one.run.launch)
                for (std::size_t i = one.run.launch->joinRow; i <= one.run.topRow; ++i)
                    m_ghost << QPointF(one.run.distanceM[i], one.run.speedMPerS[i]);
    update();
}

void LiveRun::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 8, 8);
    const Unit& road = m_model.units().road;
    double longest = 100., fastest = 15.;
    for (const QPolygonF* line : {&m_line, &m_ghost})
        for (const QPointF& at : *line) {
            longest = std::max(longest, 1.03 * at.x());
            fastest = std::max(fastest, 1.12 * at.y());
        }
    const QRectF g = QRectF(rect()).adjusted(58, 28, -16, -24);
    const auto place = [&](const QPointF& at) {
        return QPointF(g.left() + at.x() / longest * g.width(), g.bottom() - at.y() / fastest * g.height());
    };
    p.setFont(Theme::font(Size::Small));
    for (double tick : niceTicks(0., fromSi(fastest, road), 4)) {
        const double y = place({0., toSi(tick, road)}).y();
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.left(), y), QPointF(g.right(), y));
        p.setPen(t.muted);
        p.drawText(QRectF(0., y - 8., g.left() - 6., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   QLocale().toString(tick, 'f', 0));
    }
    for (const Mark& mark : m_marks)
        if (mark.isDistance() && mark.metres < longest) {
            const double x = place({mark.metres, 0.}).x();
            p.setPen(QPen(t.muted, 1, Qt::DashLine));
            p.drawLine(QPointF(x, g.top()), QPointF(x, g.bottom()));
            p.setPen(t.muted);
            p.drawText(QRectF(x - 40., g.bottom() + 4., 80., 15.), Qt::AlignCenter, markText(mark));
        }
    const auto draw = [&](const QPolygonF& line, const QPen& pen) {
        QPolygonF shown;
        for (const QPointF& at : line)
            shown << place(at);
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(shown);
    };
    draw(m_ghost, QPen(t.muted, 1.4, Qt::DotLine));
    draw(m_line, QPen(t.accent, 2.4));
    p.setPen(t.muted);
    p.drawText(
        QRectF(g.left(), 7., g.width(), 16.), Qt::AlignLeft,
        m_ghost.isEmpty()
            ? tr("speed [%1] over distance").arg(QString::fromUtf8(road.symbol.data()))
            : tr("speed [%1] over distance · dotted: the run before").arg(QString::fromUtf8(road.symbol.data())));
}

} // namespace jr::app
