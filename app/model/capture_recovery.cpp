// SPDX-License-Identifier: GPL-3.0-or-later
// What a capture holds that was never kept, because the program or the power went: offered at the next start. Looked
// for and taken in by the keeper.
#include "app/model/bench_model.h"

#include "app/theme/plural.h"

namespace jr::app {
namespace {

/// Takes one caught pull into the job it names, or a new one. Errors as addPull.
Result<Done> takeCaught(Archive& archive, CaughtPull& pull) {
    PullHeader& header = pull.trace.header;
    const auto jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    std::string jobId;
    for (const JobSummary& job : *jobs)
        if (job.name == header.job)
            jobId = job.id;
    if (jobId.empty()) {
        const auto made = archive.createJob(
            header.job.empty() ? BenchModel::tr("Caught before the power went").toStdString() : header.job,
            header.machine);
        if (!made)
            return made.error();
        jobId = *made;
    }
    if (header.setup.empty())
        header.setup = BenchModel::tr("as it stands").toStdString();
    const auto kept = archive.addPull(jobId, pull.trace, "capture");
    return kept ? Result<Done>(Done{}) : kept.error();
}

QStringList pendingIn(const QString& folder, const Archive& archive) {
    QStringList out;
    for (const Recovered& capture : jr::recoverCaptures(folder)) {
        std::vector<const CaughtPull*> fresh;
        for (const CaughtPull& pull : capture.pulls)
            if (!archive.trace(pull.trace.header.id).ok())
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
        const QString job = h.job.empty() ? BenchModel::tr("a new job") : QString::fromStdString(h.job);
        const QString setup = h.setup.empty() ? BenchModel::tr("setup not named") : QString::fromStdString(h.setup);
        out << plural(static_cast<int>(fresh.size()), BenchModel::tr("1 pull of %2, %3"),
                      BenchModel::tr("%1 pulls of %2, %3"))
                   .arg(job, setup);
    }
    return out;
}

struct TakenIn {
    int pulls = 0;
    QStringList problems;
};

TakenIn takeInFrom(const QString& folder, Archive& archive) {
    TakenIn out;
    for (Recovered& capture : jr::recoverCaptures(folder)) {
        bool all = capture.problems.empty();
        for (CaughtPull& pull : capture.pulls) {
            if (archive.trace(pull.trace.header.id).ok())
                continue;
            if (const Result<Done> kept = takeCaught(archive, pull)) {
                ++out.pulls;
            } else {
                all = false;
                out.problems << QString::fromStdString(kept.error().text());
            }
        }
        for (const std::string& problem : capture.problems)
            out.problems << QString::fromStdString(problem);
        if (all)
            removeCapture(capture.path);
    }
    return out;
}

} // namespace

void BenchModel::lookForCaptures(std::function<void(const QStringList&)> then) {
    if (m_job.keeper())
        m_job.keeper()->ask(
            this, [folder = captureFolder()](const Archive& archive) { return pendingIn(folder, archive); },
            std::move(then));
}

void BenchModel::recoverCaptures(std::function<void(int)> then) {
    if (m_job.keeper())
        m_job.keeper()->ask(
            this, [folder = captureFolder()](Archive& archive) { return takeInFrom(folder, archive); },
            [this, then = std::move(then)](const TakenIn& taken) {
                for (const QString& problem : taken.problems)
                    emit said(problem);
                then(taken.pulls);
            });
}

} // namespace jr::app
