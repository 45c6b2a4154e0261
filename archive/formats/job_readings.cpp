// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/job_readings.h"

#include "archive/formats/json_text.h"
#include "archive/formats/text.h"

#include <nlohmann/json.hpp>

#include <cmath>

namespace jr {

ReadingSheet JobQuantity::of(const std::string& setupId, const std::string& setupName) const {
    ReadingSheet out{quantity, unit, better, setupName, {}, {}, {}};
    for (const JobReading& r : readings)
        if (r.setupId == setupId && !r.aside)
            out.readings.push_back({r.number, r.value, r.note, parseDateTime(r.when)});
    return out;
}

std::optional<ValueComparison> compareSides(const JobQuantity& quantity, const std::string& baseId,
                                            const std::string& baseName, const std::string& withId,
                                            const std::string& withName, const ValueOptions& options) {
    Result<ValueComparison> out =
        compareValues({quantity.of(baseId, baseName)}, {quantity.of(withId, withName)}, options);
    return out ? std::optional(std::move(out).value()) : std::nullopt;
}

std::string sheetBody(const std::vector<JobQuantity>& quantities) {
    Json all = Json::array();
    for (const JobQuantity& q : quantities) {
        Json readings = Json::array();
        for (const JobReading& r : q.readings)
            readings.push_back({{"setup", r.setupId},
                                {"number", r.number},
                                {"value", r.value},
                                {"note", r.note},
                                {"when", r.when},
                                {"aside", r.aside}});
        all.push_back(
            {{"quantity", q.quantity}, {"unit", q.unit}, {"better", betterText(q.better)}, {"readings", readings}});
    }
    return writeJson({{"quantities", all}});
}

std::vector<JobQuantity> jobReadingsOf(const std::string& body) {
    std::vector<JobQuantity> out;
    const Result<Json> sheet = readJson(body, "sheet");
    if (!sheet || !sheet->is_object())
        return out;
    for (const Json& q : listOf(*sheet, "quantities")) {
        JobQuantity quantity{
            textOf(q, "quantity"), textOf(q, "unit"), parseBetter(textOf(q, "better")).value_or(Better::Neither), {}};
        if (quantity.quantity.empty())
            continue;
        for (const Json& r : listOf(q, "readings"))
            if (const auto value = numberOf(r, "value"); value && std::abs(*value) <= kLargestResult)
                quantity.readings.push_back({textOf(r, "setup"), wholeOf(r, "number", 0, 1000000, 0), *value,
                                             textOf(r, "note"), textOf(r, "when"), flagOf(r, "aside")});
        out.push_back(std::move(quantity));
    }
    return out;
}

} // namespace jr
