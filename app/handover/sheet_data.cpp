// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_data.h"

#include "archive/formats/text.h"
#include "core/judge/sentences.h"
#include "core/version.h"

#include <nlohmann/json.hpp>

#include <cmath>

namespace jr::app {
namespace {

using Json = nlohmann::ordered_json;

constexpr int kResultVersion = 1; ///< of docs/result.schema.json

Json orNullJson(const std::optional<double>& value) {
    return value ? Json(*value) : Json(nullptr);
}

Json cautionsOfSheet(const Sheet& sheet) {
    Json out = Json::array();
    for (const Caution& caution : cautionsOf(sheet))
        out.push_back({{"kind", caution.kind}, {"text", said(caution, sheet.units.wording())}});
    return out;
}

void addComparison(Json& json, const Sheet& sheet, const Comparison& c) {
    const Account account = describe(c, sheet.units.wording());
    const bool engine = c.axis == CurveAxis::EngineSpeed;
    Json calls = Json::array();
    for (const Call& call : c.calls)
        calls.push_back({{engine ? "from_rpm" : "from_m_s", call.from},
                         {engine ? "to_rpm" : "to_m_s", call.to},
                         {"call", callText(call.kind)},
                         {"mean_w", call.meanW},
                         {"mean_pct", call.meanPct}});
    json["standard"] = c.standard->id;
    json["axis"] = axisText(c.axis);
    json[engine ? "detail_rpm" : "detail_m_s"] = c.detail.whole;
    json["confidence"] = c.confidence;
    json["base"] = c.base.setup;
    json["with"] = c.with.setup;
    json["base_pulls"] = c.base.pulls;
    json["with_pulls"] = c.with.pulls;
    json["headline"] = account.headline;
    json["stretches"] = account.stretches;
    json["details"] = account.details;
    json["band_mean"] = {{engine ? "from_rpm" : "from_m_s", c.bandMean.from},
                         {engine ? "to_rpm" : "to_m_s", c.bandMean.to},
                         {"difference_w", c.bandMean.differenceW},
                         {"low_w", orNullJson(c.bandMean.lowW)},
                         {"high_w", orNullJson(c.bandMean.highW)},
                         {"pct", c.bandMean.pct}};
    json[engine ? "rpm" : "axis_m_s"] = c.place;
    json["base_power_w"] = c.base.powerW;
    json["with_power_w"] = c.with.powerW;
    json["difference_w"] = differenceColumn(c, &Comparison::watt, &Estimate::mid);
    json["low_w"] = differenceColumn(c, &Comparison::watt, &Estimate::low);
    json["high_w"] = differenceColumn(c, &Comparison::watt, &Estimate::high);
    json["calls"] = calls;
    if (!engine)
        json["engine_rpm"] = {{"base", c.base.engineRpm}, {"with", c.with.engineRpm}};
}

Json runsJson(const SheetRuns& runs, const DisplayUnits& units) {
    Json marks = Json::array();
    for (const SheetMark& mark : runs.marks)
        marks.push_back({{"mark", mark.mark.toStdString()},
                         {"base_s", mark.baseS},
                         {"with_s", mark.withS},
                         {"base_mean_s", mark.baseMeanS},
                         {"with_mean_s", mark.withMeanS},
                         {"text", said(mark.verdict, units.wording())}});
    return {{"base", runs.base.toStdString()},
            {"with", runs.with.toStdString()},
            {"rollout", runs.oneFoot ? "1ft" : "none"},
            {"left_out", runs.leftOut},
            {"marks", marks}};
}

Json readingsJson(const Sheet& sheet) {
    Json out = Json::array();
    for (const ValueComparison& r : sheet.readings)
        out.push_back({{"quantity", r.quantity},
                       {"unit", r.unit},
                       {"difference", r.difference},
                       {"low", orNullJson(r.low)},
                       {"high", orNullJson(r.high)},
                       {"call", callText(r.call)},
                       {"text", said(verdictOf(r), sheet.units.wording())}});
    return out;
}

} // namespace

std::vector<SheetColumn> tableOf(const Sheet& sheet) {
    if (!sheet.comparison)
        return {};
    const Comparison& c = *sheet.comparison;
    std::vector<SheetColumn> out;
    if (c.axis == CurveAxis::EngineSpeed) {
        out.push_back({"engine_speed", "rpm", c.place});
    } else {
        out.push_back({"vehicle_speed", "m/s", c.place});
        out.push_back({"base_engine_speed", "rpm", c.base.engineRpm});
        out.push_back({"with_engine_speed", "rpm", c.with.engineRpm});
    }
    const auto watt = [&](double Estimate::*of) {
        std::vector<double> values;
        for (std::size_t i = 0; i < c.place.size(); ++i)
            values.push_back(c.watt(i).*of);
        return values;
    };
    std::vector<double> pct;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        pct.push_back(c.pct(i).mid);
    out.push_back({"base_power", "W", c.base.powerW});
    out.push_back({"with_power", "W", c.with.powerW});
    out.push_back({"difference", "W", watt(&Estimate::mid)});
    out.push_back({"low", "W", watt(&Estimate::low)});
    out.push_back({"high", "W", watt(&Estimate::high)});
    out.push_back({"difference", "%", std::move(pct)});
    out.push_back({"base_torque", "Nm", c.base.torqueNm});
    out.push_back({"with_torque", "Nm", c.with.torqueNm});
    out.push_back({"base_afr", "1", c.base.afr});
    out.push_back({"with_afr", "1", c.with.afr});
    return out;
}

std::string sheetCsv(const Sheet& sheet) {
    const std::vector<SheetColumn> columns = tableOf(sheet);
    std::string out;
    for (const SheetColumn& column : columns)
        out += (out.empty() ? "" : ",") + column.name + " [" + column.unit + "]";
    out += "\n";
    for (std::size_t row = 0; !columns.empty() && row < columns.front().values.size(); ++row) {
        std::string line;
        for (const SheetColumn& column : columns)
            line += (&column == &columns.front() ? "" : ",") + numberText(column.values[row]);
        out += line + "\n";
    }
    return out;
}

std::string sheetJson(const Sheet& sheet) {
    Json json = {{"jolly_ram_result", kResultVersion},
                 {"program", "Jolly Ram " + std::string(programVersion())},
                 {"job", sheet.job.toStdString()},
                 {"machine", sheet.machine.toStdString()}};
    if (sheet.comparison)
        addComparison(json, sheet, *sheet.comparison);
    else
        json["problem"] = sheet.problem.toStdString();
    json["runs"] = sheet.runs ? runsJson(*sheet.runs, sheet.units) : Json(nullptr);
    json["cautions"] = cautionsOfSheet(sheet);
    json["readings"] = readingsJson(sheet);
    Json sections = Json::array();
    for (const SheetSection& section : sheet.sections) {
        Json lines = Json::array();
        for (const QString& line : section.lines)
            lines.push_back(line.toStdString());
        sections.push_back({{"title", section.title.toStdString()}, {"lines", lines}});
    }
    json["sections"] = sections;
    return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

} // namespace jr::app
