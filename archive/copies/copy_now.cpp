// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_now.h"

#include "archive/copies/copy_place.h"
#include "archive/copies/said_place.h"
#include "archive/disk/copy_name.h"

#include <QFileInfo>

namespace jr {
namespace {

/// Whether the copy that lies at a place is of another archive, though that has the same id. One that was moved is the
/// same: where it was there is none any more.
bool isOfATwin(const QString& place, const CopyBook& book, const QString& archiveFolder) {
    const Result<CopyList> list = loadCopyList(copyFolder(place, book.archiveId).toStdString() + kSecondCopyList);
    const CopyHome here = copyHomeOf(archiveFolder);
    if (!list || list->home.folder.empty() || list->home == here)
        return false;
    const QString there = QString::fromStdString(list->home.folder);
    // Of another machine nobody knows whether it is still there.
    return list->home.machine != here.machine ||
           (QFileInfo::exists(there + QStringLiteral("/copies.json")) && copyBookOf(there).archiveId == book.archiveId);
}

Error placeError(std::string_view code, const QString& place) {
    Error out{Message{code}};
    out.file = place.toStdString();
    return out;
}

} // namespace

Result<CopyMade> copyNow(const QString& archiveFolder, std::map<std::string, std::string> pullChecksums,
                         const QString& given, const Progress& progress) {
    CopyBook book = copyBookOf(archiveFolder);
    const QString place = given.isEmpty() ? QString::fromStdString(book.place) : QFileInfo(given).absoluteFilePath();
    if (place.isEmpty())
        return Error{Message{"copy.no-place-said"}};
    const bool otherFileSystem = !onOneFileSystem(archiveFolder, place);
    // A mount point without its stick, also where a script names it every night.
    if (place.toStdString() == book.place && book.otherFileSystem && !otherFileSystem && QFileInfo(place).isDir())
        return placeError("copy.not-mounted", place);
    CopyWanted wanted;
    // Chosen by a person just now: a copy may begin there, whatever lay there before.
    wanted.begin = book.made.empty() || !given.isEmpty();
    QString besides;
    if (!given.isEmpty() && isOfATwin(place, book, archiveFolder)) {
        besides = copyFolder(place, book.archiveId);
        book.archiveId = newCopyId();
        book.made.clear();
        book.tried.clear();
        book.number = 0;
    }
    wanted.archiveFolder = archiveFolder;
    wanted.archiveId = book.archiveId;
    wanted.place = place;
    wanted.pullChecksums = std::move(pullChecksums);
    // The id before the first copy: should the program end now, the copy is still known for this archive's. The place
    // only once a copy stands there.
    if (const Result<Done> kept = keepCopyBook(archiveFolder, book); !kept)
        return kept.error();
    Result<CopyMade> made = makeSecondCopy(wanted, progress);
    if (!made)
        return made;
    made.value().besides = besides;
    book.place = place.toStdString();
    book.made = made->list.made;
    book.number = made->list.number;
    book.notNowSince.clear();
    if (const Result<Done> kept = keepCopyBook(archiveFolder, book); !kept)
        return kept.error();
    if (given.isEmpty())
        return made;
    const Result<Done> said = keepSaidPlace(archiveFolder, {book.archiveId, book.place, otherFileSystem});
    return said ? std::move(made) : Result<CopyMade>(said.error());
}

} // namespace jr
