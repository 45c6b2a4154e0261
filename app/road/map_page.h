// SPDX-License-Identifier: GPL-3.0-or-later
// The speed map: engine speed over road speed, every run of a setup as a thread under its line, the gears as rays or
// the belt's sweep between its ends, the engine's best band across it, and how much of the run was spent in it. A
// belt's line is taken by the hand: where other weights, or another spring, would hold the engine.
#pragma once

#include "app/model/job_model.h"
#include "app/model/pins.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

class QComboBox;
class QPushButton;

namespace jr::app {

class MapDrawing;
class SideWords;

class MapPage : public QWidget {
    Q_OBJECT
public:
    MapPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    MapDrawing& drawing() { return *m_drawing; }
    double gramsTried() const { return m_toG; }
    double springTriedPct() const { return m_springPct; }
    /// The hand on the spring instead of the weights.
    void holdSpring(bool spring);
    /// What is tried becomes a setup with its prediction; false when nothing is tried.
    bool pin();
    QString words() const; ///< for tests

private:
    const SetupOnMap* held(double* grams) const; ///< the changed setup on the map, else the base
    void hold(double rpm);
    void step(int steps);
    void expect();
    void say();
    void sayExpected();

    JobModel& m_model;
    Pins m_pins;
    RoadViewPtr m_view;
    MapDrawing* m_drawing;
    SideWords* m_side;
    QComboBox* m_what;
    QPushButton* m_pin;
    std::string m_heldSetup; ///< whose line is held
    double m_fromG = 0., m_toG = 0., m_springPct = 0.;
    std::optional<ExpectedLine> m_expected;
};

} // namespace jr::app
