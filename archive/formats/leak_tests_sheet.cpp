// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/leak_tests_sheet.h"

#include "archive/formats/enum_names.h"
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {
namespace {

constexpr const char* kLeakKinds[] = {"intake", "crankcase"};

Json windowJson(const LeakWindow& w) {
    return {{"start_from_kpa", w.startFromKpa},
            {"start_to_kpa", w.startToKpa},
            {"least_minutes", w.leastMinutes},
            {"most_loss_kpa_per_min", w.mostLossKpaPerMin}};
}

LeakWindow windowFrom(const Json& j, const LeakWindow& usual) {
    LeakWindow out = usual;
    const auto take = [&](const char* key, double& value) {
        if (const auto v = numberOf(j, key); v && *v > 0. && *v < 1000.)
            value = *v;
    };
    take("start_from_kpa", out.startFromKpa);
    take("start_to_kpa", out.startToKpa);
    take("least_minutes", out.leastMinutes);
    take("most_loss_kpa_per_min", out.mostLossKpaPerMin);
    return out.startFromKpa < out.startToKpa ? out : usual;
}

} // namespace

std::string sheetBody(const LeakTests& tests) {
    Json list = Json::array();
    for (const LeakTest& t : tests.tests)
        list.push_back({{"kind", kLeakKinds[static_cast<std::size_t>(t.kind)]},
                        {"setup", t.setup},
                        {"fitting", t.fitting},
                        {"start_kpa", t.startKpa},
                        {"held_kpa", t.heldKpa},
                        {"minutes", t.minutes},
                        {"where", t.where},
                        {"who", t.who},
                        {"when", t.when}});
    return writeJson({{"tests", list},
                      {"windows", {{"intake", windowJson(tests.intake)}, {"crankcase", windowJson(tests.crankcase)}}}});
}

LeakTests leakTestsOf(const std::string& body) {
    const Result<Json> read = readJson(body, "leak tests");
    const Json j = read && read->is_object() ? *read : Json::object();
    constexpr int kMostFittings = 100000;
    LeakTests out;
    for (const Json& t : listOf(j, "tests")) {
        const auto start = numberOf(t, "start_kpa"), held = numberOf(t, "held_kpa"), minutes = numberOf(t, "minutes");
        if (!start || !held || !minutes || !(*start > 0.) || !(*minutes > 0.))
            continue;
        out.tests.push_back({enumNamed<LeakKind>(textOf(t, "kind"), kLeakKinds), textOf(t, "setup"),
                             wholeOf(t, "fitting", 0, kMostFittings, 0), *start, *held, *minutes, textOf(t, "where"),
                             textOf(t, "who"), textOf(t, "when")});
    }
    const Json& windows = objectOf(j, "windows");
    out.intake = windowFrom(objectOf(windows, "intake"), out.intake);
    out.crankcase = windowFrom(objectOf(windows, "crankcase"), out.crankcase);
    return out;
}

} // namespace jr
