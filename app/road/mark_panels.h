// SPDX-License-Identifier: GPL-3.0-or-later
// One panel a mark: every run as a dot on a line of seconds, row by row of setups, the mean with its margin as a bar
// under them, and in large figures what the changed setup won or lost. Walked by arrow keys.
#pragma once

#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class MarkPanels : public QWidget {
    Q_OBJECT
public:
    explicit MarkPanels(const Theme& theme, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    std::size_t chosen() const { return m_chosen; }
    void choose(std::size_t mark);

signals:
    void chosenChanged();

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    int columns() const;
    QRectF boxOf(std::size_t mark) const;
    void paintPanel(QPainter& painter, std::size_t mark, const QRectF& box) const;
    void paintResult(QPainter& painter, std::size_t mark, const QRectF& box) const;
    void tellName();

    const Theme& m_theme;
    RoadViewPtr m_view;
    std::size_t m_chosen = 0;
};

} // namespace jr::app
