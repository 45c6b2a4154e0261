// SPDX-License-Identifier: GPL-3.0-or-later
// Pull: for standing two metres away. The state in words, a few very large figures, the live curve with the ghost of
// the last pull of this setup, the guards, one large stop; after the pull one card.
#pragma once

#include "app/pull/card_page.h"
#include "app/pull/connect_page.h"
#include "app/pull/guard_row.h"
#include "app/pull/live_chart.h"
#include "app/pull/running_page.h"
#include "app/pull/stop_button.h"
#include "app/pull/stranger_notice.h"
#include "app/widgets/big_figure.h"
#include "app/widgets/station.h"
#include "app/widgets/tones.h"

#include <QTimer>

class QStackedWidget;

namespace jr::app {

class PullStation : public Station {
    Q_OBJECT
public:
    PullStation(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    StationFace face() const override;

    QString stateWords() const;
    QString hintWords() const; ///< under the state: what to do next
    QString bannerWords() const;
    QString stopWords() const; ///< what STOP is called on this bench
    QString openWords() const; ///< what Ready still wants settled
    CardPage& card() { return *m_card; }
    LiveChart& chart() { return *m_chart; }
    GuardRow& guards() { return *m_guards; }
    StrangerNotice& stranger() { return *m_stranger; }
    int paints() const { return m_paints; } ///< live refreshes so far

signals:
    void anotherJobWanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    void tick();
    void choosePage();
    bool benchWanted() const; ///< and no receiver on the road
    void showOpen();
    void showStop(const StopStatus& status);
    void showState(const LiveSnapshot& now);
    QString coastWords(const LiveSnapshot& now) const;

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    Tones m_tones;
    QTimer m_ticker;
    QLabel* m_state;
    QLabel* m_next;
    QLabel* m_banner;
    QLabel* m_open;    ///< what Ready still wants settled
    QString m_planned; ///< the next step of the day's plan
    BigFigure* m_rpm;
    BigFigure* m_power;
    BigFigure* m_mixture;
    BigFigure* m_coolant;
    LiveChart* m_chart;
    QStackedWidget* m_pages;
    ConnectPage* m_connect;
    RunningPage* m_running;
    CardPage* m_card;
    GuardRow* m_guards;
    StrangerNotice* m_stranger;
    StopButton* m_stop;
    QPushButton* m_clear; ///< takes a stop off
    bool m_openWanted = false;
    int m_paints = 0;
};

} // namespace jr::app
