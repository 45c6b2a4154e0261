// SPDX-License-Identifier: GPL-3.0-or-later
// The card after a pull: what it made, how it sits among its own, what was flagged. Keep it, or set it aside and say
// why.
#pragma once

#include "app/model/bench_model.h"
#include "app/theme/theme.h"

#include <QFrame>

class QLabel;
class QPushButton;

namespace jr::app {

class SteadyTable;

class CardPage : public QFrame {
    Q_OBJECT
public:
    CardPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    void refresh();
    QString text() const; ///< all words on it, for tests

private:
    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    QLabel* m_title;
    QLabel* m_peak;
    QLabel* m_among;
    QLabel* m_trouble;
    QLabel* m_facts;
    SteadyTable* m_steady;
    QPushButton* m_keep;
    QPushButton* m_aside;
};

} // namespace jr::app
