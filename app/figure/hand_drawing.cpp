// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/hand_drawing.h"

#include "app/words/words.h"

#include <QAccessible>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QLineEdit>
#include <QLocale>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kRadius = 7., kReach = 16.; // drawn, and how near a glove has to come
constexpr double kFine = 0.1, kCoarse = 10.;
constexpr double kFrameMargin = 10.;

} // namespace

HandDrawing::HandDrawing(const Theme& theme, const QString& name, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_name(name) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName(name);
    setMinimumSize(460, 320);
    m_field = new QLineEdit(this);
    m_field->setAlignment(Qt::AlignCenter);
    m_field->setAccessibleName(tr("The value"));
    m_field->hide();
    m_field->installEventFilter(this);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

QRectF HandDrawing::area() const {
    return QRectF(rect()).adjusted(kFrameMargin, kFrameMargin, -kFrameMargin, -kFrameMargin);
}

std::string HandDrawing::inputOf(const std::string& handleKey) {
    return handleKey.substr(0, handleKey.find('@'));
}

std::vector<Handle> HandDrawing::allHandles() const {
    return handles ? handles(area()) : std::vector<Handle>{};
}

QPointF HandDrawing::placeOf(const std::string& key) const {
    for (const Handle& h : allHandles())
        if (h.key == key)
            return h.at;
    return {};
}

void HandDrawing::choose(const std::string& key) {
    m_chosen = key;
    tellName();
    update();
}

/// A reader of the screen hears which handle it is and what it stands at.
void HandDrawing::tellName() {
    for (const Handle& h : allHandles())
        if (h.key == m_chosen) {
            setAccessibleName(tr("%1: %2 %3").arg(m_name, h.name, h.shown));
            QAccessibleEvent renamed(this, QAccessible::NameChanged);
            QAccessible::updateAccessibility(&renamed);
        }
}

void HandDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(m_theme.tokens().line, 1));
    p.setBrush(m_theme.tokens().raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 10, 10);
    if (draw) {
        p.save();
        draw(p, area());
        p.restore();
    }
    for (const Handle& h : allHandles())
        paintHandle(p, h);
}

void HandDrawing::paintHandle(QPainter& p, const Handle& h) const {
    const Tokens& t = m_theme.tokens();
    const bool chosen = h.key == m_chosen && hasFocus();
    p.setPen(QPen(t.raised, 2.));
    p.setBrush(t.accent);
    p.drawEllipse(h.at, kRadius, kRadius);
    p.setPen(QPen(t.raised, 1.5));
    p.drawLine(h.at - QPointF(3, 0), h.at + QPointF(3, 0));
    p.drawLine(h.at - QPointF(0, 3), h.at + QPointF(0, 3));
    if (chosen) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ink, 2.));
        p.drawEllipse(h.at, kRadius + 4., kRadius + 4.);
    }
    p.setFont(Theme::font(Size::Body, true));
    const QSizeF size(p.fontMetrics().horizontalAdvance(h.shown) + 8., p.fontMetrics().height() + 2.);
    QRectF box(h.at + QPointF(kRadius + 5., -0.5 * size.height()), size);
    if (h.label == Qt::LeftEdge)
        box.moveRight(h.at.x() - kRadius - 5.);
    else if (h.label == Qt::TopEdge)
        box.moveTopLeft({h.at.x() - 0.5 * size.width(), h.at.y() - kRadius - 4. - size.height()});
    else if (h.label == Qt::BottomEdge)
        box.moveTopLeft({h.at.x() - 0.5 * size.width(), h.at.y() + kRadius + 4.});
    box.moveLeft(std::clamp(box.left(), 2., std::max(2., width() - size.width() - 2.)));
    box.moveTop(std::clamp(box.top(), 2., std::max(2., height() - size.height() - 2.)));
    QColor under = t.raised;
    under.setAlphaF(0.82f);
    p.setPen(Qt::NoPen);
    p.setBrush(under);
    p.drawRoundedRect(box, 4, 4);
    p.setPen(t.accent);
    p.drawText(box, Qt::AlignCenter, h.shown);
}

const Handle* HandDrawing::nearest(const std::vector<Handle>& all, const QPointF& at) const {
    const Handle* best = nullptr;
    double least = kReach * kReach;
    for (const Handle& h : all) {
        const QPointF d = h.at - at;
        if (const double square = d.x() * d.x() + d.y() * d.y(); square <= least) {
            least = square;
            best = &h;
        }
    }
    return best;
}

void HandDrawing::mousePressEvent(QMouseEvent* event) {
    endTyping(true);
    const auto all = allHandles();
    if (const Handle* h = nearest(all, event->position()); h && event->button() == Qt::LeftButton) {
        m_held = h->key;
        m_grip = event->position() - h->at;
        choose(h->key);
        setCursor(Qt::ClosedHandCursor);
    }
}

void HandDrawing::mouseMoveEvent(QMouseEvent* event) {
    const auto all = allHandles();
    if (m_held.empty()) {
        setCursor(nearest(all, event->position()) ? Qt::OpenHandCursor : Qt::ArrowCursor);
        return;
    }
    for (const Handle& h : all)
        if (h.key == m_held && h.valueAt && changed)
            if (const double value = h.valueAt(event->position() - m_grip); std::isfinite(value))
                changed(inputOf(h.key), std::round(value / (kFine * h.step)) * (kFine * h.step));
    update();
}

