// SPDX-License-Identifier: GPL-3.0-or-later
// Files by which a folder is told from an archive, as they are put after it: that of a second copy, and that of an
// archive which is being brought back and is not whole yet.
#pragma once

namespace jr {

inline constexpr char kSecondCopyList[] = "/copy.json", kUnfinishedRestore[] = "/restore-unfinished.json";

} // namespace jr
