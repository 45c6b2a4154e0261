// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/figure_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {

std::string sheetBody(const FigureSheet& sheet) {
    Json pages = Json::object(), pins = Json::array();
    for (const auto& [page, inputs] : sheet.pages) {
        Json one = Json::object();
        for (const auto& [key, kept] : inputs)
            one[key] = {{"value", kept.value}, {"origin", kept.origin}};
        if (!one.empty())
            pages[page] = one;
    }
    for (const Prediction& p : sheet.pins)
        pins.push_back({{"id", p.id},
                        {"page", p.page},
                        {"setup", p.setupId},
                        {"quantity", predictedQuantityId(p.quantity)},
                        {"value", p.predicted.value},
                        {"low", p.predicted.low},
                        {"high", p.predicted.high},
                        {"constant", p.constant},
                        {"per_constant", p.perConstant},
                        {"made_at", p.madeAt},
                        {"mark", p.mark}});
    return writeJson({{"pages", pages}, {"pins", pins}});
}

FigureSheet figureSheetOf(const std::string& body) {
    FigureSheet out;
    const Result<Json> read = readJson(body, "figure");
    if (!read || !read->is_object())
        return out;
    const Json& pages = objectOf(*read, "pages");
    for (const auto& [page, inputs] : pages.items())
        if (inputs.is_object())
            for (const auto& [key, kept] : inputs.items())
                if (const auto value = numberOf(kept, "value"))
                    out.pages[page][key] = {*value, textOf(kept, "origin")};
    for (const Json& one : listOf(*read, "pins")) {
        const auto quantity = parsePredictedQuantity(textOf(one, "quantity"));
        const auto value = numberOf(one, "value"), low = numberOf(one, "low"), high = numberOf(one, "high");
        if (!quantity || !value || !low || !high || !(*low <= *high) || textOf(one, "setup").empty())
            continue;
        out.pins.push_back({textOf(one, "id"), textOf(one, "page"), textOf(one, "setup"), *quantity,
                            Ranged{*value, *low, *high}, textOf(one, "constant"),
                            numberOf(one, "per_constant").value_or(0.), textOf(one, "made_at"), textOf(one, "mark")});
    }
    return out;
}

} // namespace jr
