// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/map_drawing.h"

#include "app/charts/nice_ticks.h"
#include "core/units/units.h"

#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {

MapDrawing::MapDrawing(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumSize(360, 240);
    setObjectName(QStringLiteral("speed-map"));
    setAccessibleName(tr("Engine speed over road speed"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    connect(&model, &JobModel::unitsChanged, this, qOverload<>(&QWidget::update));
}

void MapDrawing::setView(RoadViewPtr view) {
    m_view = std::move(view);
    update();
}

void MapDrawing::setGears(std::vector<double> gears) {
    m_gears = std::move(gears);
    update();
}

MapDrawing::Plot MapDrawing::plot() const {
    Plot out;
    for (const SetupOnMap& map : m_view->answers.map)
        for (const SpeedThread& thread : map.threads)
            for (std::size_t i = 0; i < thread.mPerS.size(); ++i) {
                out.mostV = std::max(out.mostV, thread.mPerS[i]);
                out.mostRpm = std::max(out.mostRpm, thread.rpm[i]);
            }
    if (m_view->band)
        out.mostRpm = std::max(out.mostRpm, m_view->band->toRpm);
    out.mostV *= 1.04;
    out.mostRpm *= 1.12;
    out.g = QRectF(rect()).adjusted(66, 40, -22, -46);
    return out;
}

void MapDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(hasFocus() && m_expected ? t.accent : t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 8, 8);
    if (!m_view || m_view->answers.map.empty()) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong));
        p.drawText(rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Runs with an engine speed beside the road speed are drawn here."));
        return;
    }
    const Plot g = plot();
    paintAxes(p, g);
    p.save();
    p.setClipRect(g.g);
    paintRuns(p, g);
    p.restore();
    paintExpected(p, g);
    // The setups' names stand together in the empty corner: below the lines on the right.
    const double step = 20.;
    double at = g.g.bottom() - step * static_cast<double>(m_view->answers.map.size()) - 4.;
    p.setFont(Theme::font(Size::Small));
    for (const SetupOnMap& map : m_view->answers.map) {
        const int mark = m_view->mark(map.setup);
        Theme::drawMark(p, {g.g.right() - 210., at}, 6., mark, t.marks[mark % 8]);
        p.setPen(t.ink);
        p.drawText(QRectF(g.g.right() - 196., at - 9., 190., 18.), Qt::AlignLeft | Qt::AlignVCenter,
                   m_view->name(map.setup));
        at += step;
    }
}

void MapDrawing::paintAxes(QPainter& p, const Plot& plot) const {
    const Tokens& t = m_theme.tokens();
    const QRectF& g = plot.g;
    const Unit& road = m_model.units().road;
    p.setFont(Theme::font(Size::Small));
    for (double tick : niceTicks(0., plot.mostRpm, 6)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.left(), plot.y(tick)), QPointF(g.right(), plot.y(tick)));
        p.setPen(t.muted);
        p.drawText(QRectF(g.left() - 58., plot.y(tick) - 8., 52., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   QLocale().toString(tick, 'f', 0));
    }
    for (double tick : niceTicks(0., fromSi(plot.mostV, road), 8))
        p.drawText(QRectF(plot.x(toSi(tick, road)) - 30., g.bottom() + 4., 60., 15.), Qt::AlignCenter,
                   QLocale().toString(tick, 'f', 0));
    p.drawText(QRectF(g.left(), g.bottom() + 20., g.width(), 15.), Qt::AlignCenter,
               tr("road speed [%1]").arg(QString::fromUtf8(road.symbol.data())));
    p.drawText(QRectF(14., 12., 200., 16.), Qt::AlignLeft, tr("engine [rpm]"));
    if (!m_view->band)
        return;
    QColor soft = t.gain;
    soft.setAlphaF(0.14f);
    const QRectF band(QPointF(g.left(), plot.y(m_view->band->toRpm)),
                      QPointF(g.right(), plot.y(m_view->band->fromRpm)));
    p.fillRect(band, soft);
    p.setPen(t.gain);
    p.drawText(band.adjusted(8, 2, -8, 0), Qt::AlignLeft | Qt::AlignTop,
               tr("the engine's best, by the pulls of %1").arg(m_view->bandFrom));
}

