// SPDX-License-Identifier: GPL-3.0-or-later
// What one pull measured beside the power, one kind of gauge at a time, cylinder by cylinder.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/job_model.h"

#include <vector>

namespace jr::app {

class PullGauges : public RangeChart {
    Q_OBJECT
public:
    PullGauges(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    /// Asks for the gauges of a pull; `read` follows.
    void ask(int pullIndex);
    const std::vector<GaugeKind>& kinds() const { return m_kinds; }
    int cylinders() const; ///< that a mixture probe stands in
    void draw(GaugeKind kind);

signals:
    void read(); ///< what this pull has is known

private:
    const JobModel& m_model;
    int m_pull = -1;
    std::vector<Study::PullGauge> m_gauges;
    std::vector<GaugeKind> m_kinds;
};

} // namespace jr::app
