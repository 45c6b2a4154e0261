// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/work_order_sheet.h"

#include "archive/formats/enum_names.h"
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

#include <cmath>

namespace jr {
namespace {

constexpr const char* kFits[] = {"not-looked", "good", "wrong"};
constexpr const char* kStates[] = {"awaited", "here", "missing", "substituted"};

} // namespace

std::string sheetBody(const WorkOrder& order) {
    Json fit = Json::array(), kit = Json::array(), guesses = Json::array();
    for (const FitLine& l : order.fit)
        fit.push_back({{"key", l.key},
                       {"words", l.words},
                       {"fit", kFits[static_cast<std::size_t>(l.fit)]},
                       {"what", l.what},
                       {"who", l.who},
                       {"when", l.when}});
    for (const KitLine& l : order.kit)
        kit.push_back(
            {{"part", l.part}, {"state", kStates[static_cast<std::size_t>(l.state)]}, {"instead", l.instead}});
    for (const Guess& g : order.guesses)
        guesses.push_back({{"who", g.who}, {"gain_pct", g.gainPct}, {"made", g.made}});
    Json looks = Json::array();
    for (const LookAgain& l : order.lookAgain)
        looks.push_back({{"what", l.what}, {"after_km", orNull(l.afterKm)}, {"after_hours", orNull(l.afterHours)}});
    Json outcome;
    if (order.outcome)
        outcome = {{"gain_pct", order.outcome->gainPct},
                   {"low_pct", order.outcome->lowPct},
                   {"high_pct", order.outcome->highPct},
                   {"opened", order.outcome->opened}};
    return writeJson({{"customer", order.customer},
                      {"wants", order.wants},
                      {"complains", order.complains},
                      {"distance_km", orNull(order.distanceKm)},
                      {"hours_run", orNull(order.hoursRun)},
                      {"fit", fit},
                      {"kit_name", order.kitName},
                      {"kit", kit},
                      {"quoted_hours", orNull(order.quotedHours)},
                      {"quoted_price", orNull(order.quotedPrice)},
                      {"used_hours", orNull(order.usedHours)},
                      {"used_price", orNull(order.usedPrice)},
                      {"guesses", guesses},
                      {"outcome", outcome},
                      {"look_again", looks},
                      {"handed_over", order.handedOver}});
}

WorkOrder workOrderOf(const std::string& body) {
    const Result<Json> read = readJson(body, "sheet");
    const Json j = read && read->is_object() ? *read : Json::object();
    WorkOrder out;
    out.customer = textOf(j, "customer");
    out.wants = textOf(j, "wants");
    out.complains = textOf(j, "complains");
    const auto amount = [&](const char* key) {
        const std::optional<double> v = numberOf(j, key);
        return v && *v >= 0. && *v < 1e9 ? v : std::nullopt;
    };
    out.distanceKm = amount("distance_km");
    out.hoursRun = amount("hours_run");
    for (const Json& l : listOf(j, "fit"))
        out.fit.push_back({textOf(l, "key"), textOf(l, "words"), enumNamed<Fit>(textOf(l, "fit"), kFits),
                           textOf(l, "what"), textOf(l, "who"), textOf(l, "when")});
    out.kitName = textOf(j, "kit_name");
    for (const Json& l : listOf(j, "kit"))
        out.kit.push_back({textOf(l, "part"), enumNamed<KitState>(textOf(l, "state"), kStates), textOf(l, "instead")});
    out.quotedHours = amount("quoted_hours");
    out.quotedPrice = amount("quoted_price");
    out.usedHours = amount("used_hours");
    out.usedPrice = amount("used_price");
    for (const Json& g : listOf(j, "guesses"))
        if (const auto pct = numberOf(g, "gain_pct"); pct && std::abs(*pct) < 1000.)
            out.guesses.push_back({textOf(g, "who"), *pct, textOf(g, "made")});
    for (const Json& l : listOf(j, "look_again"))
        if (LookAgain one{textOf(l, "what"), numberOf(l, "after_km"), numberOf(l, "after_hours")}; !one.what.empty())
            out.lookAgain.push_back(std::move(one));
    const Json& outcome = objectOf(j, "outcome");
    const auto gain = numberOf(outcome, "gain_pct"), low = numberOf(outcome, "low_pct"),
               high = numberOf(outcome, "high_pct");
    if (gain && low && high && *low <= *high)
        out.outcome = GuessOutcome{*gain, *low, *high, textOf(outcome, "opened")};
    out.handedOver = textOf(j, "handed_over");
    return out;
}

} // namespace jr
