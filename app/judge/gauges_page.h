// SPDX-License-Identifier: GPL-3.0-or-later
// Gauges (P5, P23): what was measured beside the power, both sides over the range: each cylinder's mixture, exhaust and
// manifold, flows, consumption, breathing, mean pressure; the difference under it with its margin.
#pragma once

#include "app/judge/gauge_charts.h"
#include "app/judge/judge_page.h"

namespace jr::app {

class GaugesPage : public JudgePage {
    Q_OBJECT
public:
    GaugesPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    GaugeValues& values() { return *m_values; }
    QComboBox& which() { return *m_which; }

protected:
    StudyDesk::Work work() override;

private:
    void show(const GaugesAnswer& answer);
    void drawChosen(const GaugesAnswer& answer);

    QComboBox* m_which;
    GaugeValues* m_values;
    GaugeDifference* m_difference;
};

} // namespace jr::app
