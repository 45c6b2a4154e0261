// SPDX-License-Identifier: GPL-3.0-or-later
// The second copy: archive copy, states, restore, try.
#include "cli/commands.h"

#include "archive/copies/bring_back.h"
#include "archive/copies/copy_now.h"
#include "archive/copies/trial_restore.h"
#include "archive/store/archive.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QFileInfo>

namespace jr::cli {

Result<std::unique_ptr<Archive>> openExisting(const std::string& folder) {
    const QString path = QString::fromStdString(folder);
    if (!QFileInfo::exists(path + QStringLiteral("/jolly-ram.sqlite")) &&
        !QFileInfo(path + QStringLiteral("/pulls")).isDir())
        return Error{Message{"store.no-archive"}, folder};
    return Archive::open(path);
}

namespace {

const char* diskWord(CopyDisk disk) {
    return disk == CopyDisk::Same ? "same" : disk == CopyDisk::Memory ? "memory" : "other";
}

int runCopy(const std::string& folder, const std::string& place) {
    const auto archive = openExisting(folder);
    if (!archive) {
        say(inWords(archive.error()));
        return kInput;
    }
    Result<std::map<std::string, std::string>> checksums = (*archive)->pullChecksums();
    if (!checksums) {
        say(inWords(checksums.error()));
        return kInput;
    }
    const Result<CopyMade> made =
        copyNow((*archive)->folder(), std::move(checksums).value(), QString::fromStdString(place));
    if (!made) {
        say(inWords(made.error()));
        return made.error().message.code == "copy.no-place-said" ? kUsage : kWrite;
    }
    if (const Result<Done> noted = (*archive)->noteCopy(made->folder); !noted)
        say(inWords(noted.error()));
    for (const Remark& problem : made->problems)
        say(inWords(problem));
    if (!made->besides.isEmpty())
        tell({"copy.beside-another", {made->besides.toStdString()}});
    const CopyDisk disk = copyDisk((*archive)->folder(), made->folder);
    if (disk != CopyDisk::Other)
        tell({disk == CopyDisk::Same ? "copy.same-disk" : "copy.in-memory"});
    const int printed = print({{"copy", made->folder.toStdString()},
                               {"number", made->list.number},
                               {"made", made->list.made},
                               {"files", made->list.files.size()},
                               {"files_copied", made->filesCopied},
                               {"bytes_copied", made->bytesCopied},
                               {"states_thinned", made->statesThinned},
                               {"disk", diskWord(disk)},
                               {"problems", inEnglish(made->problems)}});
    return made->problems.empty() ? printed : kInput;
}

int runStates(const std::string& copy) {
    const Result<CopyStates> states = copyStates(QString::fromStdString(copy));
    if (!states) {
        say(inWords(states.error()));
        return kInput;
    }
    Json out = Json::array();
    for (const CopyList& state : states->states)
        out.push_back({{"number", state.number}, {"made", state.made}});
    for (const Remark& damaged : states->damaged)
        say(inWords(damaged));
    const int printed = print({{"copy", copy}, {"states", out}, {"problems", inEnglish(states->damaged)}});
    return states->damaged.empty() ? printed : kInput;
}

int runRestore(const std::string& copy, const std::string& folder, std::optional<long> number) {
    const Result<BroughtBack> back = bringBack(QString::fromStdString(copy), number, QString::fromStdString(folder));
    if (!back) {
        say(inWords(back.error()));
        // What is wrong with the copy is wrong input; what is wrong where it is to go could not be written.
        const std::string_view code = back.error().message.code;
        const bool saysSo = code.starts_with("copy.") && code != "copy.not-empty" && code != "copy.other-unfinished" &&
                            code != "copy.stopped";
        return saysSo || back.error().file.starts_with(copy) ? kInput : kWrite;
    }
    for (const Remark& problem : back->rebuilt.problems)
        say(inWords(problem));
    const int printed = print({{"archive", folder},
                               {"state", back->state},
                               {"made", back->made},
                               {"pulls", back->rebuilt.pullsTaken},
                               {"problems", inEnglish(back->rebuilt.problems)}});
    return back->rebuilt.problems.empty() ? printed : kInput;
}

std::string nowIso() {
    return QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString();
}

int runTry(const std::string& folder, const std::string& given) {
    const auto archive = openExisting(folder);
    if (!archive) {
        say(inWords(archive.error()));
        return kInput;
    }
    const QString at = (*archive)->folder();
    CopyBook book = copyBookOf(at);
    const QString copy = !given.empty()       ? QString::fromStdString(given)
                         : book.place.empty() ? QString()
                                              : copyFolder(QString::fromStdString(book.place), book.archiveId);
    if (copy.isEmpty()) {
        tell({"copy.no-place-said"});
        return kUsage;
    }
    const Result<TrialRestore> trial = tryRestore(at, copy);
    if (!trial) {
        say(inWords(trial.error()));
        return kInput;
    }
    for (const Remark& difference : trial->differences)
        say(inWords(difference));
    if (trial->good()) {
        book.tried = nowIso();
        if (const Result<Done> kept = keepCopyBook(at, book); !kept)
            say(inWords(kept.error()));
    }
    const int printed = print({{"copy", copy.toStdString()},
                               {"state", trial->state},
                               {"made", trial->made},
                               {"same", trial->good()},
                               {"pulls", trial->pulls},
                               {"pulls_since", trial->pullsSince},
                               {"jobs", trial->jobs},
                               {"jobs_judged", trial->jobsJudged},
                               {"jobs_changed_since", trial->jobsChangedSince},
                               {"figures", trial->figures},
                               {"differences", inEnglish(trial->differences)}});
    return trial->good() ? printed : kInput;
}

} // namespace

void addCopies(CLI::App& archive, Action& action) {
    struct Options {
        std::string folder, place, copy;
        std::optional<long> state;
    };
    auto o = std::make_shared<Options>();
    CLI::App* copy = archive.add_subcommand(
        "copy", "Brings the second copy up to date: what is new is copied, read back, and states before are kept and "
                "thinned. PLACE is remembered");
    copy->add_option("DIR", o->folder, "The archive's folder")->required();
    copy->add_option("PLACE", o->place, "An existing folder on another disk; not needed the next time");
    copy->footer("Example:\n  jolly-ram-cli archive copy ~/jolly-ram /media/stick");
    copy->callback([o, &action] { action = [o] { return runCopy(o->folder, o->place); }; });
    CLI::App* states = archive.add_subcommand("states", "What states a second copy has, newest first");
    states->add_option("COPY", o->copy, "The folder jolly-ram-copy-… that archive copy names")->required();
    states->footer("Example:\n  jolly-ram-cli archive states /media/stick/jolly-ram-copy-5f0c2f0e");
    states->callback([o, &action] { action = [o] { return runStates(o->copy); }; });
    CLI::App* restore = archive.add_subcommand("restore", "Makes an archive of a second copy, in an empty folder");
    restore->add_option("COPY", o->copy, "The folder jolly-ram-copy-…")->required();
    restore->add_option("DIR", o->folder, "Where the archive is to be; empty or not there")->required();
    restore->add_option("--state", o->state, "Which state (default: the newest)");
    restore->footer("Example:\n  jolly-ram-cli archive restore /media/stick/jolly-ram-copy-5f0c2f0e ~/jolly-ram-again");
    restore->callback([o, &action] { action = [o] { return runRestore(o->copy, o->folder, o->state); }; });
    CLI::App* trial = archive.add_subcommand(
        "try", "Tries a restore: the second copy is laid out in a throw-away folder, made an archive, judged, and held "
               "against this one figure by figure (exit 3 when anything differs)");
    trial->add_option("DIR", o->folder, "The archive's folder")->required();
    trial->add_option("COPY", o->copy, "The folder jolly-ram-copy-… (default: where this archive's copy goes)");
    trial->footer("Example:\n  jolly-ram-cli archive try ~/jolly-ram");
    trial->callback([o, &action] { action = [o] { return runTry(o->folder, o->copy); }; });
}

} // namespace jr::cli
