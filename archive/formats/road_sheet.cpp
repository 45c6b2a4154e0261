// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/road_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {

std::string sheetBody(const RoadSheet& sheet) {
    Json marks = Json::array();
    for (const Mark& mark : sheet.marks)
        marks.push_back(mark.text);
    return writeJson({{"marks", marks}, {"rollout", rolloutText(sheet.rollout)}});
}

RoadSheet roadSheetOf(const std::string& body) {
    RoadSheet out;
    const Result<Json> read = readJson(body, "road");
    if (!read || !read->is_object())
        return out;
    out.rollout = parseRollout(textOf(*read, "rollout")).value_or(Rollout::None);
    std::vector<Mark> marks;
    constexpr std::size_t kMost = 40;
    for (const Json& one : listOf(*read, "marks"))
        if (one.is_string() && marks.size() < kMost)
            if (Result<Mark> mark = parseMark(one.get<std::string>()))
                marks.push_back(std::move(mark).value());
    if (!marks.empty())
        out.marks = std::move(marks);
    return out;
}

} // namespace jr
