// SPDX-License-Identifier: GPL-3.0-or-later
// What was hunted before on this machine or its model: the symptom, what was tried, what it was.
#pragma once

#include "app/model/job_model.h"
#include "core/plan/fault_hunt.h"

#include <QScrollArea>

class QVBoxLayout;

namespace jr::app {

class PastHunts : public QScrollArea {
    Q_OBJECT
public:
    explicit PastHunts(JobModel& model, QWidget* parent = nullptr);
    /// Looks once for each job and machine.
    void refresh();
    int count() const { return static_cast<int>(m_past.size()); }

signals:
    /// What it was then first, then what else was suspected.
    void suspectsWanted(const std::vector<std::string>& names);

private:
    struct PastHunt {
        std::string job, day;
        FaultHunt hunt;
    };
    void look();
    void list();
    QWidget* row(const PastHunt& past);

    JobModel& m_model;
    QVBoxLayout* m_list;
    std::vector<PastHunt> m_past;
    std::string m_pastOf; ///< job and machine they were looked for
};

} // namespace jr::app
