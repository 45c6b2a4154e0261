// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/band_page.h"

#include "app/model/display_units.h"
#include "app/charts/nice_ticks.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kNames = 128.;

} // namespace

UseCanvas::UseCanvas(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(
        tr("How much each engine speed is used; draw it, or walk with left and right and change it with up and down"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void UseCanvas::setUse(CurveAxis axis, std::vector<double> place, std::vector<Curve> curves, UseWeights weights) {
    m_axis = axis;
    m_place = std::move(place);
    m_curves = std::move(curves);
    m_weights = std::move(weights);
    if (!m_place.empty() && (m_cursor < m_place.front() || m_cursor > m_place.back()))
        m_cursor = std::round(0.5 * (m_place.front() + m_place.back()) / step()) * step();
    update();
}

QRectF UseCanvas::area() const {
    return {66., 26., width() - 66. - kNames, height() - 64.};
}

void UseCanvas::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (m_place.size() < 2)
        return;
    const QRectF a = area();
    double top = 0.;
    for (const Curve& c : m_curves)
        top = std::max(top, *std::max_element(c.powerW.begin(), c.powerW.end()));
    const auto x = [&](double place) {
        return a.left() + (place - m_place.front()) / (m_place.back() - m_place.front()) * a.width();
    };
    const auto y = [&](double w) { return a.bottom() - w / (1.1 * top) * a.height(); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRect(a);
    p.save();
    p.setClipRect(a);
    // The use: a filled hill from the foot of the chart.
    QPolygonF hill{QPointF(x(m_place.front()), a.bottom())};
    for (double place : m_place)
        hill << QPointF(x(place), a.bottom() - 0.5 * a.height() * std::min(1., m_weights.at(place)));
    hill << QPointF(x(m_place.back()), a.bottom());
    p.setPen(QPen(t.amber, 1.5));
    p.setBrush(t.amberSoft);
    p.drawPolygon(hill);
    if (hasFocus()) {
        p.setPen(QPen(t.amber, 1, Qt::DashLine));
        p.drawLine(QPointF(x(m_cursor), a.top()), QPointF(x(m_cursor), a.bottom()));
    }
    for (const Curve& c : m_curves) {
        QPainterPath line;
        for (std::size_t i = 0; i < m_place.size(); ++i)
            i == 0 ? line.moveTo(x(m_place[i]), y(c.powerW[i])) : line.lineTo(x(m_place[i]), y(c.powerW[i]));
        p.setBrush(Qt::NoBrush);
        p.setPen(m_theme.markPen(c.mark, 2.));
        p.drawPath(line);
    }
    p.restore();
    // Names at the right ends, spread so that none lies on another.
    std::vector<std::pair<double, const Curve*>> ends;
    for (const Curve& c : m_curves)
        ends.emplace_back(y(c.powerW.back()), &c);
    std::sort(ends.begin(), ends.end());
    p.setFont(Theme::font(Size::Small, true));
    double last = -1e9;
    for (const auto& [at, c] : ends) {
        const double where = std::max(at, last + 15.);
        last = where;
        p.setPen(t.marks[c->mark & 7]);
        p.drawText(QRectF(a.right() + 6, where - 8, kNames - 8, 16), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(Theme::mark(c->mark).letter + QLatin1Char(' ') + c->name, Qt::ElideRight,
                                              static_cast<int>(kNames) - 10));
    }
    const QLocale l;
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    for (const auto& [place, shown] : m_model.units().placeTicks(m_place.front(), m_place.back(), m_axis))
        p.drawText(QRectF(x(place) - 30, a.bottom() + 3, 60, 15), Qt::AlignCenter, shown);
    const double most = m_model.units().powerOf(1.1 * top);
    for (double shown : niceTicks(0., most))
        p.drawText(QRectF(0, y(1.1 * top * shown / most) - 8, 60, 16), Qt::AlignRight | Qt::AlignVCenter,
                   l.toString(shown));
    p.drawText(QRectF(a.left(), height() - 18, a.width(), 15), Qt::AlignCenter,
               tr("%1 · hill: how much each speed is used, drag to draw it").arg(m_model.units().axisLabel(m_axis)));
    p.drawText(QRectF(a.left(), 6, a.width(), 16), Qt::AlignLeft,
               tr("mean power [%1] · %2")
                   .arg(m_model.units().powerSymbol(), DisplayUnits::word(m_model.answers().standard().label)));
}

void UseCanvas::setWeight(double place, double weight) {
    // Drawn on a grid of its own, so that any shape can be drawn.
    UseWeights w;
    for (double r = std::floor(m_place.front() / step()) * step(); r <= m_place.back() + step(); r += step())
        w.points.emplace_back(r, std::abs(r - place) <= 0.5 * step() ? weight : m_weights.at(r));
    m_weights = std::move(w);
}

void UseCanvas::paintAt(const QPointF& point) {
    const QRectF a = area();
    if (m_place.size() < 2 || a.width() < 10.)
        return;
    const auto placeAt = [&](double px) {
        return m_place.front() + (px - a.left()) / a.width() * (m_place.back() - m_place.front());
    };
    const double weight = std::clamp((a.bottom() - point.y()) / (0.5 * a.height()), 0., 1.);
    // A fast stroke passes over several steps at once.
    const double from = std::min(placeAt(m_last.x()), placeAt(point.x())),
                 to = std::max(placeAt(m_last.x()), placeAt(point.x()));
    for (double r = std::floor(from / step()) * step(); r <= to + 0.5 * step(); r += step())
        if (r >= from - 0.5 * step())
            setWeight(r, weight);
    m_last = point;
    update();
}

void UseCanvas::mousePressEvent(QMouseEvent* event) {
    m_drawing = event->button() == Qt::LeftButton;
    m_last = event->position();
    if (m_drawing)
        paintAt(event->position());
}

void UseCanvas::mouseMoveEvent(QMouseEvent* event) {
    if (m_drawing)
        paintAt(event->position());
}

void UseCanvas::mouseReleaseEvent(QMouseEvent*) {
    if (m_drawing)
        emit drawn(m_weights);
    m_drawing = false;
}

void UseCanvas::keyPressEvent(QKeyEvent* event) {
    if (m_place.empty()) {
        QWidget::keyPressEvent(event);
        return;
    }
    const int walk = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    const int lift = event->key() == Qt::Key_Up ? 1 : event->key() == Qt::Key_Down ? -1 : 0;
    if (walk != 0) {
        m_cursor = std::clamp(m_cursor + walk * step(), m_place.front(), m_place.back());
        update();
    } else if (lift != 0) {
        setWeight(m_cursor, std::clamp(m_weights.at(m_cursor) + 0.1 * lift, 0., 1.));
        emit drawn(m_weights);
    } else {
        QWidget::keyPressEvent(event);
    }
}

} // namespace jr::app
