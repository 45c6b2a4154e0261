// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/baselines_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {

std::string sheetBody(const Baselines& baselines) {
    Json events = Json::array();
    for (const BaselineEvent& e : baselines.events)
        events.push_back({{"after_pull", e.afterPull}, {"reason", e.reason}, {"when", e.when}});
    Json out = {{"events", events}};
    if (baselines.chosen)
        out["chosen"] = *baselines.chosen;
    return writeJson(out);
}

Baselines baselinesOf(const std::string& body) {
    Baselines out;
    const Result<Json> read = readJson(body, "baselines");
    const Json j = read && read->is_object() ? *read : Json::object();
    constexpr int kMostPulls = 1000000;
    for (const Json& e : listOf(j, "events"))
        takeBaseAgain(out, {wholeOf(e, "after_pull", 0, kMostPulls, 0), textOf(e, "reason"), textOf(e, "when")});
    const int newest = static_cast<int>(out.events.size());
    if (numberOf(j, "chosen"))
        out.chosen = wholeOf(j, "chosen", kAllEras, newest, newest);
    return out;
}

} // namespace jr
