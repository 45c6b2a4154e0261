// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "archive/bundle/bundle.h"
#include "archive/store/archive.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <QElapsedTimer>
#include <QFileInfo>

namespace jr::cli {
namespace {

int runCheck(const std::string& folder) {
    const auto archive = openExisting(folder);
    if (!archive) {
        say(inWords(archive.error()));
        return kInput;
    }
    const Result<SafetyReport> report = (*archive)->check(true);
    if (!report) {
        say(inWords(report.error()));
        return kInput;
    }
    for (const Remark& problem : report->problems)
        say(inWords(problem));
    for (const Remark& offer : report->offered)
        tell({"check.bring-in-by-hand", {Sayings{{messageAtPlace(offer)}}}});
    for (const std::string& file : report->unfinished)
        tell({"check.import-cut-off"}, file);
    const int printed = print({{"archive", folder},
                               {"pulls", report->pulls},
                               {"mirrored", report->mirrored},
                               {"problems", inEnglish(report->problems)},
                               {"unfinished", report->unfinished},
                               {"offered", inEnglish(report->offered)},
                               {"remarks", inEnglish(report->remarks)},
                               {"last_copy", report->lastCopyMade.empty() ? Json(nullptr)
                                                                          : Json{{"made", report->lastCopyMade},
                                                                                 {"place", report->lastCopyPlace}}}});
    return report->problems.empty() ? printed : kInput;
}

int runBackup(const std::string& folder, const std::string& place) {
    const auto archive = openExisting(folder);
    if (!archive) {
        say(inWords(archive.error()));
        return kInput;
    }
    const Result<QString> copy = (*archive)->copyTo(QString::fromStdString(place));
    if (!copy) {
        say(inWords(copy.error()));
        return kWrite;
    }
    return print({{"copy", copy->toStdString()}});
}

int runRebuild(const std::string& folder) {
    const QString path = QString::fromStdString(folder);
    if (!QFileInfo::exists(path + QStringLiteral("/jolly-ram.sqlite")) &&
        !QFileInfo(path + QStringLiteral("/pulls")).isDir()) {
        tell({"store.no-archive"}, folder);
        return kInput;
    }
    QElapsedTimer since;
    since.start();
    const auto done = Archive::rebuildFolder(path, [&](int looked, int all) {
        constexpr qint64 kEveryMs = 2000;
        if (since.elapsed() > kEveryMs) {
            tell({"check.looked-at", {std::to_string(looked), std::to_string(all)}});
            since.restart();
        }
        return true;
    });
    if (!done) {
        say(inWords(done.error()));
        return kWrite;
    }
    if (!done->databaseSetAway.empty())
        tell({"check.made-anew", {done->databaseSetAway}});
    for (const std::string& away : done->setAway)
        tell({"check.set-away"}, away);
    for (const Remark& offer : done->offered)
        tell({"check.bring-in-by-hand", {Sayings{{messageAtPlace(offer)}}}});
    for (const Remark& problem : done->problems)
        say(inWords(problem));
    const int printed =
        print({{"files_written", done->filesWritten},
               {"pulls_taken", done->pullsTaken},
               {"traces_mended", done->tracesMended},
               {"database_set_away", done->databaseSetAway.empty() ? Json(nullptr) : Json(done->databaseSetAway)},
               {"set_away", done->setAway},
               {"offered", inEnglish(done->offered)},
               {"problems", inEnglish(done->problems)}});
    return done->problems.empty() ? printed : kInput;
}

/// The job of this id or name. Errors: none, or several of the name.
Result<std::string> jobCalled(const Archive& archive, const std::string& wanted) {
    const Result<std::vector<JobSummary>> jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    std::vector<std::string> named;
    for (const JobSummary& job : *jobs) {
        if (job.id == wanted)
            return job.id;
        if (job.name == wanted)
            named.push_back(job.id);
    }
    if (named.size() == 1)
        return named.front();
    Error error{named.empty() ? Message{"bundle.no-such-job"} : Message{"bundle.jobs-of-that-name"}};
    error.file = wanted;
    return error;
}

int runExport(const std::string& folder, const std::string& wanted, const std::string& out) {
    const auto archive = openExisting(folder);
    if (!archive) {
        say(inWords(archive.error()));
        return kInput;
    }
    const Result<std::string> job = jobCalled(**archive, wanted);
    if (!job) {
        say(inWords(job.error()));
        return kInput;
    }
    const Result<BundleWritten> written = writeBundle(**archive, *job, out);
    if (!written) {
        say(inWords(written.error()));
        return kWrite;
    }
    return print({{"out", out},
                  {"job", {{"id", written->manifest.jobId}, {"name", written->manifest.job}}},
                  {"pulls", written->pulls},
                  {"files", written->manifest.files.size()},
                  {"bytes", written->bytes}});
}

int runImport(const std::string& folder, const std::vector<std::string>& files) {
    const Result<std::unique_ptr<Archive>> archive = Archive::open(QString::fromStdString(folder));
    if (!archive) {
        say(inWords(archive.error()));
        return kWrite;
    }
    Json taken = Json::array();
    bool good = true;
    for (const std::string& file : files) {
        const Result<BundleTaken> in = takeInBundle(**archive, file);
        if (!in) {
            say(inWords(in.error()));
            good = false;
            continue;
        }
        for (const Remark& conflict : in->conflicts)
            tell(messageAtPlace(conflict), file);
        good = good && in->conflicts.empty();
        taken.push_back({{"file", file},
                         {"job", {{"id", in->jobId}, {"name", in->job}}},
                         {"job_was_here", in->jobWasHere},
                         {"pulls_taken", in->pullsTaken},
                         {"pulls_here", in->pullsHere},
                         {"files_taken", in->filesTaken},
                         {"conflicts", inEnglish(in->conflicts)}});
    }
    const int printed = print({{"archive", folder}, {"taken", taken}});
    return good ? printed : kInput;
}

} // namespace

void addArchive(CLI::App& app, Action& action) {
    struct Options {
        std::string folder, place, job, out;
        std::vector<std::string> bundles;
    };
    auto o = std::make_shared<Options>();
    CLI::App* c = app.add_subcommand("archive", "Looks after an archive folder");
    c->require_subcommand(1);
    c->footer("Example:\n  jolly-ram-cli archive check ~/jolly-ram");
    CLI::App* check = c->add_subcommand(
        "check", "Reads every pull in the database and beside it and names what is wrong (exit 3 when something is)");
    check->add_option("DIR", o->folder, "The archive's folder")->required();
    check->footer("Example:\n  jolly-ram-cli archive check ~/jolly-ram");
    check->callback([o, &action] { action = [o] { return runCheck(o->folder); }; });
    CLI::App* backup = c->add_subcommand("backup", "Copies the whole archive into a new dated folder inside PLACE");
    backup->add_option("DIR", o->folder, "The archive's folder")->required();
    backup->add_option("PLACE", o->place, "An existing folder, best on another disk")->required();
    backup->footer("Example:\n  jolly-ram-cli archive backup ~/jolly-ram /media/disk");
    backup->callback([o, &action] { action = [o] { return runBackup(o->folder, o->place); }; });
    CLI::App* rebuild = c->add_subcommand(
        "rebuild",
        "Makes database and open files whole from each other; a damaged database is made anew (exit as check)");
    rebuild->add_option("DIR", o->folder, "The archive's folder")->required();
    rebuild->footer("Example:\n  jolly-ram-cli archive rebuild ~/jolly-ram");
    rebuild->callback([o, &action] { action = [o] { return runRebuild(o->folder); }; });
    CLI::App* give = c->add_subcommand("export", "Writes one job as a bundle: a zip that any archive takes in and that "
                                                 "opens without this program; read back before it counts");
    give->add_option("DIR", o->folder, "The archive's folder")->required();
    give->add_option("--job", o->job, "The job, by its name or id")->required();
    give->add_option("--out", o->out, "The bundle, best ending in .jolly-ram.zip")->required();
    give->footer(
        "Example:\n  jolly-ram-cli archive export ~/jolly-ram --job \"Stack length\" --out stack.jolly-ram.zip");
    give->callback([o, &action] { action = [o] { return runExport(o->folder, o->job, o->out); }; });
    CLI::App* take = c->add_subcommand(
        "import", "Takes bundles into an archive (made when there is none); nothing that is there is changed. Exit 3 "
                  "when one is refused or a pull's id is kept with other contents");
    take->add_option("DIR", o->folder, "The archive's folder")->required();
    take->add_option("BUNDLE", o->bundles, "Files that archive export wrote")->required();
    take->footer("Example:\n  jolly-ram-cli archive import ~/jolly-ram stack.jolly-ram.zip");
    take->callback([o, &action] { action = [o] { return runImport(o->folder, o->bundles); }; });
    addCopies(*c, action);
}

} // namespace jr::cli
