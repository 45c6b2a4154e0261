// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/setup_files_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {

std::string sheetBody(const std::vector<SetupFile>& files) {
    Json list = Json::array();
    for (const SetupFile& f : files)
        list.push_back({{"id", f.id},
                        {"setup_id", f.setupId},
                        {"name", f.name},
                        {"sha256", f.sha256},
                        {"bytes", f.bytes},
                        {"changed", f.changed},
                        {"hours", orNull(f.hours)},
                        {"kept", f.kept}});
    return writeJson({{"files", list}});
}

std::vector<SetupFile> setupFilesOf(const std::string& body) {
    const Result<Json> read = readJson(body, "setup files");
    const Json j = read && read->is_object() ? *read : Json::object();
    std::vector<SetupFile> out;
    for (const Json& f : listOf(j, "files")) {
        SetupFile file{textOf(f, "id"),
                       textOf(f, "setup_id"),
                       textOf(f, "name"),
                       textOf(f, "sha256"),
                       numberOf(f, "bytes").value_or(0.),
                       textOf(f, "changed"),
                       numberOf(f, "hours"),
                       textOf(f, "kept")};
        if (file.hours && !(*file.hours >= 0. && *file.hours < 1e5))
            file.hours.reset();
        if (!file.id.empty() && !file.setupId.empty() && !file.sha256.empty())
            out.push_back(std::move(file));
    }
    return out;
}

} // namespace jr
