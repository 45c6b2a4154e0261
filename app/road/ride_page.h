// SPDX-License-Identifier: GPL-3.0-or-later
// Riding with a receiver that is listened to: runs begin, end and are kept by themselves, and each of these is said by
// sound, because nobody looks at a screen while moving. The figures are for whoever stands at the side, and for after.
#pragma once

#include "app/model/bench_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"
#include "app/widgets/tones.h"

#include <QTimer>

class QComboBox;
class QLabel;
class QLineEdit;
class QStackedWidget;

namespace jr::app {

class BigFigure;
class ConditionsForm;
class LastRun;
class LiveRun;

class RidePage : public QWidget {
    Q_OBJECT
public:
    RidePage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    /// What is still open before riding, in words; empty: nothing.
    void setOpen(const QString& words);
    Tones& tones() { return m_tones; }
    QString stateWords() const;
    QString lastRunWords() const;
    LiveRun& liveRun() { return *m_live; }
    ConditionsForm& conditions() { return *m_conditions; }
    /// Whether the form is about a run that was picked, and no longer about those to come.
    bool asksOfPickedRun() const { return !conditionsRun().empty(); }
    /// What was said of it becomes the condition of that run; can be undone.
    void takeConditions();

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    QWidget* makeConnect();
    QWidget* makeRiding();
    void choosePage();
    void tick();
    void showState(const LiveSnapshot& now);
    void heard(BenchState state);
    void listSetups();
    void showConditions();
    std::string conditionsRun() const; ///< id of the picked run, or empty

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    RoadViewPtr m_view;
    Tones m_tones;
    QTimer m_ticker, m_owed; ///< a run that is over and was not kept in time is told so
    std::string m_lastRun;   ///< id
    LinkState m_link = LinkState::Off;
    QLabel *m_state, *m_next, *m_open, *m_words, *m_about;
    BigFigure *m_speed, *m_distance, *m_time, *m_satellites;
    LastRun* m_last;
    LiveRun* m_live;
    QStackedWidget* m_pages;
    QWidget *m_connect, *m_riding;
    QLineEdit* m_address;
    QComboBox* m_setup;
    ConditionsForm* m_conditions;
};

} // namespace jr::app
