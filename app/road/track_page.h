// SPDX-License-Identifier: GPL-3.0-or-later
// Bench against track: each part's gain by its pulls and by its runs on one line from zero, with both margins, and what
// the two say together.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class TrackPage : public QWidget {
    Q_OBJECT
public:
    TrackPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    QString words() const; ///< what is said, line by line

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintPart(QPainter& painter, const BenchAndTrack& part, const QRectF& box, double reachPct) const;

    const Theme& m_theme;
    JobModel& m_model;
    RoadViewPtr m_view;
};

} // namespace jr::app
