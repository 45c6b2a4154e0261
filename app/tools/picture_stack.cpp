// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/tools/picture_stack.h"

#include "app/frame/main_window.h"

#include <QApplication>
#include <QPainter>

#include <algorithm>
#include <cstdio>

namespace jr::app {

bool PictureStack::add(QWidget& widget) {
    auto* window = qobject_cast<MainWindow*>(&widget);
    constexpr int kTurns = 6; // layouts ask for layouts
    for (int i = 0; i < kTurns; ++i) {
        if (window)
            window->waitUntilSettled();
        QApplication::processEvents();
        QApplication::sendPostedEvents();
    }
    if (window)
        window->waitUntilSettled();
    m_shots.push_back(widget.grab());
    return !m_shots.back().isNull();
}

bool PictureStack::save(const QString& path) const {
    constexpr int kGap = 8;
    int height = 0, width = 0;
    for (const QPixmap& p : m_shots) {
        height += p.height() + kGap;
        width = std::max(width, p.width());
    }
    QPixmap all(width, height - kGap);
    all.fill(Qt::transparent);
    QPainter painter(&all);
    int y = 0;
    for (const QPixmap& p : m_shots) {
        painter.drawPixmap(0, y, p);
        y += p.height() + kGap;
    }
    painter.end();
    const bool good = all.save(path);
    if (!good)
        std::fprintf(stderr, "%s could not be written\n", qPrintable(path));
    return good;
}

} // namespace jr::app
