// SPDX-License-Identifier: GPL-3.0-or-later
// The two halves of one kept pull, each held against its checksum: the compressed trace in the database and the pull
// file beside it. Check and rebuild look at the same thing here.
#pragma once

#include "archive/store/database.h"

#include <QString>

#include <string>

namespace jr {

struct PullHalves {
    std::string id, mirror, sha256; ///< as recorded; the checksum may be empty (an older archive)
    std::string absolute;           ///< of the mirror; empty when its path leads out of the archive
    std::string text;               ///< of the trace when it is whole
    std::string file;               ///< of the pull file when it was read
    bool traceWhole = false;
    bool fileThere = false;
    bool fileWhole = false;  ///< says what the record is of
    std::string pathProblem; ///< why the mirror's path was refused
};

/// Reads both halves of a pull.
Result<PullHalves> readHalves(const Database& db, const QString& folder, const std::string& pullId);

} // namespace jr
