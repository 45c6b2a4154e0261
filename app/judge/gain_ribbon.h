// SPDX-License-Identifier: GPL-3.0-or-later
// The difference with its band around zero: the first thing the Judge shows.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/job_model.h"

namespace jr::app {

class GainRibbon : public RangeChart {
    Q_OBJECT
public:
    GainRibbon(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw();
    void setRatio(bool ratio); ///< in per cent of the base rather than in power

private:
    const JobModel& m_model;
    bool m_ratio = false;
};

} // namespace jr::app
