// SPDX-License-Identifier: GPL-3.0-or-later
// What a second copy says of itself. copy.json lists all its files as they were last copied. Each state before has such
// a list of its own (earlier/NUMBER-DATE.json), so that a damaged one costs its state and no other; what a list names
// lies at its path, or, once it was replaced there, in earlier/files under its checksum.
//
// Copies made before 2026-12 kept of a state before only what was different in it, counted back from the state after
// it. Those are still read.
#pragma once

#include "archive/copies/said_place.h"
#include "core/result.h"

#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <string_view>

namespace jr {

struct CopiedFile {
    std::uint64_t bytes = 0;
    std::string sha256;
    /// Of the archive's own file when it was copied, in nanoseconds: one that has the same size and time is not read
    /// again.
    std::int64_t changedNs = 0;
    bool operator==(const CopiedFile&) const = default;
};

struct CopyList {
    std::string archive;                     ///< id of the archive it is a copy of
    CopyHome home;                           ///< where that was; empty in old lists
    long number = 0;                         ///< counts up by one, whatever the clock says
    std::string made;                        ///< when it was begun, ISO date and time, UTC
    std::string program;                     ///< "Jolly Ram 0.1.0"
    std::map<std::string, CopiedFile> files; ///< by path, relative to the copy as to the archive
};

/// A state before as old copies kept it, told by what was different in it; nothing for a file that was not there yet.
struct EarlierState {
    long number = 0;
    std::string made;
    std::map<std::string, std::optional<CopiedFile>> differences;
};

/// The state before `after`.
CopyList stateBefore(const CopyList& after, const EarlierState& earlier);
/// Errors: as readCopyList.
Result<EarlierState> loadEarlier(const std::string& path);

/// With its own checksum as its last member.
std::string copyListText(const CopyList& list);
/// Errors: not JSON, no list of a copy, of a newer program, damaged; it names what belongs in no copy of an archive.
Result<CopyList> readCopyList(std::string_view bytes, const std::string& place);
Result<CopyList> loadCopyList(const std::string& path);

} // namespace jr
