// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/call_strip.h"

#include "app/charts/range_chart.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kCallsTop = 2, kCallsHeight = 38, kBandTop = 50;
constexpr double kNarrowestSteps = 6.; // a narrower band has too few places to be judged

} // namespace

CallStrip::CallStrip(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFixedHeight(74);
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName(tr("What may be said of each stretch, and the working band"));
    setToolTip(tr("Drag the two grips to judge a working band only; double click for the whole range.\nKeyboard: "
                  "arrows move a grip, up and down change grip, Home clears."));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

QString CallStrip::word(CallKind kind) {
    switch (kind) {
    case CallKind::Gain:
        return tr("gain");
    case CallKind::Loss:
        return tr("loss");
    case CallKind::Same:
        return tr("same");
    case CallKind::Open:
        break;
    }
    return tr("cannot tell");
}

void CallStrip::setPlaceRange(double from, double to) {
    m_from = from;
    m_to = to;
    update();
}

double CallStrip::x(double place) const {
    return RangeChart::kLeft + (place - m_from) / (m_to - m_from) * (width() - RangeChart::kLeft - RangeChart::kRight);
}
double CallStrip::placeAt(double px) const {
    return m_from + (px - RangeChart::kLeft) / (width() - RangeChart::kLeft - RangeChart::kRight) * (m_to - m_from);
}
double CallStrip::bandFrom() const {
    const auto& c = m_model.answers().comparison();
    return m_grip == 0 ? m_drag : m_model.compare().from().value_or(c ? c->place.front() : m_from);
}
double CallStrip::bandTo() const {
    const auto& c = m_model.answers().comparison();
    return m_grip == 1 ? m_drag : m_model.compare().to().value_or(c ? c->place.back() : m_to);
}

void CallStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (!m_model.answers().comparison())
        return;
    const Comparison& c = *m_model.answers().comparison();
    const DisplayUnits& u = m_model.units();
    const QString unit = QString::fromStdString(axisSymbol(c.axis, u.wording()));
    p.setFont(Theme::font(Size::Body, true));
    for (const Call& call : c.calls) {
        const QRectF box(x(call.from), kCallsTop, std::max(3., x(call.to) - x(call.from)), kCallsHeight);
        const bool gain = call.kind == CallKind::Gain, loss = call.kind == CallKind::Loss;
        const QColor ink = gain ? t.gain : loss ? t.loss : t.muted;
        p.setPen(QPen(ink, 1.2));
        p.setBrush(gain ? t.gainSoft : loss ? t.lossSoft : t.sameSoft);
        p.drawRoundedRect(box.adjusted(1, 0, -1, 0), 4, 4);
        if (call.kind == CallKind::Open) {
            p.setBrush(Theme::hatch(t.line));
            p.drawRoundedRect(box.adjusted(1, 0, -1, 0), 4, 4);
        }
        // A triangle up or down, a bar for the same, nothing but hatching for cannot tell.
        const QString text = word(call.kind);
        const QFontMetrics metrics(p.font());
        const double wide = metrics.horizontalAdvance(text) + 26;
        const bool roomy = box.width() > wide + 6;
        const QPointF at(roomy ? box.center().x() - wide / 2 + 8 : box.center().x(), box.center().y());
        p.setBrush(ink);
        p.setPen(Qt::NoPen);
        if (gain || loss) {
            const double s = gain ? -1. : 1.;
            p.drawPolygon(QPolygonF{at + QPointF(-7, -s * 5), at + QPointF(7, -s * 5), at + QPointF(0, s * 7)});
        } else if (call.kind == CallKind::Same) {
            p.drawRect(QRectF(at.x() - 7, at.y() - 2, 14, 4));
        }
        if (roomy) {
            p.setPen(ink);
            QRectF textBox(at.x() + 12, box.top(), wide, box.height());
            if (call.kind == CallKind::Open) {
                textBox = box;
                const QRectF plate(box.center().x() - wide / 2 + 6, box.center().y() - 10, wide - 12, 20);
                p.fillRect(plate, t.panel);
            }
            p.drawText(textBox, call.kind == CallKind::Open ? Qt::AlignCenter : Qt::AlignVCenter | Qt::AlignLeft, text);
        }
    }
    // The working band: a rule with two grips.
    const double from = x(bandFrom()), to = x(bandTo());
    p.setPen(QPen(t.line, 3));
    p.drawLine(QPointF(x(m_from), kBandTop + 6), QPointF(x(m_to), kBandTop + 6));
    p.setPen(QPen(t.accent, 4));
    p.drawLine(QPointF(from, kBandTop + 6), QPointF(to, kBandTop + 6));
    p.setFont(Theme::font(Size::Small));
    for (int grip : {0, 1}) {
        const double at = grip == 0 ? from : to;
        const bool lit = hasFocus() && m_keyGrip == grip;
        p.setPen(QPen(lit ? t.ink : t.accent, 2));
        p.setBrush(lit ? t.accent : t.panel);
        p.drawEllipse(QPointF(at, kBandTop + 6), 6, 6);
        p.setPen(t.muted);
        const QString text = u.placeText(grip == 0 ? bandFrom() : bandTo(), c.axis, false);
        p.drawText(QRectF(grip == 0 ? at + 10 : at - 70, kBandTop + 8, 60, 16),
                   grip == 0 ? Qt::AlignLeft : Qt::AlignRight, text);
    }
    p.setPen(t.muted);
    p.drawText(QRectF(0, kBandTop - 4, RangeChart::kLeft - 8, 20), Qt::AlignRight | Qt::AlignVCenter, tr("band"));
    p.drawText(QRectF(from, kBandTop + 8, to - from, 16), Qt::AlignCenter,
               m_model.compare().from() || m_model.compare().to() ? tr("working band [%1]").arg(unit)
                                                                                : tr("whole range [%1]").arg(unit));
}

