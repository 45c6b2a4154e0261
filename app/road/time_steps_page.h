// SPDX-License-Identifier: GPL-3.0-or-later
// Setups by their times: the steps drawn, and beside them what each was worth and cost, where a stepped part is at its
// best, what two parts do together, and how many runs it takes to see a tenth.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

class QComboBox;

namespace jr::app {

class SideWords;
class TimeStepsDrawing;

class TimeStepsPage : public QWidget {
    Q_OBJECT
public:
    TimeStepsPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    /// The mark that is asked for; empty: the longest distance.
    const std::string& mark() const { return m_mark; }
    void setMark(const std::string& mark);
    QString words() const; ///< for tests

signals:
    void markChanged();

private:
    void say();
    void sayStep(const TimeStep& step);
    void saySweep(const SweepByTime& swept);
    void sayCross(const StepsByTime& steps);
    void sayPlan();

    JobModel& m_model;
    RoadViewPtr m_view;
    std::string m_mark;
    TimeStepsDrawing* m_drawing;
    SideWords* m_side;
    QComboBox* m_choice;
};

} // namespace jr::app
