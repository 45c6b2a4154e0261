// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/paragraph_scroll.h"

#include <QEvent>
#include <QLabel>
#include <QScrollBar>
#include <QVBoxLayout>

namespace jr::app {

ParagraphScroll::ParagraphScroll(QWidget* parent) : QScrollArea(parent) {
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* text = new QWidget;
    m_paragraphs = new QVBoxLayout(text);
    setWidget(text);
    text->installEventFilter(this);
    connect(verticalScrollBar(), &QScrollBar::valueChanged, this, &ParagraphScroll::cutBetweenLines);
}

/// At the top only: once it is scrolled, whoever scrolls knows that there is more.
int ParagraphScroll::spare() const {
    const int room = contentsRect().height();
    if (verticalScrollBar()->value() > 0 || widget()->height() <= room)
        return 0;
    for (int i = 0; i < m_paragraphs->count(); ++i) {
        const QWidget* paragraph = m_paragraphs->itemAt(i)->widget();
        if (!paragraph || paragraph->y() + paragraph->height() <= room)
            continue;
        if (paragraph->y() >= room)
            return 0; // the room ends between two
        const auto* label = qobject_cast<const QLabel*>(paragraph);
        const int line = label ? label->fontMetrics().lineSpacing() : paragraph->height();
        return (room - paragraph->y()) % line;
    }
    return 0;
}

void ParagraphScroll::cutBetweenLines() {
    const QMargins wanted(0, 0, 0, spare());
    if (viewportMargins() != wanted)
        setViewportMargins(wanted);
}

bool ParagraphScroll::eventFilter(QObject* watched, QEvent* event) {
    if (watched == widget() && (event->type() == QEvent::Resize || event->type() == QEvent::LayoutRequest)) {
        // The request is not answered yet: the paragraphs stand where they will only after it.
        QMetaObject::invokeMethod(
            this,
            [this] {
                m_paragraphs->activate();
                cutBetweenLines();
            },
            Qt::QueuedConnection);
    }
    return QScrollArea::eventFilter(watched, event);
}

void ParagraphScroll::resizeEvent(QResizeEvent* event) {
    QScrollArea::resizeEvent(event);
    cutBetweenLines();
}

} // namespace jr::app
