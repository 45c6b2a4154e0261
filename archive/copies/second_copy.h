// SPDX-License-Identifier: GPL-3.0-or-later
// The second copy of an archive's open half on another disk. What is new is copied, put on the disk and read back; what
// was replaced stays under its checksum; what lies there is read back in turn (reading_turn.h) and, where it went bad,
// copied again; nothing else is touched. A copy that is cut off anywhere leaves the one before it whole.
//
//     PLACE/jolly-ram-copy-ID/copy.json       the newest list (copy_list.h)
//                             pulls/ photos/ files/ benches.json    as in the archive: a rebuild makes an archive of
//                             them earlier/NUMBER-DATE.json, earlier/files/   states before, thinned (copy_thinning.h)
//
// Works on files alone, in any thread, while the archive is at work: job files are read before pull files are looked
// for, so that no list names a pull that is not in it.
#pragma once

#include "archive/copies/copy_states.h"
#include "archive/store/archive.h"

#include <optional>

namespace jr {

/// Where a copy lies as seen from its archive.
enum class CopyDisk { Other, Same, Memory };
/// `Same`: the same disk, on whichever of its partitions; `Memory`: gone when the machine is switched off. Other: a
/// disk of its own, or a network.
CopyDisk copyDisk(const QString& archiveFolder, const QString& place);

struct CopyWanted {
    QString archiveFolder;
    std::string archiveId;
    QString place;                                    ///< an existing folder: the stick, the other disk
    bool begin = false;                               ///< the first copy to this place: none needs to be there
    std::map<std::string, std::string> pullChecksums; ///< as the database has them; what is not so is not copied
    std::optional<std::int64_t> begunMs;              ///< milliseconds since 1970; nothing: now
};

struct CopyMade {
    QString folder;
    CopyList list;
    int filesCopied = 0;
    std::uint64_t bytesCopied = 0;
    /// Files that were left as the copy has them, with the reason; what had gone bad there.
    std::vector<Remark> problems;
    int statesThinned = 0;
    QString besides; ///< the copy of another archive with the same id that lies there and was left alone
};

/// Whether a folder is the second copy of some archive. It is no archive itself and is not written to as one.
bool isSecondCopy(const QString& folder);
/// The folder of an archive's copy inside a place.
QString copyFolder(const QString& place, const std::string& archiveId);

/// Errors: the place is not there, or the copy that was made there is not (another stick); it holds the copy of another
/// archive; it lies in the archive itself; not room enough; cannot be written or does not read back; another program is
/// copying; the stick was pulled out; `progress` stopped it. Whatever the error, the copy before is whole.
Result<CopyMade> makeSecondCopy(const CopyWanted& wanted, const Progress& progress = {});

} // namespace jr
