// SPDX-License-Identifier: GPL-3.0-or-later
// A belt's speed map: engine speed of both sides over road speed, single pulls as threads, and the stretch over which
// the variator holds the engine.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/job_model.h"

namespace jr::app {

class SpeedMap : public RangeChart {
    Q_OBJECT
public:
    SpeedMap(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw();
    /// Whether both sides are shown over road speed and one of them ran on a belt: in one gear the map is a straight
    /// line.
    static bool ofABelt(const JobModel& model);

private:
    const JobModel& m_model;
};

} // namespace jr::app
