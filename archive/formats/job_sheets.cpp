// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/job_sheets.h"

#include "archive/formats/enum_names.h"
#include "archive/formats/json_text.h"
#include "core/pull/procedure_check.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// The body of a sheet as an object; anything else counts as an empty one.
Json parsed(const std::string& body) {
    Result<Json> j = readJson(body, "sheet");
    return j && j->is_object() ? std::move(j).value() : Json::object();
}
std::vector<int> wholes(const Json& j, const char* key) {
    std::vector<int> out;
    for (const Json& one : listOf(j, key))
        if (one.is_number() && std::abs(one.get<double>()) < 1e6)
            out.push_back(static_cast<int>(one.get<double>()));
    return out;
}

constexpr const char* kAreas[] = {"machine", "straps-and-rollers", "air-and-fuel", "people"};
constexpr const char* kUses[] = {"road", "race", "saw", "scooter", "sled"};
constexpr const char* kResults[] = {"open", "better", "no-change", "worse"};

} // namespace

std::string sheetBody(const MachineSheet& sheet) {
    Json values = Json::object();
    for (const auto& [key, value] : sheet.values)
        if (!value.empty())
            values[key] = value;
    return writeJson({{"kind", machineKindId(sheet.kind)}, {"cylinders", sheet.cylinders}, {"values", values}});
}

MachineSheet machineSheetOf(const std::string& body) {
    const Json j = parsed(body);
    MachineSheet out;
    out.kind = parseMachineKind(textOf(j, "kind")).value_or(out.kind);
    out.cylinders = wholeOf(j, "cylinders", 1, 12, 1);
    if (j.contains("values") && j["values"].is_object())
        for (const auto& [key, value] : j["values"].items())
            if (value.is_string())
                out.values[key] = value.get<std::string>();
    return out;
}

namespace {

Json roundJson(const WalkRound& round) {
    Json lines = Json::array();
    for (const WalkLine& l : round.lines)
        lines.push_back({{"key", l.key},
                         {"words", l.words},
                         {"area", kAreas[static_cast<std::size_t>(l.area)]},
                         {"safety", l.safety},
                         {"unit", l.unit},
                         {"low", orNull(l.low)},
                         {"high", orNull(l.high)},
                         {"ticked", l.ticked},
                         {"value", orNull(l.value)},
                         {"place", l.place},
                         {"reason", l.reason},
                         {"who", l.who},
                         {"when", l.when},
                         {"after_first_pull", l.afterFirstPull}});
    return {{"day", round.day}, {"lines", lines}};
}

WalkRound roundFrom(const Json& sheet) {
    WalkRound out;
    out.day = textOf(sheet, "day");
    for (const Json& j : listOf(sheet, "lines"))
        out.lines.push_back({textOf(j, "key"), textOf(j, "words"), enumNamed<WalkArea>(textOf(j, "area"), kAreas),
                             flagOf(j, "safety"), textOf(j, "unit"), numberOf(j, "low"), numberOf(j, "high"),
                             flagOf(j, "ticked"), numberOf(j, "value"), textOf(j, "place"), textOf(j, "reason"),
                             textOf(j, "who"), textOf(j, "when"), flagOf(j, "after_first_pull")});
    return out;
}

} // namespace

std::string sheetBody(const WalkRound& round, const std::vector<WalkRound>& earlier) {
    Json out = roundJson(round);
    Json before = Json::array();
    for (const WalkRound& one : earlier)
        before.push_back(roundJson(one));
    out["earlier"] = std::move(before);
    return writeJson(out);
}

WalkRound walkRoundOf(const std::string& body) {
    return roundFrom(parsed(body));
}

std::vector<WalkRound> earlierRoundsOf(const std::string& body) {
    const Json sheet = parsed(body);
    std::vector<WalkRound> out;
    for (const Json& one : listOf(sheet, "earlier"))
        out.push_back(roundFrom(one));
    return out;
}

std::string sheetBody(const SittingSheet& sheet) {
    Json keys = Json::object();
    for (const auto& [key, value] : sheet.keys)
        keys[key] = value;
    Json limits = Json::object();
    for (const auto& [name, value] : sheet.limits)
        limits[name] = value;
    return writeJson({{"procedure", sheet.procedure ? Json(procedureText(*sheet.procedure)) : Json(nullptr)},
                      {"keys", keys},
                      {"limits", limits}});
}

