// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/band_page.h"

#include "app/charts/nice_ticks.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kStepRpm = 250., kNames = 128.;

} // namespace

UseCanvas::UseCanvas(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(
        tr("How much each engine speed is used; draw it, or walk with left and right and change it with up and down"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void UseCanvas::setUse(std::vector<double> rpm, std::vector<Curve> curves, UseWeights weights) {
    m_rpm = std::move(rpm);
    m_curves = std::move(curves);
    m_weights = std::move(weights);
    if (!m_rpm.empty() && (m_cursorRpm < m_rpm.front() || m_cursorRpm > m_rpm.back()))
        m_cursorRpm = std::round(0.5 * (m_rpm.front() + m_rpm.back()) / kStepRpm) * kStepRpm;
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
    if (m_rpm.size() < 2)
        return;
    const QRectF a = area();
    double top = 0.;
    for (const Curve& c : m_curves)
        top = std::max(top, *std::max_element(c.powerW.begin(), c.powerW.end()));
    const auto x = [&](double rpm) {
        return a.left() + (rpm - m_rpm.front()) / (m_rpm.back() - m_rpm.front()) * a.width();
    };
    const auto y = [&](double w) { return a.bottom() - w / (1.1 * top) * a.height(); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRect(a);
    p.save();
    p.setClipRect(a);
    // The use: a filled hill from the foot of the chart.
    QPolygonF hill{QPointF(x(m_rpm.front()), a.bottom())};
    for (double rpm : m_rpm)
        hill << QPointF(x(rpm), a.bottom() - 0.5 * a.height() * std::min(1., m_weights.at(rpm)));
    hill << QPointF(x(m_rpm.back()), a.bottom());
    p.setPen(QPen(t.amber, 1.5));
    p.setBrush(t.amberSoft);
    p.drawPolygon(hill);
    if (hasFocus()) {
        p.setPen(QPen(t.amber, 1, Qt::DashLine));
        p.drawLine(QPointF(x(m_cursorRpm), a.top()), QPointF(x(m_cursorRpm), a.bottom()));
    }
    for (const Curve& c : m_curves) {
        QPainterPath line;
        for (std::size_t i = 0; i < m_rpm.size(); ++i)
            i == 0 ? line.moveTo(x(m_rpm[i]), y(c.powerW[i])) : line.lineTo(x(m_rpm[i]), y(c.powerW[i]));
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
    for (double rpm = std::ceil(m_rpm.front() / 1000.) * 1000.; rpm <= m_rpm.back(); rpm += 1000.)
        p.drawText(QRectF(x(rpm) - 30, a.bottom() + 3, 60, 15), Qt::AlignCenter, l.toString(rpm, 'f', 0));
    const double most = m_model.units().powerOf(1.1 * top);
    for (double shown : niceTicks(0., most))
        p.drawText(QRectF(0, y(1.1 * top * shown / most) - 8, 60, 16), Qt::AlignRight | Qt::AlignVCenter,
                   l.toString(shown));
    p.drawText(QRectF(a.left(), height() - 18, a.width(), 15), Qt::AlignCenter,
               tr("engine speed [rpm] · hill: how much each speed is used, drag to draw it"));
    p.drawText(QRectF(a.left(), 6, a.width(), 16), Qt::AlignLeft,
               tr("mean power [%1] · %2")
                   .arg(m_model.units().powerSymbol(), QString::fromUtf8(m_model.answers().standard().label.data())));
}

void UseCanvas::setWeight(double rpm, double weight) {
    // Drawn on a grid of its own, so that any shape can be drawn.
    UseWeights w;
    for (double r = std::floor(m_rpm.front() / kStepRpm) * kStepRpm; r <= m_rpm.back() + kStepRpm; r += kStepRpm)
        w.points.emplace_back(r, std::abs(r - rpm) <= 0.5 * kStepRpm ? weight : m_weights.at(r));
    m_weights = std::move(w);
}

void UseCanvas::paintAt(const QPointF& point) {
    const QRectF a = area();
    if (m_rpm.size() < 2 || a.width() < 10.)
        return;
    const auto rpmAt = [&](double px) {
        return m_rpm.front() + (px - a.left()) / a.width() * (m_rpm.back() - m_rpm.front());
    };
    const double weight = std::clamp((a.bottom() - point.y()) / (0.5 * a.height()), 0., 1.);
    // A fast stroke passes over several steps at once.
    const double from = std::min(rpmAt(m_last.x()), rpmAt(point.x())),
                 to = std::max(rpmAt(m_last.x()), rpmAt(point.x()));
    for (double r = std::floor(from / kStepRpm) * kStepRpm; r <= to + 0.5 * kStepRpm; r += kStepRpm)
        if (r >= from - 0.5 * kStepRpm)
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
    if (m_rpm.empty()) {
        QWidget::keyPressEvent(event);
        return;
    }
    const int walk = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    const int lift = event->key() == Qt::Key_Up ? 1 : event->key() == Qt::Key_Down ? -1 : 0;
    if (walk != 0) {
        m_cursorRpm = std::clamp(m_cursorRpm + walk * kStepRpm, m_rpm.front(), m_rpm.back());
        update();
    } else if (lift != 0) {
        setWeight(m_cursorRpm, std::clamp(m_weights.at(m_cursorRpm) + 0.1 * lift, 0., 1.));
        emit drawn(m_weights);
    } else {
        QWidget::keyPressEvent(event);
    }
}

} // namespace jr::app
