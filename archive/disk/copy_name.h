// SPDX-License-Identifier: GPL-3.0-or-later
// The file by which a second copy is told from an archive, as it is put after the folder.
#pragma once

namespace jr {

inline constexpr char kSecondCopyList[] = "/copy.json";

} // namespace jr
