// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/road_sheet.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {
namespace {

struct NamedCondition {
    const char* key;
    std::optional<double> RideConditions::*value;
};
constexpr NamedCondition kNamed[] = {
    {"rider_kg", &RideConditions::riderKg},    {"fuel_kg", &RideConditions::fuelKg},
    {"wind_m_s", &RideConditions::windMPerS},  {"slope_pct", &RideConditions::slopePct},
    {"air_temp_c", &RideConditions::airTempC}, {"air_pressure_pa", &RideConditions::airPressurePa},
    {"humidity", &RideConditions::humidity}};

Json conditionsJson(const std::map<std::string, RideConditions>& all) {
    Json out = Json::array();
    for (const auto& [run, said] : all) {
        Json one = {{"run", run}};
        for (const NamedCondition& named : kNamed)
            if (said.*named.value)
                one[named.key] = *(said.*named.value);
        if (!said.direction.empty())
            one["direction"] = said.direction;
        out.push_back(std::move(one));
    }
    return out;
}

/// What nobody could mean is left out.
std::map<std::string, RideConditions> conditionsOfJson(const Json& list) {
    std::map<std::string, RideConditions> out;
    constexpr std::size_t kMost = 10'000;
    for (const Json& one : list) {
        if (!one.is_object() || out.size() >= kMost)
            continue;
        RideConditions said;
        for (const NamedCondition& named : kNamed)
            said.*named.value = numberOf(one, named.key);
        said.direction = textOf(one, "direction");
        const std::string run = textOf(one, "run");
        if (!run.empty() && plausible(said))
            out[run] = said;
    }
    return out;
}

} // namespace

std::string sheetBody(const RoadSheet& sheet) {
    Json marks = Json::array();
    for (const Mark& mark : sheet.marks)
        marks.push_back(mark.text);
    Json out = {{"marks", marks}, {"rollout", rolloutText(sheet.rollout)}};
    if (sheet.restated)
        out["restated"] = true;
    if (!sheet.conditions.empty())
        out["conditions"] = conditionsJson(sheet.conditions);
    return writeJson(out);
}

RoadSheet roadSheetOf(const std::string& body) {
    RoadSheet out;
    const Result<Json> read = readJson(body, "road");
    if (!read || !read->is_object())
        return out;
    out.rollout = parseRollout(textOf(*read, "rollout")).value_or(Rollout::None);
    out.restated = flagOf(*read, "restated");
    out.conditions = conditionsOfJson(listOf(*read, "conditions"));
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
