// SPDX-License-Identifier: GPL-3.0-or-later
// A copy to the place the archive's book names, and the book kept: what window and command line both do.
#pragma once

#include "archive/copies/copy_book.h"
#include "archive/copies/second_copy.h"

namespace jr {

/// `pullChecksums` as the archive's database has them (Archive::pullChecksums). `place`: where to from now on; empty:
/// where this person said before. A copy that lies there and is of another archive with the same id (this one is a
/// copy of that, or that of this) is left alone: this one's is begun anew. Errors: this person never said a place; it
/// was on another disk and is now on the records' own; as makeSecondCopy; the book cannot be kept.
Result<CopyMade> copyNow(const QString& archiveFolder, std::map<std::string, std::string> pullChecksums,
                         const QString& place = {}, const Progress& progress = {});

} // namespace jr
