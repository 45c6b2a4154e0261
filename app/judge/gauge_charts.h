// SPDX-License-Identifier: GPL-3.0-or-later
// One kind of gauge of both sides over the range, cylinder by cylinder, and the difference with its margin.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/job_model.h"

namespace jr::app {

class GaugeValues : public RangeChart {
    Q_OBJECT
public:
    GaugeValues(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw(const GaugesAnswer& answer, GaugeKind kind);

private:
    const JobModel& m_model;
};

class GaugeDifference : public RangeChart {
    Q_OBJECT
public:
    GaugeDifference(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw(const GaugesAnswer& answer, GaugeKind kind);

private:
    const JobModel& m_model;
};

} // namespace jr::app
