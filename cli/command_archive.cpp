// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "archive/store/archive.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <QElapsedTimer>
#include <QFileInfo>

namespace jr::cli {
namespace {

/// Opens an archive that must already be there: a check must not make one.
Result<std::unique_ptr<Archive>> existing(const std::string& folder) {
    const QString path = QString::fromStdString(folder);
    if (!QFileInfo::exists(path + QStringLiteral("/jolly-ram.sqlite")) &&
        !QFileInfo(path + QStringLiteral("/pulls")).isDir())
        return Error{"there is no archive here", folder};
    return Archive::open(path);
}

int runCheck(const std::string& folder) {
    const auto archive = existing(folder);
    if (!archive) {
        say(archive.error().text());
        return kInput;
    }
    const Result<SafetyReport> report = (*archive)->check(true);
    if (!report) {
        say(report.error().text());
        return kInput;
    }
    for (const std::string& problem : report->problems)
        say(problem);
    for (const std::string& offer : report->offered)
        say(offer + "; bring it in by hand");
    for (const std::string& file : report->unfinished)
        say(file + ": its import was cut off before it was kept");
    const int printed = print({{"archive", folder},
                               {"pulls", report->pulls},
                               {"mirrored", report->mirrored},
                               {"problems", report->problems},
                               {"unfinished", report->unfinished},
                               {"offered", report->offered},
                               {"remarks", report->remarks},
                               {"last_copy", report->lastCopyMade.empty() ? Json(nullptr)
                                                                          : Json{{"made", report->lastCopyMade},
                                                                                 {"place", report->lastCopyPlace}}}});
    return report->problems.empty() ? printed : kInput;
}

int runBackup(const std::string& folder, const std::string& place) {
    const auto archive = existing(folder);
    if (!archive) {
        say(archive.error().text());
        return kInput;
    }
    const Result<QString> copy = (*archive)->copyTo(QString::fromStdString(place));
    if (!copy) {
        say(copy.error().text());
        return kWrite;
    }
    return print({{"copy", copy->toStdString()}});
}

int runRebuild(const std::string& folder) {
    const QString path = QString::fromStdString(folder);
    if (!QFileInfo::exists(path + QStringLiteral("/jolly-ram.sqlite")) &&
        !QFileInfo(path + QStringLiteral("/pulls")).isDir()) {
        say(folder + ": there is no archive here");
        return kInput;
    }
    QElapsedTimer since;
    since.start();
    const auto done = Archive::rebuildFolder(path, [&](int looked, int all) {
        constexpr qint64 kEveryMs = 2000;
        if (since.elapsed() > kEveryMs) {
            say(std::to_string(looked) + " of " + std::to_string(all) + " looked at");
            since.restart();
        }
        return true;
    });
    if (!done) {
        say(done.error().text());
        return kWrite;
    }
    if (!done->databaseSetAway.empty())
        say("the database was damaged; a new one was made from the open files, the old one is " +
            done->databaseSetAway);
    for (const std::string& away : done->setAway)
        say(away + ": was not what it should be, and is set away under this name");
    for (const std::string& offer : done->offered)
        say(offer + "; bring it in by hand");
    for (const std::string& problem : done->problems)
        say(problem);
    const int printed =
        print({{"files_written", done->filesWritten},
               {"pulls_taken", done->pullsTaken},
               {"traces_mended", done->tracesMended},
               {"database_set_away", done->databaseSetAway.empty() ? Json(nullptr) : Json(done->databaseSetAway)},
               {"set_away", done->setAway},
               {"offered", done->offered},
               {"problems", done->problems}});
    return done->problems.empty() ? printed : kInput;
}

} // namespace

void addArchive(CLI::App& app, Action& action) {
    struct Options {
        std::string folder, place;
    };
    auto o = std::make_shared<Options>();
    CLI::App* c = app.add_subcommand("archive", "Looks after an archive folder");
    c->require_subcommand(1);
    CLI::App* check = c->add_subcommand(
        "check", "Reads every pull in the database and beside it and names what is wrong (exit 3 when something is)");
    check->add_option("DIR", o->folder, "The archive's folder")->required();
    check->footer("Example:\n  jolly-ram-cli archive check ~/jolly-ram");
    check->callback([o, &action] { action = [o] { return runCheck(o->folder); }; });
    CLI::App* backup = c->add_subcommand("backup", "Copies the whole archive into a new dated folder inside PLACE");
    backup->add_option("DIR", o->folder, "The archive's folder")->required();
    backup->add_option("PLACE", o->place, "An existing folder, best on another disk")->required();
    backup->callback([o, &action] { action = [o] { return runBackup(o->folder, o->place); }; });
    CLI::App* rebuild = c->add_subcommand(
        "rebuild",
        "Makes database and open files whole from each other; a damaged database is made anew (exit as check)");
    rebuild->add_option("DIR", o->folder, "The archive's folder")->required();
    rebuild->callback([o, &action] { action = [o] { return runRebuild(o->folder); }; });
}

} // namespace jr::cli
