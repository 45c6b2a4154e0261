// SPDX-License-Identifier: GPL-3.0-or-later
// The files kept with the setups of a job as JSON text, one of its sheets (docs/archive.md). The copies themselves are
// attachments.
#pragma once

#include "core/plan/setup_files.h"

#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char* setupFiles = "setup-files";
}

std::string sheetBody(const std::vector<SetupFile>& files);
/// One without a copy, a setup or a checksum is left out.
std::vector<SetupFile> setupFilesOf(const std::string& body);

} // namespace jr
