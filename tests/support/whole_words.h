// SPDX-License-Identifier: GPL-3.0-or-later
// Which words of a window are not to be read whole: a label or a button that is smaller than its text as it is laid out
// in its own font, or lies partly outside what is painted of the window.
#pragma once

#include <QAbstractButton>
#include <QLabel>
#include <QScrollArea>
#include <QStringList>

namespace testsupport {

/// What stands in a scroll area may be scrolled to.
inline bool scrolls(const QWidget* w) {
    for (const QWidget* at = w->parentWidget(); at; at = at->parentWidget())
        if (qobject_cast<const QScrollArea*>(at))
            return true;
    return false;
}

inline bool shownWhole(const QWidget* w) {
    return w->isVisible() && w->visibleRegion().boundingRect().contains(w->rect());
}

inline QStringList cutWords(const QWidget& window) {
    constexpr int kHair = 1; // of rounding
    QStringList out;
    for (const QWidget* w : window.findChildren<QWidget*>()) {
        if (!w->isVisible())
            continue;
        QString text;
        QSize needs, has = w->contentsRect().size();
        if (const auto* label = qobject_cast<const QLabel*>(w)) {
            text = label->text();
            if (text.isEmpty() || label->textFormat() == Qt::RichText || Qt::mightBeRichText(text))
                continue;
            const int margin = 2 * label->margin();
            has -= QSize(margin, margin);
            const QRect room(0, 0, label->wordWrap() ? has.width() : 100000, 100000);
            needs = label->fontMetrics()
                        .boundingRect(room, label->wordWrap() ? Qt::TextWordWrap : Qt::TextExpandTabs, text)
                        .size();
        } else if (const auto* button = qobject_cast<const QAbstractButton*>(w)) {
            text = button->text();
            if (text.isEmpty())
                continue;
            needs = button->fontMetrics().size(Qt::TextShowMnemonic, text);
            has = button->size();
        } else {
            continue;
        }
        const QString whose = QString::fromLatin1(w->metaObject()->className()) + QLatin1Char(' ') + w->objectName() +
                              QStringLiteral(" “%1”").arg(text.left(50));
        if (needs.height() > has.height() + kHair || needs.width() > has.width() + kHair)
            out << QStringLiteral("%1 needs %2 x %3, has %4 x %5")
                       .arg(whose)
                       .arg(needs.width())
                       .arg(needs.height())
                       .arg(has.width())
                       .arg(has.height());
        if (!scrolls(w) && !shownWhole(w))
            out << whose + QStringLiteral(" lies outside");
    }
    return out;
}

} // namespace testsupport
