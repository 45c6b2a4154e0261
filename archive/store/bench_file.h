// SPDX-License-Identifier: GPL-3.0-or-later
// benches.json beside the database: the benches and every calibration of theirs.
#pragma once

#include "archive/store/records.h"
#include "core/result.h"

#include <string>
#include <vector>

namespace jr {

struct BenchFile {
    struct Entry {
        BenchRecord bench;
        std::vector<CalibrationRecord> calibrations;
    };
    std::vector<Entry> benches;
    bool whole = false; ///< its checksum is right, or it is of an older program that wrote none
};

std::string benchFileText(const BenchFile& file);
/// Errors: cannot be read, not JSON, not a list of benches.
Result<BenchFile> readBenchFile(std::string_view bytes, const std::string& place);
Result<BenchFile> loadBenchFile(const std::string& path);
/// Of a file that was cut off or damaged what is left of it (`whole` is false then). For bringing back alone.
Result<BenchFile> loadTornBenchFile(const std::string& path);

/// Facts as one JSON object in a line, and back.
std::string factsText(const std::vector<std::pair<std::string, std::string>>& facts);
std::vector<std::pair<std::string, std::string>> factsFromText(const std::string& text);

} // namespace jr
