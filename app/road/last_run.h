// SPDX-License-Identifier: GPL-3.0-or-later
// The run that was kept last, at a glance: its times, large, each beside the mean of its own others, and what spoilt
// it.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class LastRun : public QWidget {
    Q_OBJECT
public:
    LastRun(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view, const std::string& runId, int number);
    QString words() const; ///< all that is shown, for tests and for those who hear the screen

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Told {
        QString mark, time, among;
    };
    const TimedRun* run() const;
    std::vector<Told> told() const;
    QString headline() const;
    QString trouble() const;

    const Theme& m_theme;
    const JobModel& m_model;
    RoadViewPtr m_view;
    std::string m_runId;
    int m_number = 0;
};

} // namespace jr::app
