// SPDX-License-Identifier: GPL-3.0-or-later
// Files of satellite receivers: GPX (its published schema, 1.0 and 1.1) and NMEA 0183 sentences as they came down the
// line. Either becomes a table of delimited text, so that from there on it is read, mapped and shown like any other
// stranger's log.
#pragma once

#include "archive/formats/foreign_log.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct ReceiverLog {
    std::string text;                ///< headings with units, then a row a fix
    std::vector<long> line;          ///< of the file, of each row
    std::vector<LeftOutRow> leftOut; ///< sentences damaged on the way, points without a time
    std::vector<Message> remarks;
    std::string started; ///< ISO date and time of the first fix; empty where no date was said
};

/// A day at ten fixes a second; a run lasts minutes.
inline constexpr std::size_t kMostFixes = 864'000;

/// Nothing for a text that is neither. Errors: one of them by its looks, and no fix with a speed or place in it.
std::optional<Result<ReceiverLog>> readReceiverLog(std::string_view text, const std::string& fileName,
                                                   std::size_t mostFixes = kMostFixes);

/// A reading of `log.text` told by the lines of the file, with what was left out on the way.
void tellByFile(ForeignReading& reading, const ReceiverLog& log);

} // namespace jr
