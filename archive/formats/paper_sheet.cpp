// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/paper_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {
namespace {

std::vector<std::string> wordsOf(const Json& j, const char* key) {
    std::vector<std::string> out;
    for (const Json& word : listOf(j, key))
        if (word.is_string())
            out.push_back(word.get<std::string>());
    return out;
}

} // namespace

std::string sheetBody(const PaperSheet& paper) {
    return writeJson({{"story", paper.story}, {"left_off", paper.leftOff}, {"added", paper.added}});
}

PaperSheet paperSheetOf(const std::string& body) {
    const Result<Json> read = readJson(body, "paper");
    const Json j = read && read->is_object() ? *read : Json::object();
    return {textOf(j, "story"), wordsOf(j, "left_off"), wordsOf(j, "added")};
}

} // namespace jr
