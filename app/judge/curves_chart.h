// SPDX-License-Identifier: GPL-3.0-or-later
// The two mean curves with their bands, and the raw pulls as threads behind them.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/job_model.h"

namespace jr::app {

class CurvesChart : public RangeChart {
    Q_OBJECT
public:
    enum class Quantity { Power, Torque };
    enum class School { Average, Median, BestOf }; ///< median and best are for show and never for a call

    CurvesChart(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw();
    void setShown(Quantity quantity, School school);

private:
    std::vector<double> lineOf(const std::vector<double>& meanW, const std::vector<int>& pulls) const;

    const JobModel& m_model;
    Quantity m_quantity = Quantity::Power;
    School m_school = School::Average;
};

} // namespace jr::app
