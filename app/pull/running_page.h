// SPDX-License-Identifier: GPL-3.0-or-later
// Beside the live chart while a bench is connected: what the next pulls are of, fuel, guards, and what may be asked of
// the bench.
#pragma once

#include "app/model/bench_model.h"

#include <QFrame>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

class RunningPage : public QFrame {
    Q_OBJECT
public:
    RunningPage(JobModel& job, BenchModel& bench, QWidget* parent = nullptr);

    void showLive(const LiveSnapshot& now); ///< many times a second
    void describe();                        ///< another bench: its offers, its brake
    void refresh();                         ///< setups, fuel

signals:
    void leaveWanted();

private:
    void takeBaseAgain();
    void nextIsTheBase();
    void fillSetups();
    void offerNext();

    JobModel& m_job;
    BenchModel& m_bench;
    QComboBox* m_setup;
    QPushButton* m_fitted;
    QPushButton* m_again; ///< taken off and put on again ///< the plan's next setup is on now
    QCheckBox* m_warmUp;
    QCheckBox* m_beddingIn;
    QLabel* m_fuel;
    QLabel* m_since;
    QLabel* m_line;
    QWidget* m_brake;
    QLineEdit* m_steps;
    QVBoxLayout *m_first, *m_offers; ///< the pull, and what else the bench can be asked to
    bool m_filling = false;
};

} // namespace jr::app
