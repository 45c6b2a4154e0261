// SPDX-License-Identifier: GPL-3.0-or-later
// What was given into a customer's hands, each time, as one of a job's sheets (docs/archive.md). The frozen sheet
// itself is an attachment: a small zip with the paper as it was, its figures and its settings.
#pragma once

#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char* handOvers = "hand-overs";
}

struct HandOver {
    std::string id;       ///< of the frozen sheet in the archive
    int number = 0;       ///< in the job, from 1; never used again
    std::string made;     ///< ISO date and time
    std::string customer; ///< as the order had it; may be empty
    std::string headline; ///< the result in one sentence, as it stood on the paper
    std::string program;  ///< "Jolly Ram 0.1.0"
    std::string sha256;   ///< of the frozen sheet
    bool operator==(const HandOver&) const = default;
};

std::string sheetBody(const std::vector<HandOver>& handOvers);
/// One without a frozen sheet, a number or a checksum is left out.
std::vector<HandOver> handOversOf(const std::string& body);

} // namespace jr
