#include "cli/commands.h"

#include "archive/store/archive.h"

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
    for (const std::string& file : report->unfinished)
        say(file + ": its import was cut off before it was kept");
    const int printed = print({{"archive", folder},
                               {"pulls", report->pulls},
                               {"mirrored", report->mirrored},
                               {"problems", report->problems},
                               {"unfinished", report->unfinished},
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
    const auto archive = existing(folder);
    if (!archive) {
        say(archive.error().text());
        return kInput;
    }
    const auto done = (*archive)->rebuild();
    if (!done) {
        say(done.error().text());
        return kWrite;
    }
    for (const std::string& problem : done->problems)
        say(problem);
    const int printed =
        print({{"files_written", done->filesWritten}, {"pulls_taken", done->pullsTaken}, {"problems", done->problems}});
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
        "rebuild", "Writes missing pull files from the database and takes in pull files the database does not know");
    rebuild->add_option("DIR", o->folder, "The archive's folder")->required();
    rebuild->callback([o, &action] { action = [o] { return runRebuild(o->folder); }; });
}

} // namespace jr::cli
