// SPDX-License-Identifier: GPL-3.0-or-later
// The mixture of both sides over engine speed against the target window: mean lines, and the single pulls as threads.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/job_model.h"
#include "core/mixture/mixture_finding.h"

namespace jr::app {

/// The window in force for a job: as chosen, or as is usual for its engine.
MixtureTarget mixtureTargetOf(const JobModel& model);
/// Whether any pull of the two sides recorded a mixture.
bool mixtureRecorded(const JobModel& model);

class SidesMixture : public RangeChart {
    Q_OBJECT
public:
    SidesMixture(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw();
    /// As a lane under other charts: no note of its own beyond the window, range of speeds set by its page.
    void setLane(bool lane) { m_lane = lane; }

private:
    const JobModel& m_model;
    bool m_lane = false;
};

} // namespace jr::app
