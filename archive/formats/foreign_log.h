// SPDX-License-Identifier: GPL-3.0-or-later
// Logs written by strangers: what each column seems to be, what was mapped, and the trace that comes of it.
// Nothing is guessed silently: every proposal can be seen and changed, and every row left out has its line and reason.
#pragma once

#include "core/pull/trace.h"
#include "core/result.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct ForeignColumn {
    std::string heading;                ///< without its unit; "column 3" when the file has no headings
    std::string unitText;               ///< as found in the heading or a unit row
    std::optional<ChannelName> channel; ///< proposed
    std::optional<Unit> unit;           ///< proposed
    std::vector<std::string> examples;  ///< first few cells
};

struct ForeignLayout {
    char delimiter = ',';
    bool decimalComma = false;
    long headingLine = 0; ///< 0: none
    long unitLine = 0;    ///< 0: none
    long firstDataLine = 0;
    std::vector<std::string> preamble;
    std::vector<ForeignColumn> columns;
    std::vector<Message> remarks; ///< what was assumed, for people

    /// The headings in order: by it a saved mapping is recognised again.
    std::string signature() const;
};

/// What a column is to become.
struct ColumnMapping {
    std::size_t column;
    ChannelName channel;
    std::string unit; ///< symbol; empty: the proposed one
};

struct LeftOutRow {
    long line;
    Message reason;
};

struct ForeignReading {
    Trace trace; ///< header as given; unmapped columns are kept as they came
    std::vector<LeftOutRow> leftOut;
    std::vector<ColumnMapping> mapped;
    std::vector<std::string> unmapped; ///< headings
    std::vector<Message> remarks;
};

/// Looks at a log (decoded text). Errors: binary, nothing that looks like a table of numbers.
Result<ForeignLayout> lookAtLog(std::string_view text, const std::string& fileName);

/// The proposals of a layout as mappings.
std::vector<ColumnMapping> proposedMapping(const ForeignLayout& layout);

/// `CHANNEL=COLUMN[:UNIT]`, COLUMN a heading without its unit or a number from 1. Errors name what is wrong.
Result<ColumnMapping> parseMapping(std::string_view argument, const ForeignLayout& layout);

/// Reads the whole log. `header` is taken as given; a missing kind is told from the channels.
/// Errors: a channel mapped twice, a unit that does not fit, no row could be read.
Result<ForeignReading> readForeignLog(std::string_view text, const std::string& fileName, const ForeignLayout& layout,
                                      const std::vector<ColumnMapping>& mapping, const PullHeader& header,
                                      bool kindGiven);

} // namespace jr
