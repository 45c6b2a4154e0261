// What a capture holds that was never kept, because the program or the power went: taken into its job at the next
// start.
#include "app/pull/bench_model.h"

namespace jr::app {

int BenchModel::recoverCaptures() {
    if (!m_job.archive())
        return 0;
    int taken = 0;
    for (Recovered& capture : jr::recoverCaptures(captureFolder())) {
        bool all = capture.problems.empty();
        for (CaughtPull& pull : capture.pulls) {
            const auto jobs = m_job.archive()->jobs();
            if (!jobs)
                return taken;
            std::string jobId;
            for (const JobSummary& job : *jobs)
                if (job.name == pull.trace.header.job)
                    jobId = job.id;
            if (jobId.empty()) {
                const auto made = m_job.archive()->createJob(pull.trace.header.job.empty()
                                                                 ? tr("Caught before the power went").toStdString()
                                                                 : pull.trace.header.job,
                                                             pull.trace.header.machine);
                if (!made)
                    return taken;
                jobId = *made;
            }
            if (pull.trace.header.setup.empty())
                pull.trace.header.setup = tr("as it stands").toStdString();
            const bool known = m_job.archive()->trace(pull.trace.header.id).ok();
            if (known)
                continue;
            if (m_job.archive()->addPull(jobId, pull.trace, "capture"))
                ++taken;
            else
                all = false;
        }
        for (const std::string& problem : capture.problems)
            emit said(QString::fromStdString(problem));
        if (all)
            removeCapture(capture.path);
    }
    return taken;
}

} // namespace jr::app
