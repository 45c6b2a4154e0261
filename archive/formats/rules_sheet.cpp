// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/rules_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {

std::string sheetBody(const std::vector<SetupRule>& rules) {
    Json list = Json::array();
    for (const SetupRule& r : rules)
        list.push_back({{"kind", ruleKindText(r.kind)},
                        {"what", r.what},
                        {"low", orNull(r.low)},
                        {"high", orNull(r.high)},
                        {"at_rpm", r.atRpm},
                        {"source", r.source}});
    return writeJson({{"rules", list}});
}

std::vector<SetupRule> setupRulesOf(const std::string& body) {
    const Result<Json> read = readJson(body, "rules");
    const Json j = read && read->is_object() ? *read : Json::object();
    constexpr double kFastest = 30000.; // rpm
    std::vector<SetupRule> out;
    for (const Json& r : listOf(j, "rules")) {
        SetupRule rule{ruleKindOf(textOf(r, "kind")),
                       textOf(r, "what"),
                       numberOf(r, "low"),
                       numberOf(r, "high"),
                       0.,
                       textOf(r, "source")};
        if (const auto at = numberOf(r, "at_rpm"); at && *at > 0. && *at < kFastest)
            rule.atRpm = *at;
        const bool bounded = rule.kind == RuleKind::PartStays || rule.high || (rule.kind == RuleKind::Size && rule.low);
        if (!rule.what.empty() && bounded)
            out.push_back(std::move(rule));
    }
    return out;
}

} // namespace jr
