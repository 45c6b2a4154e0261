// SPDX-License-Identifier: GPL-3.0-or-later
// Stop or go on, in a line.
#pragma once

#include "app/model/job_model.h"
#include "app/words/words.h"

namespace jr::app {

class OutlookLine : public Words {
    Q_OBJECT
public:
    explicit OutlookLine(const JobModel& job, QWidget* parent = nullptr);

private:
    void refresh();

    const JobModel& m_job;
};

} // namespace jr::app
