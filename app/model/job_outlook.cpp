// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/job_outlook.h"

#include "app/model/job_model.h"

namespace jr::app {

JobOutlook::JobOutlook(JobModel& job) : QObject(&job), m_job(job) {
    connect(&job.answers(), &JobStudy::changed, this, &JobOutlook::ask);
    connect(&job, &JobModel::planChanged, this, &JobOutlook::ask);
    connect(&job, &JobModel::jobChanged, this, [this] {
        m_now = {}; // of another job, or of one pull less
        emit changed();
    });
}

/// Pulls of the two sides that the plan and what came before it make; 0 without a plan.
int JobOutlook::plannedPulls() const {
    const std::string body = m_job.sheet(sheet_kind::plan);
    if (body.empty())
        return 0;
    const DayPlan plan = dayPlanOf(body);
    const SetupRecord *base = m_job.job().setup(m_job.compare().now().baseSetup),
                      *with = m_job.job().setup(m_job.compare().now().withSetup);
    if (!base || !with)
        return 0;
    int out = 0;
    for (int setup : plan.order)
        if (setup >= 0 && setup < static_cast<int>(plan.setups.size())) {
            const std::string& name = plan.setups[static_cast<std::size_t>(setup)];
            out += name == base->name || name == with->name;
        }
    for (const LoadedPull& p : m_job.pulls())
        out += !p.record.aside && p.record.number <= plan.madeAfterPull &&
               (p.record.setupId == base->id || p.record.setupId == with->id);
    return out;
}

void JobOutlook::ask() {
    m_job.answers().ask(this, [this, planned = plannedPulls()](const StudyPtr& study) -> StudyDesk::Draw {
        const Outlook found = study->outlook(planned);
        return [this, found] {
            m_now = found;
            emit changed();
        };
    });
}

QString JobOutlook::words() const {
    const bool two = m_job.job().setup(m_job.compare().now().withSetup) != nullptr;
    return two && !m_now.words.empty() ? QString::fromStdString(said(m_now.words, m_job.units().wording())) : QString();
}

} // namespace jr::app
