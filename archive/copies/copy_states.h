// SPDX-License-Identifier: GPL-3.0-or-later
// The states a second copy has, told from its lists, and one of them laid out. Reads only.
#pragma once

#include "archive/copies/copy_list.h"
#include "archive/store/archive.h"

#include <QString>

#include <map>
#include <vector>

namespace jr {

inline constexpr char kEarlierLists[] = "/earlier", kEarlierFiles[] = "/earlier/files";

/// Where the list of a state before lies and when that was begun, as its name says: "000012-20260606T201400.json".
struct EarlierList {
    QString path;
    std::int64_t madeS = 0; ///< seconds since 1970; 0: the name says nothing
};
std::map<long, EarlierList> earlierLists(const QString& copy);
std::string earlierListName(const CopyList& state);

struct CopyStates {
    std::vector<CopyList> states; ///< newest first; their files are not filled
    bool newestReads = false;     ///< the first of them is the newest there was
    std::vector<Remark> damaged;  ///< lists that cannot be read: their states are lost, the others are not
};
/// Errors: there is no copy, or none of its lists can be read.
Result<CopyStates> copyStates(const QString& copy);

/// The state of a copy with this number. Errors: there is no copy; there is no such state; its list is damaged (or, in
/// an old copy, one that must be counted back over).
Result<CopyList> copyState(const QString& copy, long number);

/// Writes one state of a copy into a folder, each file held against its checksum; what lies there and is as it should
/// be is left. Returns what is missing in the copy or damaged. Errors: nothing of it can be read; cannot be written;
/// stopped.
Result<std::vector<Remark>> layOut(const QString& copy, const CopyList& state, const QString& into,
                                   const Progress& progress = {});

} // namespace jr
