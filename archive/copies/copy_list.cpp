// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_list.h"

#include "archive/disk/safe_file.h"
#include "archive/formats/json_text.h"
#include "archive/formats/zip_file.h"
#include "archive/store/job_file.h"

#include <nlohmann/json.hpp>

namespace jr {
namespace {

constexpr char kListKind[] = "jolly_ram_copy";
constexpr int kListVersion = 1;
/// A list of a hundred thousand files is some twenty megabytes.
constexpr std::size_t kMostListBytes = 128u << 20;

constexpr char kEarlierKind[] = "jolly_ram_earlier_copy";

Error listError(std::string_view code, const std::string& place) {
    Error out{Message{code}};
    out.file = place;
    return out;
}

Json entryJson(const std::string& path, const CopiedFile& file) {
    return Json::array({path, file.bytes, file.sha256, file.changedNs});
}

/// A stick may have been in a stranger's hands: its names are held to the same rules as a bundle's, and nothing is laid
/// out but what a copy is made of.
bool belongsInACopy(const std::string& path) {
    const auto below = [&](std::string_view folder) { return path.starts_with(folder) && path.size() > folder.size(); };
    return safeZipName(path) && (path == "benches.json" || below("pulls/") || below("photos/") || below("files/"));
}

/// [path, bytes, sha256, time] or, for what was not there, [path].
std::optional<std::pair<std::string, std::optional<CopiedFile>>> entryOf(const Json& entry) {
    if (!entry.is_array() || entry.empty() || !entry[0].is_string() || !belongsInACopy(entry[0].get<std::string>()))
        return std::nullopt;
    if (entry.size() == 1)
        return std::pair{entry[0].get<std::string>(), std::optional<CopiedFile>()};
    constexpr std::size_t kDigits = 64; // of a SHA-256
    if (entry.size() != 4 || !entry[1].is_number_unsigned() || !entry[2].is_string() || !entry[3].is_number_integer())
        return std::nullopt;
    const auto checksum = entry[2].get<std::string>();
    if (checksum.size() != kDigits || checksum.find_first_not_of("0123456789abcdef") != std::string::npos)
        return std::nullopt;
    return std::pair{entry[0].get<std::string>(),
                     std::optional(CopiedFile{entry[1].get<std::uint64_t>(), checksum, entry[3].get<std::int64_t>()})};
}

/// JSON of ours that is all there.
Result<Json> readWhole(std::string_view bytes, const std::string& place, const char* kind) {
    JsonBounds bounds;
    bounds.mostBytes = kMostListBytes;
    Result<Json> json = readJson(bytes, place, bounds);
    if (!json)
        return json;
    constexpr int kUnknown = 0, kHighest = 1'000'000;
    const int version = wholeOf(*json, kind, kUnknown, kHighest, kUnknown);
    if (version == kUnknown)
        return listError("copy.no-list", place);
    if (version > kListVersion)
        return listError("copy.newer", place);
    if (checksumMember(bytes) != ChecksumState::Right)
        return listError("copy.damaged-list", place);
    return json;
}

} // namespace

std::string copyListText(const CopyList& list) {
    Json files = Json::array();
    for (const auto& [path, file] : list.files)
        files.push_back(entryJson(path, file));
    return withChecksumMember(writeJson(Json{{kListKind, kListVersion},
                                             {"archive", list.archive},
                                             {"home", list.home.folder},
                                             {"machine", list.home.machine},
                                             {"number", list.number},
                                             {"made", list.made},
                                             {"program", list.program},
                                             {"files", files}},
                                        0) +
                              "\n");
}

Result<CopyList> readCopyList(std::string_view bytes, const std::string& place) {
    const Result<Json> json = readWhole(bytes, place, kListKind);
    if (!json)
        return json.error();
    CopyList out;
    out.archive = textOf(*json, "archive");
    out.home = {textOf(*json, "home"), textOf(*json, "machine")};
    out.number = static_cast<long>(numberOf(*json, "number").value_or(0.));
    out.made = textOf(*json, "made");
    out.program = textOf(*json, "program");
    for (const Json& entry : listOf(*json, "files")) {
        const auto file = entryOf(entry);
        if (!file || !file->second)
            return listError("copy.damaged-list", place);
        out.files.emplace(file->first, *file->second);
    }
    return out;
}

Result<EarlierState> loadEarlier(const std::string& path) {
    const Result<std::string> bytes = readBytes(path, kMostListBytes);
    if (!bytes)
        return bytes.error();
    const Result<Json> json = readWhole(*bytes, path, kEarlierKind);
    if (!json)
        return json.error();
    EarlierState out;
    out.number = static_cast<long>(numberOf(*json, "number").value_or(0.));
    out.made = textOf(*json, "made");
    for (const Json& entry : listOf(*json, "files")) {
        auto file = entryOf(entry);
        if (!file)
            return listError("copy.damaged-list", path);
        out.differences.insert(std::move(*file));
    }
    return out;
}

CopyList stateBefore(const CopyList& after, const EarlierState& earlier) {
    CopyList out = after;
    out.number = earlier.number;
    out.made = earlier.made;
    for (const auto& [path, file] : earlier.differences)
        if (file)
            out.files[path] = *file;
        else
            out.files.erase(path);
    return out;
}

Result<CopyList> loadCopyList(const std::string& path) {
    const Result<std::string> bytes = readBytes(path, kMostListBytes);
    return bytes ? readCopyList(*bytes, path) : Result<CopyList>(bytes.error());
}

} // namespace jr
