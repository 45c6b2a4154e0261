// SPDX-License-Identifier: GPL-3.0-or-later
// An archive made again of its second copy: a state of it laid out in an empty folder, each file held against its
// checksum, and the database rebuilt from the files. The copy is only read.
//
// Until all of it is there a file says so (restore-unfinished.json): nothing opens the folder as an archive, and the
// next restore of the same state goes on where the one before was cut off.
#pragma once

#include "archive/copies/second_copy.h"
#include "archive/store/archive.h"

#include <QStringList>

#include <optional>

namespace jr {

/// The copies a person may mean by a folder: itself, or those that lie in it (the stick). Full paths, sorted by name.
QStringList copiesIn(const QString& chosen);
/// Whether a restore into this folder was begun and did not end.
bool isUnfinishedRestore(const QString& folder);

struct BroughtBack {
    QString folder;
    long state = 0;
    std::string made; ///< of the copy, ISO, UTC
    Rebuilt rebuilt;  ///< with the problems of single files: what is damaged in the copy is missing, the rest is here
};

/// `state`: which one; nothing: the newest that can be read. `into` is empty, not there, or an unfinished restore of
/// the same state. Errors: as copyState and layOut; the folder is not empty, or another state is unfinished there; the
/// rebuild failed; stopped. Whatever the error, nothing is left in `into`.
Result<BroughtBack> bringBack(const QString& copy, std::optional<long> state, const QString& into,
                              const Progress& progress = {});

} // namespace jr
