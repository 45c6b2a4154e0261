// SPDX-License-Identifier: GPL-3.0-or-later
// The speed map: engine speed over road speed, every run of a setup as a thread under its line, the gears as rays or
// the belt's sweep between its ends, the engine's best band across it, and how much of the run was spent in it.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class SideWords;

class MapDrawing : public QWidget {
    Q_OBJECT
public:
    MapDrawing(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    /// Engine speed for a metre a second of each gear of the machine's sheet.
    void setGears(std::vector<double> rpmPerMPerS);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    JobModel& m_model;
    RoadViewPtr m_view;
    std::vector<double> m_gears;
};

class MapPage : public QWidget {
    Q_OBJECT
public:
    MapPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    QString words() const; ///< for tests

private:
    void say();

    JobModel& m_model;
    RoadViewPtr m_view;
    MapDrawing* m_drawing;
    SideWords* m_side;
};

} // namespace jr::app
