// SPDX-License-Identifier: GPL-3.0-or-later
// How the bench repeated in each job, as its own pulls told: noted with the job once nobody is turning anything, and
// read again by the jobs after it. A job is judged by those that were over before it began, so that what was handed
// over reads the same however many follow.
#pragma once

#include "archive/formats/job_sheets.h"

#include <QObject>
#include <QTimer>

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace jr::app {

class JobModel;

class RepeatabilityNotes : public QObject {
    Q_OBJECT
public:
    explicit RepeatabilityNotes(JobModel& job);

    /// The earlier jobs that say something of the open one: those of its machine on its bench, else those of its kind
    /// of machine there.
    struct Past {
        BenchKnowledge knowledge;
        std::vector<RepeatabilityNote> notes; ///< oldest first
    };
    std::optional<Past> past() const; ///< nothing when none told

    /// Job id and note, as kept in the archive, of all jobs.
    void take(const std::vector<std::pair<std::string, std::string>>& sheets);
    void begin(); ///< another archive

private:
    RepeatabilityNote blank() const;
    void note();
    void keep(const BenchKnowledge& told);

    JobModel& m_job;
    QTimer m_timer;
    std::vector<std::pair<std::string, RepeatabilityNote>> m_past;
};

} // namespace jr::app
