// SPDX-License-Identifier: GPL-3.0-or-later
// An archive made again of its second copy: a state of it laid out in an empty folder, each file held against its
// checksum, and the database rebuilt from the files. The copy is only read.
#pragma once

#include "archive/copies/second_copy.h"
#include "archive/store/archive.h"

#include <QStringList>

#include <optional>

namespace jr {

/// The copies a person may mean by a folder: itself, or those that lie in it (the stick). Full paths, sorted by name.
QStringList copiesIn(const QString& chosen);

struct BroughtBack {
    QString folder;
    long state = 0;
    std::string made; ///< of the copy, ISO, UTC
    Rebuilt rebuilt;  ///< with the problems of single files
};

/// `state`: which one; nothing: the newest. `into` is empty or not there. Errors: as copyState and layOut; the rebuild
/// failed; stopped. Whatever the error, nothing is left in `into`.
Result<BroughtBack> bringBack(const QString& copy, std::optional<long> state, const QString& into,
                              const Progress& progress = {});

} // namespace jr