void CallStrip::moveGrip(int grip, double place) {
    const auto& c = m_model.answers().comparison();
    if (!c)
        return;
    const double step = c->gridStep;
    place = std::clamp(std::round(place / step) * step, m_from, m_to);
    double from = m_model.compare().from().value_or(c->place.front()),
           to = m_model.compare().to().value_or(c->place.back());
    (grip == 0 ? from : to) = place;
    if (to - from >= kNarrowestSteps * step)
        emit bandChosen(from, to);
}

void CallStrip::mousePressEvent(QMouseEvent* event) {
    const double at = event->position().x();
    const double near0 = std::abs(at - x(bandFrom())), near1 = std::abs(at - x(bandTo()));
    m_grip = near0 <= near1 ? 0 : 1;
    m_keyGrip = m_grip;
    m_drag = std::clamp(placeAt(at), m_from, m_to);
    if (std::min(near0, near1) > 16.) {
        m_grip = -1;
        return;
    }
    update();
}

void CallStrip::mouseMoveEvent(QMouseEvent* event) {
    if (m_grip < 0)
        return;
    const double grid = usualStep(m_model.answers().axis());
    m_drag = std::clamp(std::round(placeAt(event->position().x()) / grid) * grid, m_from, m_to);
    const int grip = m_grip;
    moveGrip(grip, m_drag);
    update();
}

void CallStrip::mouseReleaseEvent(QMouseEvent*) {
    m_grip = -1;
    update();
}

void CallStrip::mouseDoubleClickEvent(QMouseEvent*) {
    emit bandChosen(std::nullopt, std::nullopt);
}

void CallStrip::keyPressEvent(QKeyEvent* event) {
    const double step = usualStep(m_model.answers().axis()) * (event->modifiers() & Qt::ShiftModifier ? 10. : 1.);
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right:
        moveGrip(m_keyGrip, (m_keyGrip == 0 ? bandFrom() : bandTo()) + (event->key() == Qt::Key_Left ? -step : step));
        break;
    case Qt::Key_Up:
    case Qt::Key_Down:
        m_keyGrip = 1 - m_keyGrip;
        break;
    case Qt::Key_Home:
        emit bandChosen(std::nullopt, std::nullopt);
        break;
    default:
        QWidget::keyPressEvent(event);
        return;
    }
    update();
}

} // namespace jr::app
