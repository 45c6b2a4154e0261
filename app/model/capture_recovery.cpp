// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/capture_recovery.h"

#include "app/model/job_model.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "bench/capture.h"

#include <QCoreApplication>

namespace jr::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("CaptureRecovery", text);
}

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
            header.job.empty() ? tr("Caught before the power went").toStdString() : header.job, header.machine);
        if (!made)
            return made.error();
        jobId = *made;
    }
    if (header.setup.empty())
        header.setup = JobModel::asItStands().toStdString();
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
        for (const Remark& problem : capture.problems)
            out << errorAtPlace(problem);
        if (fresh.empty())
            continue;
        const PullHeader& h = fresh.front()->trace.header;
        const QString job = h.job.empty() ? tr("a new job") : QString::fromStdString(h.job);
        const QString setup = h.setup.empty() ? tr("setup not named") : QString::fromStdString(h.setup);
        out << plural(static_cast<int>(fresh.size()), tr("1 pull of %2, %3"), tr("%1 pulls of %2, %3")).arg(job, setup);
    }
    return out;
}

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
                out.problems << errorAtPlace(kept.error());
            }
        }
        for (const Remark& problem : capture.problems)
            out.problems << errorAtPlace(problem);
        if (all)
            removeCapture(capture.path);
    }
    return out;
}

} // namespace

void lookForCaptures(Keeper& keeper, QObject* asker, const QString& folder,
                     std::function<void(const QStringList&)> then) {
    keeper.ask(
        asker, [folder](const Archive& archive) { return pendingIn(folder, archive); }, std::move(then));
}

void takeInCaptures(Keeper& keeper, QObject* asker, const QString& folder, std::function<void(const TakenIn&)> then) {
    keeper.ask(
        asker, [folder](Archive& archive) { return takeInFrom(folder, archive); }, std::move(then));
}

} // namespace jr::app
