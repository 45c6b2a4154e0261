// SPDX-License-Identifier: GPL-3.0-or-later
// What the customer's paper tells, as one of a job's sheets (docs/archive.md): which story, and which of its parts are
// left off. A part that nothing is said of is on it, so that a new one of a later program is not missed.
#pragma once

#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char* paper = "paper";
}

struct PaperSheet {
    std::string story;                ///< "difference", "steps" …; empty: the difference
    std::vector<std::string> leftOff; ///< ids of parts that usually are on it
    std::vector<std::string> added;   ///< and of those that usually are not
    bool operator==(const PaperSheet&) const = default;
};

std::string sheetBody(const PaperSheet& paper);
PaperSheet paperSheetOf(const std::string& body);

} // namespace jr
