#include "archive/formats/job_sheets.h"

#include "core/live/procedure_check.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

using Json = nlohmann::ordered_json;

Json parsed(const std::string& body) {
    Json j = Json::parse(body, nullptr, false);
    return j.is_object() ? j : Json::object();
}
std::string text(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_string() ? j[key].get<std::string>() : std::string();
}
bool flag(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_boolean() && j[key].get<bool>();
}
std::optional<double> number(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_number() ? std::optional(j[key].get<double>()) : std::nullopt;
}
int whole(const Json& j, const char* key, int least, int most, int otherwise) {
    const auto v = number(j, key);
    return v ? static_cast<int>(std::clamp(std::round(*v), static_cast<double>(least), static_cast<double>(most)))
             : otherwise;
}
Json list(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_array() ? j[key] : Json::array();
}
std::vector<std::string> texts(const Json& j, const char* key) {
    std::vector<std::string> out;
    for (const Json& one : list(j, key))
        if (one.is_string())
            out.push_back(one.get<std::string>());
    return out;
}
std::vector<int> wholes(const Json& j, const char* key) {
    std::vector<int> out;
    for (const Json& one : list(j, key))
        if (one.is_number() && std::abs(one.get<double>()) < 1e6)
            out.push_back(static_cast<int>(one.get<double>()));
    return out;
}
Json orNull(const std::optional<double>& v) {
    return v ? Json(*v) : Json(nullptr);
}
std::string dumped(const Json& j) {
    return j.dump(-1, ' ', false, Json::error_handler_t::replace);
}

constexpr const char* kAreas[] = {"machine", "straps-and-rollers", "air-and-fuel", "people"};
constexpr const char* kUses[] = {"road", "race", "saw", "scooter", "sled"};
constexpr const char* kResults[] = {"open", "better", "no-change", "worse"};

template <class Enum, std::size_t N>
Enum named(const std::string& word, const char* const (&names)[N]) {
    for (std::size_t i = 0; i < N; ++i)
        if (word == names[i])
            return static_cast<Enum>(i);
    return Enum{};
}

} // namespace

std::string sheetBody(const MachineSheet& sheet) {
    Json values = Json::object();
    for (const auto& [key, value] : sheet.values)
        if (!value.empty())
            values[key] = value;
    return dumped({{"kind", machineKindId(sheet.kind)}, {"cylinders", sheet.cylinders}, {"values", values}});
}

MachineSheet machineSheetOf(const std::string& body) {
    const Json j = parsed(body);
    MachineSheet out;
    out.kind = parseMachineKind(text(j, "kind")).value_or(out.kind);
    out.cylinders = whole(j, "cylinders", 1, 12, 1);
    if (j.contains("values") && j["values"].is_object())
        for (const auto& [key, value] : j["values"].items())
            if (value.is_string())
                out.values[key] = value.get<std::string>();
    return out;
}

std::string sheetBody(const WalkRound& round) {
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
                         {"when", l.when}});
    return dumped({{"lines", lines}});
}

WalkRound walkRoundOf(const std::string& body) {
    WalkRound out;
    for (const Json& j : list(parsed(body), "lines"))
        out.lines.push_back({text(j, "key"), text(j, "words"), named<WalkArea>(text(j, "area"), kAreas),
                             flag(j, "safety"), text(j, "unit"), number(j, "low"), number(j, "high"), flag(j, "ticked"),
                             number(j, "value"), text(j, "place"), text(j, "reason"), text(j, "who"), text(j, "when")});
    return out;
}

std::string sheetBody(const SittingSheet& sheet) {
    Json keys = Json::object();
    for (const auto& [key, value] : sheet.keys)
        keys[key] = value;
    return dumped(
        {{"procedure", sheet.procedure ? Json(procedureText(*sheet.procedure)) : Json(nullptr)}, {"keys", keys}});
}

