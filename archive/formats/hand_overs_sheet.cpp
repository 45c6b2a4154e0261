// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/hand_overs_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {

std::string sheetBody(const std::vector<HandOver>& handOvers) {
    Json list = Json::array();
    for (const HandOver& h : handOvers)
        list.push_back({{"id", h.id},
                        {"number", h.number},
                        {"made", h.made},
                        {"customer", h.customer},
                        {"headline", h.headline},
                        {"program", h.program},
                        {"sha256", h.sha256}});
    return writeJson({{"hand_overs", list}});
}

std::vector<HandOver> handOversOf(const std::string& body) {
    const Result<Json> read = readJson(body, "hand-overs");
    const Json j = read && read->is_object() ? *read : Json::object();
    std::vector<HandOver> out;
    constexpr int kMost = 1'000'000;
    for (const Json& h : listOf(j, "hand_overs")) {
        HandOver one{textOf(h, "id"),       wholeOf(h, "number", 0, kMost, 0),
                     textOf(h, "made"),     textOf(h, "customer"),
                     textOf(h, "headline"), textOf(h, "program"),
                     textOf(h, "sha256")};
        if (!one.id.empty() && one.number > 0 && !one.sha256.empty())
            out.push_back(std::move(one));
    }
    return out;
}

} // namespace jr