const std::vector<NamedLimit>& namedLimits() {
    static const std::vector<NamedLimit> limits{{"lean_afr", &GuardLimits::leanAfr},
                                                {"exhaust_c", &GuardLimits::exhaustC},
                                                {"coolant_c", &GuardLimits::coolantC},
                                                {"overspeed_rpm", &GuardLimits::overspeedRpm},
                                                {"roller_rad_s", &GuardLimits::rollerRadS}};
    return limits;
}

SittingSheet sittingSheetOf(const std::string& body) {
    const Json j = parsed(body);
    SittingSheet out;
    out.procedure = parseProcedure(textOf(j, "procedure"));
    if (j.contains("keys") && j["keys"].is_object())
        for (const auto& [key, value] : j["keys"].items())
            if (value.is_string())
                out.keys.emplace_back(key, value.get<std::string>());
    const Json& limits = objectOf(j, "limits");
    constexpr double kMost = 1e5;
    for (const NamedLimit& known : namedLimits())
        if (const auto value = numberOf(limits, known.name); value && *value >= 0. && *value < kMost)
            out.limits.emplace_back(known.name, *value);
    return out;
}

std::string sheetBody(const FaultHunt& hunt) {
    Json swaps = Json::array();
    for (const HuntSwap& s : hunt.swaps)
        swaps.push_back({{"parts", s.parts},
                         {"what", s.what},
                         {"result", kResults[static_cast<std::size_t>(s.result)]},
                         {"left_in", s.leftIn},
                         {"put_back", s.putBack},
                         {"pulls", s.pulls},
                         {"note", s.note},
                         {"when", s.when},
                         {"after_pull", s.afterPull ? Json(*s.afterPull) : Json(nullptr)}});
    return writeJson({{"symptom", hunt.symptom}, {"suspects", hunt.suspects}, {"swaps", swaps}, {"found", hunt.found}});
}

FaultHunt faultHuntOf(const std::string& body) {
    constexpr int kMostPulls = 1000000;
    const Json j = parsed(body);
    FaultHunt out{textOf(j, "symptom"), textsOf(j, "suspects"), {}, textOf(j, "found")};
    for (const Json& s : listOf(j, "swaps"))
        out.swaps.push_back(
            {textsOf(s, "parts"), textOf(s, "what"), enumNamed<HuntResult>(textOf(s, "result"), kResults),
             flagOf(s, "left_in"), flagOf(s, "put_back"), wholes(s, "pulls"), textOf(s, "note"), textOf(s, "when"),
             numberOf(s, "after_pull") ? std::optional(wholeOf(s, "after_pull", 0, kMostPulls, 0)) : std::nullopt});
    return out;
}

std::string sheetBody(const std::vector<PutBackStep>& steps) {
    Json rows = Json::array();
    for (const PutBackStep& s : steps)
        rows.push_back({{"part", s.part},
                        {"side", s.side},
                        {"orientation", s.orientation},
                        {"torque_nm", orNull(s.torqueNm)},
                        {"thread_lock", s.threadLock},
                        {"note", s.note},
                        {"back", s.back},
                        {"who", s.who},
                        {"when", s.when}});
    return writeJson({{"steps", rows}});
}

std::vector<PutBackStep> putBackOf(const std::string& body) {
    std::vector<PutBackStep> out;
    const Json sheet = parsed(body);
    for (const Json& s : listOf(sheet, "steps"))
        out.push_back({textOf(s, "part"), textOf(s, "side"), textOf(s, "orientation"), numberOf(s, "torque_nm"),
                       textOf(s, "thread_lock"), textOf(s, "note"), flagOf(s, "back"), textOf(s, "who"),
                       textOf(s, "when")});
    return out;
}

std::string sheetBody(const DayPlan& plan) {
    return writeJson({{"setups", plan.setups},
                      {"order", plan.order},
                      {"refuel_after", plan.refuelAfter},
                      {"cool_after", plan.coolAfter},
                      {"made_after_pull", plan.madeAfterPull},
                      {"text", plan.text}});
}

std::string sheetBody(const JudgingSheet& sheet) {
    Json points = Json::array();
    for (const auto& [place, weight] : sheet.drawn.points)
        points.push_back({place, weight});
    return writeJson(
        {{"mixture_target", sheet.target ? Json{sheet.target->richAfr, sheet.target->leanAfr} : Json(nullptr)},
         {"use", sheet.use ? Json(kUses[static_cast<std::size_t>(*sheet.use)]) : Json(nullptr)},
         {"drawn", points},
         {"drawn_over", axisText(sheet.drawnOver)},
         {"ride", sheet.ride},
         {"repeatability_pct", sheet.repeatabilityPct ? Json(*sheet.repeatabilityPct) : Json(nullptr)},
         {"history", sheet.withoutHistory ? "left out" : "used"},
         {"reference", sheet.reference}});
}

