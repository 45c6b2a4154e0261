// SPDX-License-Identifier: GPL-3.0-or-later
// A column that may be higher than its place: on a low screen, with larger text or longer words.
#pragma once

#include <QLayout>
#include <QScrollArea>

namespace jr::app {

/// With lists that scroll by themselves in it: it scrolls only when the least its layout can do with is too high, where
/// a plain widget does when its layout would like more.
class Column : public QWidget {
public:
    int heightForWidth(int width) const override {
        return layout() ? layout()->minimumHeightForWidth(width) : QWidget::heightForWidth(width);
    }
};

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
