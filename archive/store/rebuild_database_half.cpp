// SPDX-License-Identifier: GPL-3.0-or-later
// What the database records, held against the open files: each damaged half is put right from the one that verifies.
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive_words.h"
#include "archive/store/bench_file.h"
#include "archive/store/pull_halves.h"
#include "archive/store/rebuilder.h"
#include "core/every_core.h"

#include <QFileInfo>

#include <algorithm>

namespace jr {

/// benches.json and the database: what either lacks comes from the other.
Result<Done> Rebuilder::benches() {
    const std::string path = (m_archive.m_folder + QStringLiteral("/benches.json")).toStdString();
    const bool there = QFileInfo::exists(q(path));
    if (!there) {
        const auto known = m_archive.benches();
        if (!known)
            return known.error();
        return known->empty() ? Result<Done>(Done{}) : m_archive.changeBenches([]() -> Result<Done> { return Done{}; });
    }
    const Result<BenchFile> file = loadTornBenchFile(path);
    if (!file || !file->whole) {
        // The database writes it anew; what stood there is set away by name.
        const Result<std::string> away = setAway(path);
        if (!away)
            return away.error();
        m_out.setAway.push_back(*away);
    }
    const Result<std::string> before = m_archive.benchFileText();
    if (!before)
        return before.error();
    if (file && benchFileText(*file) == *before)
        return Done{};
    return m_archive.changeBenches([&]() -> Result<Done> {
        if (!file)
            return Done{};
        for (const auto& [bench, history] : file->benches) {
            const auto known =
                m_archive.m_db->query(QStringLiteral("SELECT id FROM bench WHERE name = ?"), {q(bench.name)});
            if (!known)
                return known.error();
            std::string id = known->empty() ? bench.id.empty() ? newId() : bench.id : s(known->front()[0]);
            if (known->empty()) {
                const auto taken = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM bench WHERE id = ?"), {q(id)});
                if (!taken)
                    return taken.error();
                if (!taken->empty())
                    id = newId();
                if (const auto made = m_archive.m_db->run(
                        QStringLiteral("INSERT INTO bench (id, name, address, facts) VALUES (?, ?, ?, ?)"),
                        {q(id), q(bench.name), q(bench.address), q(factsText(bench.facts))});
                    !made)
                    return made;
            }
            for (const CalibrationRecord& c : history)
                if (const auto made = m_archive.m_db->run(
                        QStringLiteral("INSERT OR IGNORE INTO calibration (id, bench_id, kind, made, due, facts, note)"
                                       " VALUES (?, ?, ?, ?, ?, ?, ?)"),
                        {q(c.id), q(id), q(c.kind), q(c.made), q(c.due), q(factsText(c.facts)), q(c.note)});
                    !made)
                    return made;
        }
        return Done{};
    });
}

Result<Done> Rebuilder::databaseHalf() {
    const auto ids = m_archive.m_db->query(QStringLiteral("SELECT id, mirror FROM pull ORDER BY job_id, number"));
    if (!ids)
        return ids.error();
    for (const Row& r : *ids)
        m_mirrors.insert(s(r[1]));
    // Files that no record names, by their checksum: where a mirror that is missing may have been moved to.
    std::vector<std::string> loose;
    for (const std::string& path : filesBelow(m_archive.m_folder, QStringLiteral(".pull.csv")))
        if (!m_mirrors.contains(path))
            loose.push_back(path);
    m_all += static_cast<int>(ids->size() + loose.size());
    std::vector<std::string> checksums(loose.size());
    onEveryCore(loose.size(), 1, [&](std::size_t i) {
        if (const Result<std::string> bytes = readBytes(m_archive.m_folder.toStdString() + "/" + loose[i]))
            checksums[i] = sha256(*bytes);
    });
    for (std::size_t i = 0; i < loose.size(); ++i)
        if (!checksums[i].empty())
            m_byChecksum.emplace(checksums[i], loose[i]);
    for (const Row& r : *ids) {
        if (const Result<Done> mended = mend(s(r[0])); !mended)
            return mended;
        if (!goOn())
            break;
    }
    return Done{};
}

Result<Done> Rebuilder::mend(const std::string& pullId) {
    Result<PullHalves> read = readHalves(*m_archive.m_db, m_archive.m_folder, pullId);
    if (!read)
        return read.error();
    PullHalves& halves = read.value();
    const auto db = [&](const char* sql, const QVariantList& values) {
        return m_archive.m_db->run(QLatin1String(sql), values);
    };
    // A mirror that was moved: the same bytes lie elsewhere.
    if (!halves.fileWhole) {
        const std::string wanted = halves.traceWhole ? sha256(halves.text) : halves.sha256;
        if (const auto moved = m_byChecksum.find(wanted); !wanted.empty() && moved != m_byChecksum.end()) {
            const bool wrongThere = halves.fileThere && !halves.absolute.empty();
            if (wrongThere) {
                const Result<std::string> away = setAway(halves.absolute);
                if (!away)
                    return away.error();
                m_out.setAway.push_back(*away);
            }
            if (const auto done = db("UPDATE pull SET mirror = ? WHERE id = ?", {q(moved->second), q(pullId)}); !done)
                return done;
            m_mirrors.insert(moved->second);
            m_byChecksum.erase(moved);
            read = readHalves(*m_archive.m_db, m_archive.m_folder, pullId);
            if (!read)
                return read.error();
        }
    }
    if (halves.traceWhole && !halves.fileWhole) {
        if (halves.absolute.empty()) { // its path was refused: a new one in its job's folder
            const auto job =
                m_archive.m_db->query(QStringLiteral("SELECT job_id, number FROM pull WHERE id = ?"), {q(pullId)});
            if (!job)
                return job.error();
            const Result<QString> folder = m_archive.folderOfJob(s(job->front()[0]));
            if (!folder)
                return folder.error();
            const QString mirror = *folder + QStringLiteral("/%1-%2.pull.csv")
                                                 .arg(job->front()[1].toInt(), 4, 10, QLatin1Char('0'))
                                                 .arg(PathName::encoded(pullId).text());
            const Result<InnerPath> path = InnerPath::below(m_archive.m_folder, mirror);
            if (!path)
                return path.error();
            if (const auto done = db("UPDATE pull SET mirror = ? WHERE id = ?", {mirror, q(pullId)}); !done)
                return done;
            halves.mirror = mirror.toStdString();
            halves.absolute = path->absolute().toStdString();
            halves.fileThere = QFileInfo::exists(path->absolute());
            m_mirrors.insert(halves.mirror);
        }
        if (halves.fileThere) {
            const Result<std::string> away = setAway(halves.absolute);
            if (!away)
                return away.error();
            m_out.setAway.push_back(*away);
        }
        const std::string folder = halves.absolute.substr(0, halves.absolute.rfind('/'));
        if (const Result<Done> made = makeFolder(folder); !made)
            return made;
        if (const Result<Done> written = writeNewBytes(halves.absolute, halves.text); !written)
            return written;
        ++m_out.filesWritten;
    } else if (!halves.traceWhole && halves.fileWhole) {
        const Result<Done> done = m_archive.m_db->transaction([&]() -> Result<Done> {
            if (const auto may = db("INSERT OR REPLACE INTO repair (pull_id) VALUES (?)", {q(pullId)}); !may)
                return may;
            if (const auto put = db("UPDATE pull SET raw = ? WHERE id = ?", {packed(halves.file), q(pullId)}); !put)
                return put;
            // A record that was kept for a lost file did not know when the pull was made.
            if (const Result<PullHeader> header = readPullHeader(halves.file, halves.mirror))
                if (const auto when = db("UPDATE pull SET started = ?, started_s = ? WHERE id = ? AND started = ''",
                                         {q(header->started), nullable(header->startedEpochS), q(pullId)});
                    !when)
                    return when;
            return db("DELETE FROM repair WHERE pull_id = ?", {q(pullId)});
        });
        if (!done)
            return done;
        ++m_out.tracesMended;
    }
    // The checksum, where there was none yet or it was itself what was damaged.
    const std::string& text = halves.traceWhole ? halves.text : halves.file;
    if ((halves.traceWhole || halves.fileWhole) && sha256(text) != halves.sha256)
        return db("UPDATE pull SET sha256 = ? WHERE id = ?", {q(sha256(text)), q(pullId)});
    return Done{};
}

} // namespace jr