JudgingSheet judgingSheetOf(const std::string& body) {
    const Json j = parsed(body);
    JudgingSheet out;
    const auto pairOf = [](const Json& p) -> std::optional<std::pair<double, double>> {
        if (!p.is_array() || p.size() != 2 || !p[0].is_number() || !p[1].is_number())
            return std::nullopt;
        return std::pair(p[0].get<double>(), p[1].get<double>());
    };
    if (j.contains("mixture_target"))
        if (const auto p = pairOf(j["mixture_target"]); p && p->first > 5. && p->second > p->first && p->second < 25.)
            out.target = MixtureTarget{p->first, p->second};
    if (const std::string use = textOf(j, "use"); !use.empty())
        if (std::find(std::begin(kUses), std::end(kUses), use) != std::end(kUses))
            out.use = enumNamed<UseKind>(use, kUses);
    for (const Json& one : listOf(j, "drawn"))
        if (const auto p = pairOf(one); p && p->second >= 0. && p->second <= 1e3 &&
                                        (out.drawn.points.empty() || p->first > out.drawn.points.back().first))
            out.drawn.points.push_back(*p);
    out.drawnOver = parseAxis(textOf(j, "drawn_over")).value_or(CurveAxis::EngineSpeed);
    out.ride = textOf(j, "ride");
    if (const auto pct = numberOf(j, "repeatability_pct"); pct && *pct > 0. && *pct <= 50.)
        out.repeatabilityPct = pct;
    out.withoutHistory = textOf(j, "history") == "left out";
    out.reference = textOf(j, "reference");
    return out;
}

namespace {
/// Parts of a note and the keys they stand under.
struct NotedPart {
    std::optional<KnownSpread> BenchKnowledge::*part;
    const char *pct, *freedom;
};
constexpr NotedPart kNotedParts[] = {{&BenchKnowledge::pull, "pct", "freedom"},
                                     {&BenchKnowledge::fitting, "fitting_pct", "fitting_freedom"},
                                     {&BenchKnowledge::day, "day_pct", "day_freedom"},
                                     {&BenchKnowledge::tilt, "tilt_pct", "tilt_freedom"},
                                     {&BenchKnowledge::shape, "shape_pct", "shape_freedom"}};
/// Of notes from before the freedom was noted: two setups' means were taken out.
constexpr int kMeansTakenOut = 2;

double rounded(double value) {
    return std::round(value * 1000.) / 1000.;
}
} // namespace

std::string sheetBody(const RepeatabilityNote& note) {
    Json out{{"bench", note.bench},
             {"machine", note.machine},
             {"kind", note.kind},
             {"pulls", note.pulls},
             {"last", note.last}};
    for (const NotedPart& p : kNotedParts)
        if (const auto& spread = note.told.*p.part) {
            out[p.pct] = rounded(100. * spread->sd);
            out[p.freedom] = rounded(spread->freedom);
        }
    return writeJson(out);
}

RepeatabilityNote repeatabilityNoteOf(const std::string& body) {
    const Json j = parsed(body);
    RepeatabilityNote out{
        textOf(j, "bench"), textOf(j, "machine"), textOf(j, "kind"), {}, wholeOf(j, "pulls", 0, 1000000, 0),
        textOf(j, "last")};
    if (out.last.empty())
        out.last = textOf(j, "day");
    for (const NotedPart& p : kNotedParts) {
        const double pct = numberOf(j, p.pct).value_or(0.);
        const double freedom = numberOf(j, p.freedom).value_or(std::max(out.pulls - kMeansTakenOut, 1));
        constexpr double kMostPct = 50.;
        if (pct > 0. && pct < kMostPct && freedom > 0.)
            out.told.*p.part = KnownSpread{pct / 100., freedom};
    }
    return out;
}

DayPlan dayPlanOf(const std::string& body) {
    const Json j = parsed(body);
    DayPlan out;
    out.setups = textsOf(j, "setups");
    out.order = wholes(j, "order");
    out.refuelAfter = wholes(j, "refuel_after");
    out.coolAfter = wholes(j, "cool_after");
    out.madeAfterPull = wholeOf(j, "made_after_pull", 0, 1000000, 0);
    out.text = textOf(j, "text");
    return out;
}

} // namespace jr
