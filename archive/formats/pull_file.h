// The pull file (*.pull.csv), version 1: docs/formats.md.
#pragma once

#include "core/pull/trace.h"
#include "core/result.h"

#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct PullFileNotes {
    std::vector<std::string> messages; ///< what was left out, e.g. an unfinished last row
};

/// Reads the text of a pull file. `fileName` is only for messages. Unknown keys and columns are kept.
/// Errors name the line: not a pull file, a newer version, a value that is no number or out of its bounds, a unit that
/// does not fit, a row with the wrong number of cells (an unfinished last row is left out and noted instead).
Result<Trace> readPullFile(std::string_view bytes, const std::string& fileName, PullFileNotes* notes = nullptr);

/// Reads a pull file from disk. Errors also: cannot be opened, is a folder, is larger than 512 MB.
Result<Trace> loadPullFile(const std::string& path, PullFileNotes* notes = nullptr);

/// The whole file as text; reading it back gives the same trace.
std::string writePullFile(const Trace& trace);

/// Puts one header value, as the file would; unknown keys go to `other`. Errors: value not allowed for that key.
Result<Done> setHeaderValue(PullHeader& header, std::string_view key, std::string_view value);

/// The bytes of a file. Errors: cannot be opened, is a folder, too large.
Result<std::string> readBytes(const std::string& path);

/// Writes atomically: a temporary file beside it, synced, then renamed. Errors: cannot be written.
Result<Done> writeBytes(const std::string& path, std::string_view bytes);

} // namespace jr
