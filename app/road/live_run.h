// SPDX-License-Identifier: GPL-3.0-or-later
// The run in hand for whoever stands at the side: speed over the distance run as it comes, with the last run of the
// same job as a ghost and the marks as posts.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QPolygonF>
#include <QWidget>

namespace jr::app {

class LiveRun : public QWidget {
    Q_OBJECT
public:
    LiveRun(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void begin();
    /// Metres run and speed; a place that was passed already is not drawn again.
    void add(double metres, double mPerS);
    /// The run `runId` of the view stands behind it; empty: none.
    void setGhost(const RoadViewPtr& view, const std::string& runId);
    int points() const { return static_cast<int>(m_line.size()); } ///< for tests

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    JobModel& m_model;
    QPolygonF m_line, m_ghost; ///< metres, metres a second
    std::vector<Mark> m_marks;
};

} // namespace jr::app
