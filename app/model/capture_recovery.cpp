// SPDX-License-Identifier: GPL-3.0-or-later
// What a capture holds that was never kept, because the program or the power went: offered at the next start.
#include "app/model/bench_model.h"

#include "app/theme/plural.h"

namespace jr::app {

QStringList BenchModel::pendingCaptures() const {
    QStringList out;
    if (!m_job.archive())
        return out;
    for (const Recovered& capture : jr::recoverCaptures(captureFolder())) {
        std::vector<const CaughtPull*> fresh;
        for (const CaughtPull& pull : capture.pulls)
            if (!m_job.archive()->trace(pull.trace.header.id).ok())
                fresh.push_back(&pull);
        if (fresh.empty() && capture.problems.empty() && !capture.setAside) {
            removeCapture(capture.path); // all of it is kept already
            continue;
        }
        for (const std::string& problem : capture.problems)
            out << QString::fromStdString(problem);
        if (fresh.empty())
            continue;
        const PullHeader& h = fresh.front()->trace.header;
        const QString job = h.job.empty() ? tr("a new job") : QString::fromStdString(h.job);
        const QString setup = h.setup.empty() ? tr("setup not named") : QString::fromStdString(h.setup);
        out << plural(static_cast<int>(fresh.size()), tr("1 pull of %2, %3"), tr("%1 pulls of %2, %3")).arg(job, setup);
    }
    return out;
}

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
            if (const auto kept = m_job.archive()->addPull(jobId, pull.trace, "capture"))
                ++taken;
            else {
                all = false;
                emit said(QString::fromStdString(kept.error().text()));
            }
        }
        for (const std::string& problem : capture.problems)
            emit said(QString::fromStdString(problem));
        if (all)
            removeCapture(capture.path);
    }
    return taken;
}

} // namespace jr::app
