// SPDX-License-Identifier: GPL-3.0-or-later
// The pull file (*.pull.csv), version 1: docs/formats.md.
#pragma once

#include "archive/disk/safe_file.h"
#include "core/pull/trace.h"
#include "core/result.h"

#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct PullFileNotes {
    std::vector<Remark> messages; ///< what was left out, e.g. an unfinished last row
};

/// Reads the text of a pull file. `fileName` is only for messages. Unknown keys and columns are kept.
/// Errors name the line: not a pull file, a newer version, a value that is no number or out of its bounds, a unit that
/// does not fit, a row with the wrong number of cells (an unfinished last row is left out and noted instead).
Result<Trace> readPullFile(std::string_view bytes, const std::string& fileName, PullFileNotes* notes = nullptr);

/// Reads a pull file from disk. Errors also: cannot be opened, is a folder, is larger than 256 MB.
Result<Trace> loadPullFile(const std::string& path, PullFileNotes* notes = nullptr);

/// Its head alone. Errors: as readPullFile, as far as the column headings.
Result<PullHeader> readPullHeader(std::string_view bytes, const std::string& fileName);

/// What was measured, as text: everything but whose pull it is (id, job, machine, setup, start, notes and keys that are
/// none of ours). Two pulls with the same id are the same pull when this is the same.
std::string measuredContent(const Trace& trace);

/// The whole file as text; reading it back gives the same trace.
std::string writePullFile(const Trace& trace);

/// Puts one header value, as the file would; unknown keys go to `other`. Errors: value not allowed for that key.
Result<Done> setHeaderValue(PullHeader& header, std::string_view key, std::string_view value);

} // namespace jr
