// SPDX-License-Identifier: GPL-3.0-or-later
// Setups by their times at one mark, a row each: what it won on the first setup as a place on a line with its margin,
// an arrow from the step before it, and what a tenth of a second of it cost. Below, where a part was stepped through,
// time over that part.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class TimeStepsDrawing : public QWidget {
    Q_OBJECT
public:
    TimeStepsDrawing(const Theme& theme, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintRows(QPainter& painter, const QRectF& area) const;
    void paintRow(QPainter& painter, const QRectF& row, std::size_t index, double least, double most) const;
    void paintSweep(QPainter& painter, const QRectF& area, const SweepByTime& swept) const;

    const Theme& m_theme;
    RoadViewPtr m_view;
};

} // namespace jr::app
