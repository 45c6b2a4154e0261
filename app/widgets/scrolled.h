// SPDX-License-Identifier: GPL-3.0-or-later
// A column that may be higher than its place: on a low screen, with larger text or longer words.
#pragma once

#include <QScrollArea>

namespace jr::app {

/// `column` in a frameless area that scrolls down and never across.
inline QScrollArea* scrolled(QWidget* column) {
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setWidget(column);
    return area;
}

} // namespace jr::app