void HandDrawing::mouseReleaseEvent(QMouseEvent*) {
    if (m_held.empty())
        return;
    m_held.clear();
    setCursor(Qt::OpenHandCursor);
    tellName();
    if (finished)
        finished();
}

void HandDrawing::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto all = allHandles();
    if (const Handle* h = nearest(all, event->position())) {
        m_held.clear();
        choose(h->key);
        type({});
    }
}

void HandDrawing::keyPressEvent(QKeyEvent* event) {
    const auto all = allHandles();
    const auto h = std::find_if(all.begin(), all.end(), [&](const Handle& one) { return one.key == m_chosen; });
    if (h == all.end() || !changed) {
        QWidget::keyPressEvent(event);
        return;
    }
    double steps = 0.;
    switch (event->key()) {
    case Qt::Key_Up:
        steps = h->upIsMore ? 1. : -1.;
        break;
    case Qt::Key_Down:
        steps = h->upIsMore ? -1. : 1.;
        break;
    case Qt::Key_Right:
        steps = 1.;
        break;
    case Qt::Key_Left:
        steps = -1.;
        break;
    case Qt::Key_PageUp:
        steps = kCoarse;
        break;
    case Qt::Key_PageDown:
        steps = -kCoarse;
        break;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        type({});
        return;
    default:
        if (const QString text = event->text(); !text.isEmpty() && (text[0].isDigit() || text == QLatin1String("-")) &&
                                                event->modifiers() == Qt::NoModifier) {
            type(text);
            return;
        }
        QWidget::keyPressEvent(event);
        return;
    }
    if (event->modifiers() & (Qt::ControlModifier | Qt::AltModifier)) {
        QWidget::keyPressEvent(event);
        return;
    }
    if (event->modifiers() & Qt::ShiftModifier)
        steps *= kFine;
    changed(inputOf(h->key), (valueOf ? valueOf(inputOf(h->key)) : 0.) + steps * h->step);
    tellName();
    if (finished)
        finished();
    update();
}

bool HandDrawing::focusNextPrevChild(bool next) {
    const auto all = allHandles();
    const auto h = std::find_if(all.begin(), all.end(), [&](const Handle& one) { return one.key == m_chosen; });
    const long index = h == all.end() ? -1 : h - all.begin();
    const long wanted = next ? index + 1 : index - 1;
    if (hasFocus() && wanted >= 0 && wanted < static_cast<long>(all.size())) {
        choose(all[static_cast<std::size_t>(wanted)].key);
        return true;
    }
    return QWidget::focusNextPrevChild(next);
}

void HandDrawing::focusInEvent(QFocusEvent* event) {
    const auto all = allHandles();
    if (!all.empty()) {
        const bool known = std::any_of(all.begin(), all.end(), [&](const Handle& h) { return h.key == m_chosen; });
        if (event->reason() == Qt::TabFocusReason)
            choose(all.front().key);
        else if (event->reason() == Qt::BacktabFocusReason)
            choose(all.back().key);
        else if (!known)
            choose(all.front().key);
    }
    QWidget::focusInEvent(event);
    update();
}

bool HandDrawing::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const auto all = allHandles();
        if (const Handle* h = nearest(all, help->pos()))
            QToolTip::showText(help->globalPos(), plainTip(tr("%1: drag, arrow keys, or type").arg(h->name)), this);
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(event);
}

void HandDrawing::type(const QString& first) {
    const QPointF at = placeOf(m_chosen);
    const QSize size(110, 32);
    QPoint corner(static_cast<int>(at.x() + kRadius + 4.), static_cast<int>(at.y()) - size.height() / 2);
    corner.setX(std::clamp(corner.x(), 2, std::max(2, width() - size.width() - 2)));
    corner.setY(std::clamp(corner.y(), 2, std::max(2, height() - size.height() - 2)));
    m_field->setGeometry(QRect(corner, size));
    constexpr int kFigures = 6;
    m_field->setText(first.isEmpty() && valueOf ? QLocale().toString(valueOf(inputOf(m_chosen)), 'g', kFigures)
                                                : first);
    m_field->show();
    m_field->setFocus();
    if (first.isEmpty())
        m_field->selectAll();
}

bool HandDrawing::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_field && m_field->isVisible()) {
        if (event->type() == QEvent::KeyPress) {
            const int key = static_cast<QKeyEvent*>(event)->key();
            if (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Escape) {
                endTyping(key != Qt::Key_Escape);
                return true;
            }
        } else if (event->type() == QEvent::FocusOut) {
            endTyping(true);
        }
    }
    return QWidget::eventFilter(watched, event);
}

void HandDrawing::endTyping(bool take) {
    if (!m_field->isVisible())
        return;
    const QString text = m_field->text().trimmed();
    const bool back = m_field->hasFocus();
    m_field->hide();
    if (back)
        setFocus();
    bool good = false;
    double value = QLocale().toDouble(text, &good);
    if (!good) // a decimal point is taken in every language
        value = QLocale::c().toDouble(text, &good);
    if (take && good && typed)
        typed(inputOf(m_chosen), value);
    update();
}

} // namespace jr::app
