// SPDX-License-Identifier: GPL-3.0-or-later
// The pull as it happens, in corrected power, against the ghost of the last counted pull of the same setup and the
// spread of its others.
#pragma once

#include "app/charts/range_chart.h"
#include "app/model/bench_model.h"

namespace jr::app {

class LiveChart : public RangeChart {
    Q_OBJECT
public:
    LiveChart(const Theme& theme, const JobModel& job, const BenchModel& bench, QWidget* parent = nullptr);

    void prepare();                                                ///< ghost and spread; the live line stays
    void followAxis();                                             ///< anew where the job runs over another axis by now
    void begin();                                                  ///< a new pull: forgets the live line only
    void setRoadPerShaft(double metres);                           ///< of the bench, m a rad: places over road speed
    void add(const std::vector<LivePoint>& points, double factor); ///< draws only what is new
    int frames() const { return m_frames; }                        ///< replots since the pull began, for the bars

private:
    void drawPoint(const LivePoint& point);

    const JobModel& m_job;
    const BenchModel& m_bench;
    QCPGraph* m_live = nullptr;
    CurveAxis m_axis = CurveAxis::EngineSpeed;
    double m_roadPerShaft = 0.;
    std::vector<LivePoint> m_points; ///< of the pull in hand
    double m_factor = 1.;            ///< they are corrected by
    double m_highest = 0.;
    int m_frames = 0;
};

} // namespace jr::app
