// SPDX-License-Identifier: GPL-3.0-or-later
// The marks with their runs, and beside them what may be said of the chosen one, the cautions, and the runs that were
// left out with their reasons: each can be counted all the same, or set aside.
#pragma once

#include "app/model/job_model.h"
#include "app/road/mark_panels.h"

namespace jr::app {

class SideWords;

class MarksPage : public QWidget {
    Q_OBJECT
public:
    MarksPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    MarkPanels& panels() { return *m_panels; }
    void addBelow(QWidget* widget); ///< under what is said
    QString words() const;          ///< for tests

private:
    void say();
    void sayLeftOut();

    const Theme& m_theme;
    JobModel& m_model;
    RoadViewPtr m_view;
    MarkPanels* m_panels;
    SideWords* m_side;
};

} // namespace jr::app
