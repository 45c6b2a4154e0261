// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/known_benches.h"

#include <QCoreApplication>

#include <algorithm>

namespace jr::app {

Result<Done> knowBench(Archive& archive, BenchRecord record) {
    constexpr std::size_t kMostBenches = 200; // a line with a new name every minute is no row of benches
    const auto known = archive.benches();
    if (!known)
        return known.error();
    bool isNew = true;
    for (const BenchRecord& b : *known)
        if (b.name == record.name) {
            isNew = false;
            for (const auto& fact : b.facts)
                if (std::none_of(record.facts.begin(), record.facts.end(),
                                 [&](const auto& told) { return told.first == fact.first; }))
                    record.facts.push_back(fact);
        }
    if (isNew && known->size() >= kMostBenches)
        return Error{
            QCoreApplication::translate("KnownBenches", "%1 benches are known already; this one is used, but not kept.")
                .arg(known->size())
                .toStdString()};
    const auto kept = archive.saveBench(record);
    return kept ? Result<Done>(Done{}) : kept.error();
}

BenchOfDay benchOnDay(const BenchRecord& bench, const std::vector<CalibrationRecord>& history, const std::string& day) {
    constexpr std::size_t kDate = 10; // "2026-05-02"
    BenchOfDay out;
    for (const auto& [key, value] : bench.facts)
        out.facts[key] = value;
    std::map<std::string, std::string> made; // by kind: the newest up to the day
    for (auto it = history.rbegin(); it != history.rend(); ++it) {
        const std::string on = it->made.substr(0, kDate);
        if (it->kind == "drag-with-machine" || (!day.empty() && on > day.substr(0, kDate)))
            continue;
        for (const auto& [key, value] : it->facts)
            out.facts[key] = value;
        made[it->kind] = on;
    }
    for (const auto& [kind, on] : made)
        out.calibrated.push_back(kind + " " + on);
    return out;
}

std::map<std::string, CalibratedFacts> calibratedFacts(const Archive& archive) {
    std::map<std::string, CalibratedFacts> out;
    const auto known = archive.benches();
    if (!known)
        return out;
    for (const BenchRecord& b : *known) {
        const auto history = archive.calibrations(b.id);
        if (!history)
            continue;
        for (auto it = history->rbegin(); it != history->rend(); ++it)
            if (it->kind != "drag-with-machine")
                for (const auto& [key, value] : it->facts)
                    out[b.name][key] = value;
    }
    return out;
}

} // namespace jr::app
