// SPDX-License-Identifier: GPL-3.0-or-later
// One pull looked at: its raw points, the fitted curve, what was flagged and what was counted; set it aside, overrule a
// flag.
#pragma once

#include "app/charts/range_chart.h"
#include "app/look/pull_gauges.h"
#include "app/model/job_model.h"
#include "app/widgets/note_strip.h"
#include "app/widgets/station.h"

class QComboBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

class MarkedWords;
class SteadyTable;

/// Raw points, fitted curve, flagged stretches, of one pull.
class TraceChart : public RangeChart {
    Q_OBJECT
public:
    TraceChart(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw(int pullIndex);

private:
    const JobModel& m_model;
};

/// The mixture over engine speed.
class MixtureChart : public RangeChart {
    Q_OBJECT
public:
    MixtureChart(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    /// false when the pull has no mixture.
    bool draw(int pullIndex);

private:
    const JobModel& m_model;
};

class LookStation : public Station {
    Q_OBJECT
public:
    LookStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    StationFace face() const override;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh(); ///< only while it is seen: nothing is drawn in vain
    void askAside();
    void setCursor(double place);
    void fillBelow();
    void showBelow();

    const Theme& m_theme;
    JobModel& m_model;
    TraceChart* m_chart;
    MixtureChart* m_mixture;
    PullGauges* m_gauges;
    QComboBox* m_below; ///< what stands under the power
    bool m_hasMixture = false;
    SteadyTable* m_steady;
    QLabel* m_title;
    MarkedWords* m_readout;
    QLabel* m_facts;
    QVBoxLayout* m_flags;
    QPushButton* m_aside;
    QLabel* m_asideWhy;
    NoteStrip* m_notes;
};

} // namespace jr::app
