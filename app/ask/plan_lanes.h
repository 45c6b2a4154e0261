// SPDX-License-Identifier: GPL-3.0-or-later
// Plans side by side, each a lane of the day: runs of pulls as blocks and swaps as the gaps between them, to one scale
// of hours, so that what a plan saves is seen as length.
#pragma once

#include "app/theme/theme.h"
#include "core/plan/plan_choices.h"

#include <QWidget>

#include <vector>

namespace jr::app {

class PlanLanes : public QWidget {
    Q_OBJECT
public:
    PlanLanes(const Theme& theme, QWidget* parent = nullptr);
    /// `marks`: of each setup of the plans, in their order.
    void setChoices(std::vector<PlanChoice> choices, std::vector<int> marks, const PlanOptions& options);
    /// -1: none of them is in force.
    void setChosen(int lane);
    /// What stands is of an earlier question.
    void setWorking(bool working);
    const std::vector<PlanChoice>& choices() const { return m_choices; }
    int chosen() const { return m_chosen; }
    QString nameOf(int lane) const;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

signals:
    void laneChosen(int lane);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void paintLane(QPainter& painter, int lane, const QRectF& box);
    QString figuresOf(const PlanChoice& choice) const;

    const Theme& m_theme;
    std::vector<PlanChoice> m_choices;
    std::vector<int> m_marks;
    PlanOptions m_options;
    int m_chosen = -1;
    bool m_working = false;
};

} // namespace jr::app
