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

/// The job a capture says, by id; by name where the machine is the same and only one bears it.
std::string jobOf(const std::vector<JobSummary>& jobs, const CaughtPull& pull) {
    const PullHeader& header = pull.trace.header;
    std::vector<std::string> fitting;
    for (const JobSummary& job : jobs) {
        if (!pull.jobId.empty() && job.id == pull.jobId)
            return job.id;
        if (job.name == header.job && job.machine == header.machine)
            fitting.push_back(job.id);
    }
    return fitting.size() == 1 ? fitting.front() : std::string();
}

/// Takes one caught pull into its job, or a new one. Errors as addPull.
Result<Done> takeCaught(Archive& archive, CaughtPull& pull) {
    PullHeader& header = pull.trace.header;
    const auto jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    std::string jobId = jobOf(*jobs, pull);
    if (jobId.empty()) {
        const auto made = archive.createJob(
            header.job.empty() ? tr("Caught before the power went").toStdString() : header.job, header.machine);
        if (!made)
            return made.error();
        jobId = *made;
    }
    // A setup that got another name since is the same.
    const auto job = archive.job(jobId);
    if (!job)
        return job.error();
    if (const SetupRecord* setup = job->setup(pull.setupId))
        header.setup = setup->name;
    if (header.setup.empty())
        header.setup = JobModel::asItStands().toStdString();
    if (pull.aside == aside_word::warmUp)
        header.set(header_key::warmUp, "yes");
    const auto kept = archive.addPull(jobId, pull.trace, "capture", asideFor(pull.aside));
    return kept ? Result<Done>(Done{}) : kept.error();
}

/// "2 pulls of Stack length, long stack"
QString wordsOf(const std::vector<const CaughtPull*>& pulls) {
    const PullHeader& h = pulls.front()->trace.header;
    const QString job = h.job.empty() ? tr("a new job") : QString::fromStdString(h.job);
    const QString setup = h.setup.empty() ? tr("setup not named") : QString::fromStdString(h.setup);
    return plural(static_cast<int>(pulls.size()), tr("1 pull of %2, %3"), tr("%1 pulls of %2, %3")).arg(job, setup);
}

/// Whether the capture says by id whose pull it is, and the archive has that job.
bool saysItsJob(const Archive& archive, const CaughtPull& pull) {
    return !pull.jobId.empty() && archive.job(pull.jobId).ok();
}

LeftInCaptures settle(const QString& folder, Archive& archive) {
    LeftInCaptures out;
    for (Recovered& capture : jr::recoverCaptures(folder)) {
        std::vector<const CaughtPull*> settled, fresh;
        for (CaughtPull& pull : capture.pulls) {
            if (archive.trace(pull.trace.header.id).ok())
                continue;
            if (saysItsJob(archive, pull) && takeCaught(archive, pull))
                settled.push_back(&pull);
            else
                fresh.push_back(&pull);
        }
        if (!settled.empty())
            out.settled << wordsOf(settled);
        for (const Remark& problem : capture.problems)
            out.pending << errorAtPlace(problem);
        if (!fresh.empty())
            out.pending << wordsOf(fresh);
        else if (capture.problems.empty() && !capture.setAside)
            removeCapture(capture.path); // all of it is kept
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

AddPullOptions asideFor(std::string_view word) {
    if (word.empty())
        return {};
    return {true, (word == aside_word::stranger    ? tr("of another machine or bench")
                   : word == aside_word::warmUp    ? tr("warm-up")
                   : word == aside_word::beddingIn ? tr("bedding in")
                                                   : tr("set aside before the program ended"))
                      .toStdString()};
}

void settleCaptures(Keeper& keeper, QObject* asker, const QString& folder,
                    std::function<void(const LeftInCaptures&)> then) {
    keeper.ask(
        asker, [folder](Archive& archive) { return settle(folder, archive); }, std::move(then));
}

void takeInCaptures(Keeper& keeper, QObject* asker, const QString& folder, std::function<void(const TakenIn&)> then) {
    keeper.ask(
        asker, [folder](Archive& archive) { return takeInFrom(folder, archive); }, std::move(then));
}

} // namespace jr::app
