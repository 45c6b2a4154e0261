// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/stop_button.h"

#include <QEvent>
#include <QStringList>

#include <algorithm>

namespace jr::app {
namespace {

constexpr int kLeastHeight = 60; // for a glove
constexpr int kEdges = 2 * 14;   // what the button's frame takes of its width
constexpr int kAboveAndBelow = 22;

} // namespace

StopButton::StopButton(QWidget* parent) : QPushButton(parent) {
    setProperty("stop", true);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void StopButton::setWords(const QString& words) {
    m_words = words;
    setAccessibleName(QString(words).replace(QLatin1Char('\n'), QLatin1Char(' ')));
    breakLines();
}

QSize StopButton::sizeHint() const {
    const QSize text = fontMetrics().size(0, this->text());
    return {text.width() + kEdges, std::max(kLeastHeight, text.height() + kAboveAndBelow)};
}

void StopButton::resizeEvent(QResizeEvent* event) {
    QPushButton::resizeEvent(event);
    breakLines();
}

void StopButton::changeEvent(QEvent* event) {
    QPushButton::changeEvent(event);
    if (event->type() == QEvent::FontChange || event->type() == QEvent::StyleChange)
        breakLines();
}

void StopButton::breakLines() {
    const QFontMetrics metrics = fontMetrics();
    const int room = std::max(1, width() - kEdges);
    QStringList lines;
    for (const QString& own : m_words.split(QLatin1Char('\n'))) {
        QString line;
        for (const QString& word : own.split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
            const QString longer = line.isEmpty() ? word : line + QLatin1Char(' ') + word;
            if (!line.isEmpty() && metrics.horizontalAdvance(longer) > room) {
                lines << line;
                line = word;
            } else {
                line = longer;
            }
        }
        lines << line;
    }
    if (const QString broken = lines.join(QLatin1Char('\n')); broken != text())
        setText(broken);
    // Said of the widget itself: the style lays a least height of its own on every button for a glove.
    setFixedHeight(sizeHint().height());
}

} // namespace jr::app
