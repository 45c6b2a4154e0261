// SPDX-License-Identifier: GPL-3.0-or-later
// One line above every station with the four things that mislead when unseen: the job, the standard in force, the
// units, the air.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QTimer>
#include <QWidget>

class QComboBox;
class QLabel;
class QToolButton;

namespace jr::app {

class MarkedWords;

class HeaderLine : public QWidget {
    Q_OBJECT
public:
    HeaderLine(Theme& theme, JobModel& model, QWidget* parent = nullptr);
    /// Something is on its way to the disk; said when it takes longer than a moment.
    void setKeeping(bool keeping);

signals:
    void findWanted();

private:
    void refresh();
    void fillDetail();

    Theme& m_theme;
    JobModel& m_model;
    QLabel* m_job;
    QLabel* m_keeping;
    QTimer m_keepingTimer;
    QComboBox* m_standard;
    QComboBox* m_units;
    QComboBox* m_detail;
    MarkedWords* m_air;
    QToolButton* m_find;
    QToolButton* m_undo;
    QToolButton* m_redo;
    QToolButton* m_night;
};

} // namespace jr::app
