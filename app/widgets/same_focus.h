// SPDX-License-Identifier: GPL-3.0-or-later
// A list that is filled anew keeps the keyboard where it was: on the widget of the same accessible name.
#pragma once

#include <QWidget>

namespace jr::app {

class SameFocus {
public:
    explicit SameFocus(QWidget* within) : m_within(within) {
        const QWidget* on = within->window()->focusWidget();
        if (on && within->isAncestorOf(on))
            m_name = on->accessibleName();
    }
    ~SameFocus() {
        if (m_name.isEmpty())
            return;
        // A layout shows what was put into it later; only then can it have the keyboard.
        QMetaObject::invokeMethod(
            m_within,
            [within = m_within, name = m_name] {
                for (QWidget* one : within->findChildren<QWidget*>())
                    if (!one->isHidden() && one->accessibleName() == name) {
                        one->setFocus();
                        return;
                    }
            },
            Qt::QueuedConnection);
    }
    SameFocus(const SameFocus&) = delete;
    SameFocus& operator=(const SameFocus&) = delete;

private:
    QWidget* m_within;
    QString m_name;
};

} // namespace jr::app
