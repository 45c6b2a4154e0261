// SPDX-License-Identifier: GPL-3.0-or-later
// Timed runs: what each made at the marks, where on the strip it was won, engine speed against road speed. It gathers
// the job's runs, has them worked out beside the window and gives the answers to its pages.
#pragma once

#include "app/model/bench_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"
#include "app/widgets/page_stack.h"

class QCheckBox;
class QComboBox;
class QLineEdit;

namespace jr::app {

class MarksPage;
class WonPage;
class RidePage;
class ThrustPage;
class TimeStepsPage;
class MapPage;
class RoundPage;
class TrackPage;

class RoadStation : public PageStack {
    Q_OBJECT
public:
    enum Page { Marks, Won, Steps, Map, Thrust, Track, Before, Ride };

    RoadStation(const Theme& theme, JobModel& model, BenchModel& bench, QWidget* parent = nullptr);
    StationFace face() const override;
    void arrive() override { refresh(); }

    MarksPage& marksPage() { return *m_marks; }
    WonPage& wonPage() { return *m_won; }
    MapPage& mapPage() { return *m_map; }
    TimeStepsPage& stepsPage() { return *m_steps; }
    ThrustPage& thrustPage() { return *m_thrust; }
    TrackPage& trackPage() { return *m_track; }
    RoundPage& roundPage() { return *m_round; }
    RidePage& ridePage() { return *m_ride; }
    const RoadViewPtr& view() const { return m_view; }
    void setRollout(Rollout rollout); ///< can be undone
    void setRestated(bool on);
    /// A distance or a pair of speeds beside those that are timed; false when it is none.
    bool addMark(const QString& text);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void refreshRound();
    void listSides();
    bool hasRuns() const;
    void take(const RoadViewPtr& view);

    JobModel& m_model;
    MarksPage* m_marks;
    WonPage* m_won;
    MapPage* m_map;
    TimeStepsPage* m_steps;
    ThrustPage* m_thrust;
    TrackPage* m_track;
    RoundPage* m_round;
    RidePage* m_ride;
    QComboBox *m_base, *m_with, *m_clock;
    QLineEdit* m_mark;
    QCheckBox* m_restate;
    RoadViewPtr m_view;
};

} // namespace jr::app
