// SPDX-License-Identifier: GPL-3.0-or-later
// Where an archive's second copy goes and what became of it: a small file of its own in the archive, copies.json,
// beside the records, and this person's word for the place (said_place.h), without which the file's counts for nothing.
// And what is to be said of it.
#pragma once

#include "core/result.h"

#include <QString>

#include <cstdint>
#include <string>

namespace jr {

struct CopyBook {
    std::string archiveId;        ///< made with the book, and kept: by it the copy's folder is known
    std::string place;            ///< chosen by this person; empty: not yet
    std::string named;            ///< what the file names without this person's word; it may be shown, not written to
    bool otherFileSystem = false; ///< when it was chosen the place was on another one than the records
    std::string notNowSince;      ///< when they said "not now", ISO; empty: they were never asked or chose one
    std::string made;             ///< when the newest copy that read back was begun, ISO, UTC
    std::string tried;            ///< the newest trial restore that came out the same, ISO, UTC
    long number = 0;              ///< of the newest copy
};

/// By which the copy of an archive is known.
std::string newCopyId();

/// A new book when there is none, or when the one there cannot be read (it is set away by name).
CopyBook copyBookOf(const QString& archiveFolder);
/// The file; what this person said is kept where it was said (keepSaidPlace).
Result<Done> keepCopyBook(const QString& archiveFolder, const CopyBook& book);

enum class CopyState {
    NoPlace,   ///< nobody has said where it goes
    NeverMade, ///< a place, and no copy yet
    Fresh,     ///< nothing was done since
    Behind,    ///< work since, for less than a week
    Old,       ///< work since, for more than a week: amber
    ClockBack, ///< the clock stands before the copy: its age is not known
};

struct CopyStanding {
    CopyState state = CopyState::NoPlace;
    long days = 0;         ///< whole days since it was made
    bool trialDue = false; ///< a month since it was last tried, or never tried
};

/// `newestWorkMs`: when the archive was last written to, milliseconds since 1970; 0: never.
CopyStanding copyStanding(const CopyBook& book, std::int64_t newestWorkMs, std::int64_t nowMs);
/// Of the open half: the newest job file or pull file. Looks at every file's date and reads none.
std::int64_t newestWorkMs(const QString& archiveFolder);

} // namespace jr
