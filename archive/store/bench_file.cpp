// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/bench_file.h"

#include "archive/disk/safe_file.h"
#include "archive/formats/json_text.h"
#include "archive/store/job_file.h"

#include <nlohmann/json.hpp>

namespace jr {
namespace {

Json factsJson(const std::vector<std::pair<std::string, std::string>>& facts) {
    Json out = Json::object();
    for (const auto& [key, value] : facts)
        out[key] = value;
    return out;
}

} // namespace

std::string factsText(const std::vector<std::pair<std::string, std::string>>& facts) {
    return writeJson(factsJson(facts));
}

std::vector<std::pair<std::string, std::string>> factsFromText(const std::string& text) {
    const Result<Json> json = readJson(text, "facts");
    return json ? textMembersOf(*json) : std::vector<std::pair<std::string, std::string>>{};
}

std::string benchFileText(const BenchFile& file) {
    Json list = Json::array();
    for (const auto& [bench, calibrations] : file.benches) {
        Json history = Json::array();
        for (const CalibrationRecord& c : calibrations)
            history.push_back({{"id", c.id},
                               {"kind", c.kind},
                               {"made", c.made},
                               {"due", c.due},
                               {"facts", factsJson(c.facts)},
                               {"note", c.note}});
        list.push_back({{"id", bench.id},
                        {"name", bench.name},
                        {"address", bench.address},
                        {"facts", factsJson(bench.facts)},
                        {"calibrations", history}});
    }
    return withChecksumMember(writeJson({{"jolly-ram", "benches 1"}, {"benches", list}}, 1) + "\n");
}

namespace {

Result<BenchFile> benchesOf(const Json& json, const std::string& place) {
    if (!json.is_object() || !json.contains("benches"))
        return Error{Message{"store.not-benches"}, place};
    BenchFile out;
    for (const Json& b : listOf(json, "benches")) {
        BenchFile::Entry entry;
        entry.bench = {textOf(b, "id"), textOf(b, "name"), textOf(b, "address"), textMembersOf(objectOf(b, "facts"))};
        if (entry.bench.name.empty())
            continue;
        for (const Json& c : listOf(b, "calibrations"))
            if (const std::string id = textOf(c, "id"); !id.empty())
                entry.calibrations.push_back({id, "", textOf(c, "kind"), textOf(c, "made"), textOf(c, "due"),
                                              textMembersOf(objectOf(c, "facts")), textOf(c, "note")});
        out.benches.push_back(std::move(entry));
    }
    return out;
}

} // namespace

Result<BenchFile> readBenchFile(std::string_view bytes, const std::string& place) {
    const Result<Json> json = readJson(bytes, place);
    if (!json)
        return json.error();
    Result<BenchFile> out = benchesOf(*json, place);
    if (out)
        out.value().whole = checksumMember(bytes) != ChecksumState::Wrong;
    return out;
}

Result<BenchFile> loadTornBenchFile(const std::string& path) {
    const Result<std::string> bytes = readBytes(path, ReadBounds::mostJsonBytes);
    if (!bytes)
        return bytes.error();
    if (Result<BenchFile> whole = readBenchFile(*bytes, path))
        return whole;
    const Result<Json> left = readTornJson(*bytes, path);
    return left ? benchesOf(*left, path) : Result<BenchFile>(left.error());
}

Result<BenchFile> loadBenchFile(const std::string& path) {
    const Result<std::string> bytes = readBytes(path, ReadBounds::mostJsonBytes);
    if (!bytes)
        return bytes.error();
    return readBenchFile(*bytes, path);
}

} // namespace jr
