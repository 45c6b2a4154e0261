// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_now.h"

#include <QDir>
#include <QFileInfo>

namespace jr {

Result<CopyMade> copyNow(const QString& archiveFolder, std::map<std::string, std::string> pullChecksums,
                         const QString& place, const Progress& progress) {
    CopyBook book = copyBookOf(archiveFolder);
    CopyWanted wanted;
    wanted.begin = book.made.empty();
    std::string to = book.place;
    if (!place.isEmpty()) {
        // Chosen by a person just now: a copy may begin there, whatever lay there before.
        wanted.begin = true;
        to = QFileInfo(place).absoluteFilePath().toStdString();
    }
    if (to.empty())
        return Error{Message{"copy.no-place-said"}};
    wanted.archiveFolder = archiveFolder;
    wanted.archiveId = book.archiveId;
    wanted.place = QString::fromStdString(to);
    wanted.pullChecksums = std::move(pullChecksums);
    // The id before the first copy: should the program end now, the copy is still known for this archive's. The place
    // only once a copy stands there.
    if (const Result<Done> kept = keepCopyBook(archiveFolder, book); !kept)
        return kept.error();
    Result<CopyMade> made = makeSecondCopy(wanted, progress);
    if (!made)
        return made;
    book.place = to;
    book.made = made->list.made;
    book.number = made->list.number;
    book.notNowSince.clear();
    if (const Result<Done> kept = keepCopyBook(archiveFolder, book); !kept)
        return kept.error();
    return made;
}

} // namespace jr