SittingSheet sittingSheetOf(const std::string& body) {
    const Json j = parsed(body);
    SittingSheet out;
    out.procedure = parseProcedure(text(j, "procedure"));
    if (j.contains("keys") && j["keys"].is_object())
        for (const auto& [key, value] : j["keys"].items())
            if (value.is_string())
                out.keys.emplace_back(key, value.get<std::string>());
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
                         {"when", s.when}});
    return dumped({{"symptom", hunt.symptom}, {"suspects", hunt.suspects}, {"swaps", swaps}, {"found", hunt.found}});
}

FaultHunt faultHuntOf(const std::string& body) {
    const Json j = parsed(body);
    FaultHunt out{text(j, "symptom"), texts(j, "suspects"), {}, text(j, "found")};
    for (const Json& s : list(j, "swaps"))
        out.swaps.push_back({texts(s, "parts"), text(s, "what"), named<HuntResult>(text(s, "result"), kResults),
                             flag(s, "left_in"), flag(s, "put_back"), wholes(s, "pulls"), text(s, "note"),
                             text(s, "when")});
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
    return dumped({{"steps", rows}});
}

std::vector<PutBackStep> putBackOf(const std::string& body) {
    std::vector<PutBackStep> out;
    for (const Json& s : list(parsed(body), "steps"))
        out.push_back({text(s, "part"), text(s, "side"), text(s, "orientation"), number(s, "torque_nm"),
                       text(s, "thread_lock"), text(s, "note"), flag(s, "back"), text(s, "who"), text(s, "when")});
    return out;
}

std::string sheetBody(const DayPlan& plan) {
    return dumped({{"setups", plan.setups},
                   {"order", plan.order},
                   {"refuel_after", plan.refuelAfter},
                   {"cool_after", plan.coolAfter},
                   {"made_after_pull", plan.madeAfterPull},
                   {"text", plan.text}});
}

std::string sheetBody(const JudgingSheet& sheet) {
    Json points = Json::array();
    for (const auto& [rpm, weight] : sheet.drawn.points)
        points.push_back({rpm, weight});
    return dumped(
        {{"mixture_target", sheet.target ? Json{sheet.target->richAfr, sheet.target->leanAfr} : Json(nullptr)},
         {"use", sheet.use ? Json(kUses[static_cast<std::size_t>(*sheet.use)]) : Json(nullptr)},
         {"drawn", points},
         {"ride", sheet.ride}});
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
    if (const std::string use = text(j, "use"); !use.empty())
        if (std::find(std::begin(kUses), std::end(kUses), use) != std::end(kUses))
            out.use = named<UseKind>(use, kUses);
    for (const Json& one : list(j, "drawn"))
        if (const auto p = pairOf(one); p && p->second >= 0. && p->second <= 1e3 &&
                                        (out.drawn.points.empty() || p->first > out.drawn.points.back().first))
            out.drawn.points.push_back(*p);
    out.ride = text(j, "ride");
    return out;
}

std::string sheetBody(const RepeatabilityNote& note) {
    return dumped({{"bench", note.bench},
                   {"machine", note.machine},
                   {"pct", note.pct},
                   {"pulls", note.pulls},
                   {"day", note.day}});
}

RepeatabilityNote repeatabilityNoteOf(const std::string& body) {
    const Json j = parsed(body);
    return {text(j, "bench"), text(j, "machine"), number(j, "pct").value_or(0.), whole(j, "pulls", 0, 1000000, 0),
            text(j, "day")};
}

DayPlan dayPlanOf(const std::string& body) {
    const Json j = parsed(body);
    DayPlan out;
    out.setups = texts(j, "setups");
    out.order = wholes(j, "order");
    out.refuelAfter = wholes(j, "refuel_after");
    out.coolAfter = wholes(j, "cool_after");
    out.madeAfterPull = whole(j, "made_after_pull", 0, 1000000, 0);
    out.text = text(j, "text");
    return out;
}

} // namespace jr