void MapDrawing::paintRuns(QPainter& p, const Plot& g) const {
    const Tokens& t = m_theme.tokens();
    int gear = 0;
    for (double ray : m_gears) {
        p.setPen(QPen(t.muted, 1.2, Qt::DashLine));
        const double end = std::min(g.mostV, g.mostRpm / ray);
        p.drawLine(QPointF(g.x(0.), g.y(0.)), QPointF(g.x(end), g.y(end * ray)));
        p.drawText(QPointF(g.x(end) - 22., g.y(end * ray) + 14.), QString::number(++gear));
    }
    for (const SetupOnMap& map : m_view->answers.map) {
        const int mark = m_view->mark(map.setup);
        QColor thin = t.marks[mark % 8];
        thin.setAlphaF(0.35f);
        p.setPen(QPen(thin, 1));
        for (const SpeedThread& thread : map.threads) {
            QPolygonF line;
            for (std::size_t i = 0; i < thread.mPerS.size(); ++i)
                line << QPointF(g.x(thread.mPerS[i]), g.y(thread.rpm[i]));
            p.drawPolyline(line);
        }
    }
    for (const SetupOnMap& map : m_view->answers.map) {
        const int mark = m_view->mark(map.setup);
        QPolygonF line;
        for (std::size_t i = 0; i < map.mPerS.size(); ++i)
            line << QPointF(g.x(map.mPerS[i]), g.y(map.rpm[i]));
        p.setPen(m_theme.markPen(mark, 2.4));
        p.drawPolyline(line);
    }
}

/// The hand's place: on the right end of the line, where it holds.
QPointF MapDrawing::handle(const Plot& g) const {
    return {g.x(m_expected->mPerS.back()), g.y(m_expected->heldRpm.value)};
}

void MapDrawing::paintExpected(QPainter& p, const Plot& g) const {
    if (!m_expected)
        return;
    const Tokens& t = m_theme.tokens();
    QPolygonF line, range;
    for (std::size_t i = 0; i < m_expected->mPerS.size(); ++i) {
        line << QPointF(g.x(m_expected->mPerS[i]), g.y(m_expected->rpm[i]));
        range << QPointF(g.x(m_expected->mPerS[i]), g.y(m_expected->highRpm[i]));
    }
    for (std::size_t i = m_expected->mPerS.size(); i-- > 0;)
        range << QPointF(g.x(m_expected->mPerS[i]), g.y(m_expected->lowRpm[i]));
    QColor soft = t.accent;
    soft.setAlphaF(0.16f);
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawPolygon(range);
    p.setPen(QPen(t.accent, 1.6, Qt::DotLine));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    const QPointF at = handle(g);
    p.setPen(QPen(t.accent, 2.));
    p.setBrush(t.raised);
    p.drawEllipse(at, 8., 8.);
    p.setFont(Theme::font(Size::Body, true));
    p.drawText(QRectF(at.x() - 250., at.y() - 34., 250., 20.), Qt::AlignRight | Qt::AlignVCenter, m_label);
}

void MapDrawing::setExpected(std::optional<ExpectedLine> line, const QString& label) {
    m_expected = std::move(line);
    m_label = label;
    setFocusPolicy(m_expected ? Qt::StrongFocus : Qt::NoFocus);
    setAccessibleDescription(m_expected ? tr("Arrow keys change it: %1").arg(label) : QString());
    update();
}

void MapDrawing::mousePressEvent(QMouseEvent* event) {
    constexpr double kNear = 26.;
    m_dragging = m_expected && QLineF(handle(plot()), event->position()).length() < kNear;
    if (m_dragging)
        setFocus();
    else
        QWidget::mousePressEvent(event);
}

void MapDrawing::mouseMoveEvent(QMouseEvent* event) {
    if (m_dragging)
        emit dragged(plot().rpmAt(event->position().y()));
}

void MapDrawing::mouseReleaseEvent(QMouseEvent*) {
    m_dragging = false;
}

void MapDrawing::keyPressEvent(QKeyEvent* event) {
    if (m_expected && (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down))
        emit stepped(event->key() == Qt::Key_Up ? 1 : -1);
    else
        QWidget::keyPressEvent(event);
}

} // namespace jr::app
