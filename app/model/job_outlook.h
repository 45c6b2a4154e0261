// SPDX-License-Identifier: GPL-3.0-or-later
// Stop or go on, for the two sides of the open job: worked out in the study's thread after every change, read by the
// day strip and by Ask, Pull and Judge.
#pragma once

#include "core/plan/outlook.h"

#include <QObject>

namespace jr::app {

class JobModel;

class JobOutlook : public QObject {
    Q_OBJECT
public:
    explicit JobOutlook(JobModel& job);
    const Outlook& now() const { return m_now; }
    QString words() const; ///< empty while there is nothing to say

signals:
    void changed();

private:
    void ask();
    int plannedPulls() const;

    JobModel& m_job;
    Outlook m_now;
};

} // namespace jr::app
