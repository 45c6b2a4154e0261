// SPDX-License-Identifier: GPL-3.0-or-later
// Benches and calibrations: in the database, and again in benches.json beside it.
#include "archive/disk/safe_file.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "archive/store/bench_file.h"

#include <QFileInfo>

#include <algorithm>

namespace jr {

Result<std::vector<BenchRecord>> Archive::benches() const {
    const auto rows = m_db->query(QStringLiteral("SELECT id, name, address, facts FROM bench ORDER BY name"));
    if (!rows)
        return rows.error();
    std::vector<BenchRecord> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), s(r[1]), s(r[2]), factsFromText(s(r[3]))});
    return out;
}

Result<std::string> Archive::saveBench(const BenchRecord& bench) {
    if (bench.name.empty())
        return Error{Message{"store.bench-without-name"}};
    // Called again and again with the same words: nothing to write.
    const auto known = benches();
    if (!known)
        return known.error();
    for (const BenchRecord& b : *known)
        if (b.name == bench.name && b.address == bench.address && factsText(b.facts) == factsText(bench.facts))
            return b.id;
    std::string id;
    const Result<Done> done = changeBenches([&]() -> Result<Done> {
        const auto found = m_db->query(QStringLiteral("SELECT id FROM bench WHERE name = ?"), {q(bench.name)});
        if (!found)
            return found.error();
        const QString facts = q(factsText(bench.facts));
        if (found->empty()) {
            id = bench.id.empty() ? newId() : bench.id;
            return m_db->run(QStringLiteral("INSERT INTO bench (id, name, address, facts) VALUES (?, ?, ?, ?)"),
                             {q(id), q(bench.name), q(bench.address), facts});
        }
        id = s(found->front()[0]);
        return m_db->run(QStringLiteral("UPDATE bench SET address = ?, facts = ? WHERE id = ?"),
                         {q(bench.address), facts, q(id)});
    });
    if (!done)
        return done.error();
    return id;
}

Result<Done> Archive::addCalibration(const CalibrationRecord& c) {
    return changeBenches([&] {
        return m_db->run(
            QStringLiteral(
                "INSERT INTO calibration (id, bench_id, kind, made, due, facts, note) VALUES (?, ?, ?, ?, ?, ?, ?)"),
            {q(c.id.empty() ? newId() : c.id), q(c.benchId), q(c.kind), q(c.made), q(c.due), q(factsText(c.facts)),
             q(c.note)});
    });
}

Result<std::vector<CalibrationRecord>> Archive::calibrations(const std::string& benchId) const {
    const auto rows =
        m_db->query(QStringLiteral("SELECT id, kind, made, due, facts, note FROM calibration WHERE bench_id = ?"
                                   " ORDER BY made DESC, id"),
                    {q(benchId)});
    if (!rows)
        return rows.error();
    std::vector<CalibrationRecord> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), benchId, s(r[1]), s(r[2]), s(r[3]), factsFromText(s(r[4])), s(r[5])});
    return out;
}

Result<Done> Archive::changeBenches(const std::function<Result<Done>()>& work) {
    return withOpenFile(
        "a bench",
        [&]() -> Result<PreparedFile> {
            if (const Result<Done> worked = work(); !worked)
                return worked.error();
            return prepareBenchFile();
        },
        [](const std::string&) {});
}

Result<std::string> Archive::benchFileText() const {
    const auto all = benches();
    if (!all)
        return all.error();
    BenchFile file;
    for (const BenchRecord& b : *all) {
        const auto history = calibrations(b.id);
        if (!history)
            return history.error();
        file.benches.push_back({b, *history});
    }
    return jr::benchFileText(file);
}

Result<PreparedFile> Archive::prepareBenchFile() const {
    const std::string path = (m_folder + QStringLiteral("/benches.json")).toStdString();
    // A file that names a bench or a calibration the database has not (or that is damaged) is kept beside.
    if (QFileInfo::exists(q(path))) {
        const Result<BenchFile> there = loadBenchFile(path);
        bool covered = there.ok() && there->whole;
        const auto all = benches();
        if (!all)
            return all.error();
        for (std::size_t i = 0; covered && i < there->benches.size(); ++i) {
            const auto& [bench, history] = there->benches[i];
            const BenchRecord* same = nullptr;
            for (const BenchRecord& b : *all)
                if (b.name == bench.name)
                    same = &b;
            covered = same != nullptr;
            if (!covered)
                break;
            const auto kept = calibrations(same->id);
            if (!kept)
                return kept.error();
            for (const CalibrationRecord& c : history)
                covered = covered && std::any_of(kept->begin(), kept->end(),
                                                 [&](const CalibrationRecord& k) { return k.id == c.id; });
        }
        if (!covered) {
            const Result<std::string> away = setAway(path);
            if (!away)
                return away.error();
            if (m_remark)
                m_remark(Remark(Message{"store.benches-set-away", {*away}}));
        }
    }
    const Result<std::string> text = benchFileText();
    if (!text)
        return text.error();
    return PreparedFile::beside(path, *text);
}

} // namespace jr
