// SPDX-License-Identifier: GPL-3.0-or-later
// A fault layer under files and database: the system calls of this process that change regular files are counted, and
// one of them (or all from one on) goes wrong in a chosen way. It stands in front of the C library, so Qt, SQLite and
// our own code all meet it without knowing.
#pragma once

namespace faults {

enum class Kind {
    None,      ///< only counts
    NoSpace,   ///< this call and all later ones that need room fail: a full disk
    Once,      ///< this call alone fails with an error of the disk
    Short,     ///< this write writes half of what it should; the next says why (a full disk)
    Stalls,    ///< this call and all later ones wait until `disarm`: a disk that has stopped answering
    SyncFails, ///< every sync from here on fails
    Killed,    ///< the process ends here, before the call
    PowerCut,  ///< the same, and what was not synced is gone
};

/// From now on; `atCall` counts from 1.
void arm(Kind kind, long atCall);
/// Returns how many calls there were since it was armed.
long disarm();

/// What a process ended by Killed or PowerCut exits with.
inline constexpr int kEnded = 77;

} // namespace faults
