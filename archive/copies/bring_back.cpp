// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/bring_back.h"

#include "archive/disk/copy_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace jr {
namespace {

Error restoreError(std::string_view code, const QString& place) {
    Error out{Message{code}};
    out.file = place.toStdString();
    return out;
}

std::string markPath(const QString& folder) {
    return folder.toStdString() + kUnfinishedRestore;
}

/// What is unfinished there, as text: the same again may go on.
std::string markText(const CopyList& state) {
    return writeJson(Json{{"jolly_ram_unfinished_restore", 1},
                          {"archive", state.archive},
                          {"state", state.number},
                          {"made", state.made}},
                     1) +
           "\n";
}

/// What was laid out and came to nothing is taken away again, the mark last; a folder that was there stays.
void takeAway(const QString& folder, bool wasThere) {
    const QString mark = QString::fromStdString(markPath(folder));
    for (const QFileInfo& inside :
         QDir(folder).entryInfoList(QDir::AllEntries | QDir::Hidden | QDir::System | QDir::NoDotAndDotDot)) {
        if (inside.absoluteFilePath() == QFileInfo(mark).absoluteFilePath())
            continue;
        if (inside.isDir() && !inside.isSymLink())
            QDir(inside.absoluteFilePath()).removeRecursively();
        else
            QFile::remove(inside.absoluteFilePath());
    }
    QFile::remove(mark);
    if (!wasThere)
        QDir().rmdir(folder);
}

/// A database of a restore that was cut off is part of what was there; it is made anew.
void removePartDatabase(const QString& folder) {
    for (const char* database : {"/jolly-ram.sqlite", "/jolly-ram.sqlite.new"})
        for (const char* part : {"", "-wal", "-shm", "-journal"})
            QFile::remove(folder + QLatin1String(database) + QLatin1String(part));
}

/// Marks the folder as unfinished, or finds that it is so already by the same state.
Result<Done> begin(const CopyList& state, const QString& into) {
    const QDir target(into);
    if (isUnfinishedRestore(into)) {
        const Result<std::string> mark = readBytes(markPath(into), ReadBounds::mostJsonBytes);
        if (!mark)
            return mark.error();
        return *mark == markText(state) ? Result<Done>(Done{}) : restoreError("copy.other-unfinished", into);
    }
    if (target.exists() && !target.isEmpty(QDir::AllEntries | QDir::Hidden | QDir::System | QDir::NoDotAndDotDot))
        return restoreError("copy.not-empty", into); // and nothing in it is touched
    if (const Result<Done> made = makeFolder(into.toStdString()); !made)
        return made;
    return writeBytes(markPath(into), markText(state));
}

} // namespace

QStringList copiesIn(const QString& chosen) {
    if (isSecondCopy(chosen))
        return {QDir(chosen).absolutePath()};
    QStringList out;
    for (const QFileInfo& inside : QDir(chosen).entryInfoList(QDir::Dirs | QDir::NoDotAndDotDot, QDir::Name))
        if (isSecondCopy(inside.absoluteFilePath()))
            out << inside.absoluteFilePath();
    return out;
}

bool isUnfinishedRestore(const QString& folder) {
    return QFileInfo::exists(QString::fromStdString(markPath(folder)));
}

Result<BroughtBack> bringBack(const QString& copy, std::optional<long> number, const QString& given,
                              const Progress& progress) {
    const Result<CopyStates> states = copyStates(copy);
    if (!states)
        return states.error();
    const Result<CopyList> state = copyState(copy, number.value_or(states->states.front().number));
    if (!state)
        return state.error();
    const QString into = QDir(given).absolutePath();
    const bool wasThere = QFileInfo::exists(into) && !isUnfinishedRestore(into);
    if (const Result<Done> begun = begin(*state, into); !begun)
        return begun.error();
    WriterLock::Shared mine;
    const Result<WriterLock> lock = WriterLock::take(into, "a restore", mine);
    if (!lock)
        return lock.error(); // somebody else is bringing it back
    removePartDatabase(into);
    const Result<std::vector<Remark>> laid = layOut(copy, *state, into, progress);
    if (!laid) {
        takeAway(into, wasThere);
        return laid.error();
    }
    Result<Rebuilt> rebuilt = Archive::rebuildRestored(into, mine, progress);
    if (!rebuilt) {
        takeAway(into, wasThere);
        return rebuilt.error();
    }
    if (const Result<Done> ended = removeForGood(markPath(into)); !ended)
        return ended.error();
    std::vector<Remark>& problems = rebuilt.value().problems;
    problems.insert(problems.begin(), laid->begin(), laid->end());
    // That another state's list is damaged takes nothing from this one; the newest's is said to who asked for the
    // newest.
    if (!number)
        problems.insert(problems.begin(), states->damaged.begin(), states->damaged.end());
    return BroughtBack{into, state->number, state->made, std::move(rebuilt).value()};
}

} // namespace jr
