// SPDX-License-Identifier: GPL-3.0-or-later
// How well the bench repeated in each job, as its own pulls told: noted with the job once nobody is turning anything,
// and read again by the jobs after it.
#pragma once

#include "archive/formats/job_sheets.h"

#include <QObject>
#include <QTimer>

#include <optional>
#include <string>
#include <vector>

namespace jr::app {

class JobModel;

class RepeatabilityNotes : public QObject {
    Q_OBJECT
public:
    explicit RepeatabilityNotes(JobModel& job);

    /// In all jobs with this machine that told: median, and from how many jobs.
    struct Past {
        double pct;
        int jobs;
        std::vector<RepeatabilityNote> notes; ///< oldest first
    };
    std::optional<Past> past() const; ///< nothing when none told

    void take(const std::vector<std::string>& sheets); ///< as kept in the archive, of all jobs
    void begin();                                      ///< another archive

private:
    void note();

    JobModel& m_job;
    QTimer m_timer;
    std::vector<RepeatabilityNote> m_past;
};

} // namespace jr::app
