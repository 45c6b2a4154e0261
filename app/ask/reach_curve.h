// SPDX-License-Identifier: GPL-3.0-or-later
// What so many pulls can show: the smallest gain over the number of pulls, its point draggable.
#pragma once

#include "app/theme/theme.h"
#include "core/plan/plan.h"

#include <QWidget>

namespace jr::app {

/// Smallest gain that n pulls each can show, over n; a click or drag (or the arrow keys) chooses n.
class ReachCurve : public QWidget {
    Q_OBJECT
public:
    ReachCurve(const Theme& theme, QWidget* parent = nullptr);
    void setPlan(const PlanOptions& options, int pullsEach);
    int pullsEach() const { return m_pulls; }
    QSize sizeHint() const override { return {300, 150}; }

signals:
    void pullsChosen(int pullsEach);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void chooseAt(double x);
    double x(double pulls) const;
    double y(double pct) const;

    const Theme& m_theme;
    PlanOptions m_options;
    std::vector<double> m_reach; ///< for 2, 3 … pulls each
    int m_most = 16;             ///< pulls of each at the right end
    int m_pulls = 2;
};

} // namespace jr::app
