// SPDX-License-Identifier: GPL-3.0-or-later
// Judge: the difference first, and pages for all setups, steps, crosses, sweeps, the working band, mixture, gauges,
// scatter, and results that are no pulls.
#pragma once

#include "app/judge/band_page.h"
#include "app/judge/cross_page.h"
#include "app/judge/difference_page.h"
#include "app/judge/eye_page.h"
#include "app/judge/gauges_page.h"
#include "app/judge/many_page.h"
#include "app/judge/mixture_page.h"
#include "app/judge/readings_page.h"
#include "app/judge/scatter_page.h"
#include "app/judge/steps_page.h"
#include "app/judge/sweep_page.h"
#include "app/widgets/page_stack.h"

namespace jr::app {

class JudgeStation : public PageStack {
    Q_OBJECT
public:
    enum Page { Difference, Many, Steps, Cross, SweepOf, Band, Mixture, Gauges, ScatterOf, Readings, Eye };

    JudgeStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    StationFace face() const override;
    void setCursor(double place) { m_difference->setCursor(place); }
    DifferencePage& difference() { return *m_difference; }
    ManyPage& many() { return *m_many; }
    StepsPage& steps() { return *m_steps; }
    CrossPage& cross() { return *m_cross; }
    SweepPage& sweep() { return *m_sweep; }
    BandPage& band() { return *m_band; }
    MixturePage& mixture() { return *m_mixture; }
    GaugesPage& gauges() { return *m_gauges; }
    ScatterPage& scatter() { return *m_scatter; }
    ReadingsPage& readings() { return *m_readings; }
    EyePage& eye() { return *m_eye; }

private:
    DifferencePage* m_difference;
    ManyPage* m_many;
    StepsPage* m_steps;
    CrossPage* m_cross;
    SweepPage* m_sweep;
    BandPage* m_band;
    MixturePage* m_mixture;
    GaugesPage* m_gauges;
    ScatterPage* m_scatter;
    ReadingsPage* m_readings;
    EyePage* m_eye;
};

} // namespace jr::app
