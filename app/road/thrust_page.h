// SPDX-License-Identifier: GPL-3.0-or-later
// Thrust on the road: power at the tyre drawn, and beside it what its margin is made of, what the bench says to it, and
// what would make it better.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class SideWords;
class ThrustDrawing;

class ThrustPage : public QWidget {
    Q_OBJECT
public:
    ThrustPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    QString words() const; ///< for tests

private:
    void say();
    void saySetup(const PowerOfSetup& setup);

    JobModel& m_model;
    RoadViewPtr m_view;
    ThrustDrawing* m_drawing;
    SideWords* m_side;
};

} // namespace jr::app
