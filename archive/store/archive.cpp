// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/archive.h"

#include "archive/disk/copy_name.h"
#include "archive/formats/json_text.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive_words.h"
#include "archive/store/schema.h"

#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QtEndian>

#include <limits>
#include <map>

namespace jr {

Result<std::string> pullFileTextOf(const PackedTrace& kept) {
    std::string text = unpacked(kept.raw);
    if (text.empty())
        return Error{Message{"store.trace-damaged"}, kept.mirror};
    return text;
}

Result<Trace> traceOf(const PackedTrace& kept) {
    const Result<std::string> text = pullFileTextOf(kept);
    return text ? readPullFile(*text, kept.mirror) : Result<Trace>(text.error());
}

QByteArray packed(const std::string& text) {
    // Zlib's quick level: half as much time as the usual one for a tenth more bytes (perf/README.md).
    constexpr int kQuick = 3;
    return qCompress(reinterpret_cast<const uchar*>(text.data()), static_cast<qsizetype>(text.size()), kQuick);
}

std::string unpacked(const QByteArray& raw) {
    // The length stands in front; a damaged one must not ask for gigabytes.
    constexpr quint32 kLargest = 512u << 20;
    if (raw.size() < 5 || qFromBigEndian<quint32>(raw.constData()) > kLargest)
        return {};
    const QByteArray bytes = qUncompress(raw);
    return std::string(bytes.constData(), static_cast<std::size_t>(bytes.size()));
}

Result<std::unique_ptr<Archive>> Archive::openDatabase(const QString& folder, const QString& file, bool* damaged) {
    Result<std::unique_ptr<Database>> db = Database::open(folder + QLatin1Char('/') + file, damaged);
    if (!db)
        return db.error();
    if (const Result<Done> schema = bringToSchema(**db); !schema) {
        if (damaged)
            *damaged = (*db)->damaged();
        return schema.error();
    }
    return std::unique_ptr<Archive>(new Archive(folder, std::move(db).value()));
}

bool Archive::standsIn(const QString& folder) {
    const QDir dir(folder);
    return dir.exists() && (dir.exists(QStringLiteral("jolly-ram.sqlite")) || dir.exists(QStringLiteral("pulls")));
}

Result<std::unique_ptr<Archive>> Archive::open(const QString& folder, bool* damaged) {
    QDir dir(folder);
    const std::string name = folder.toStdString();
    if (QFileInfo(folder).exists() && !QFileInfo(folder).isDir())
        return Error{Message{"store.is-a-file"}, name};
    // A second copy is told by its list; opened as an archive it would be written to and be a copy no longer.
    if (QFileInfo::exists(folder + QLatin1String(kSecondCopyList)))
        return Error{Message{"store.is-a-copy"}, name};
    if (QFileInfo::exists(folder + QLatin1String(kUnfinishedRestore)))
        return Error{Message{"store.unfinished-restore"}, name};
    if (!dir.exists() && !QDir().mkpath(folder))
        return Error{Message{"store.no-folder"}, name};
    const QString path = dir.filePath(QStringLiteral("jolly-ram.sqlite"));
    if (!QFileInfo(folder).isWritable() || (QFileInfo::exists(path) && !QFileInfo(path).isWritable()))
        return Error{Message{"store.folder-read-only"}, name};
    // Two programs that open a new archive at once must not both make its tables.
    WriterLock::Shared mine;
    const Result<WriterLock> lock = WriterLock::take(dir.absolutePath(), "opening", mine);
    if (!lock)
        return lock.error();
    Result<std::unique_ptr<Archive>> archive =
        openDatabase(dir.absolutePath(), QStringLiteral("jolly-ram.sqlite"), damaged);
    if (!archive)
        return archive.error();
    if (!dir.mkpath(QStringLiteral("pulls")))
        return Error{Message{"store.no-folder-for-pulls"}, name};
    return archive;
}

Result<WriterLock> Archive::writing(const char* what) const {
    return WriterLock::take(m_folder, what, m_lock);
}

Result<JobRecord> Archive::job(const std::string& jobId) const {
    JobRecord out;
    const auto head = m_db->query(QStringLiteral("SELECT job.name, coalesce(machine.name, ''), job.created, "
                                                 "job.folder, job.revision FROM job LEFT JOIN machine"
                                                 " ON machine.id = job.machine_id WHERE job.id = ?"),
                                  {q(jobId)});
    if (!head)
        return head.error();
    if (head->empty())
        return Error{Message{"store.no-job"}};
    out.id = jobId;
    out.name = s(head->front()[0]);
    out.machine = s(head->front()[1]);
    out.created = s(head->front()[2]);
    out.folder = s(head->front()[3]);
    out.revision = head->front()[4].toLongLong();
    const auto setups = m_db->query(
        QStringLiteral(
            "SELECT id, name, coalesce(parent_id, ''), mark FROM setup WHERE job_id = ? ORDER BY mark, name"),
        {q(jobId)});
    const auto changes =
        m_db->query(QStringLiteral("SELECT c.setup_id, c.part, c.from_text, c.to_text, "
                                   "c.weight_off_kg, c.weight_on_kg, c.price, c.hours, c.note,"
                                   " c.belongs, c.cylinder FROM setup_change c JOIN setup s ON s.id = c.setup_id"
                                   " WHERE s.job_id = ? ORDER BY c.id"),
                    {q(jobId)});
    const auto pulls = m_db->query(QStringLiteral("SELECT id, setup_id, sitting_id, number, started, started_s, "
                                                  "source, mirror, aside, aside_why, sha256 FROM pull"
                                                  " WHERE job_id = ? ORDER BY number"),
                                   {q(jobId)});
    const auto overrules = m_db->query(
        QStringLiteral(
            "SELECT o.pull_id, o.kind, o.at_s FROM flag_overrule o JOIN pull p ON p.id = o.pull_id WHERE p.job_id = ?"),
        {q(jobId)});
    const auto compared =
        m_db->query(QStringLiteral("SELECT base_setup, with_setup, standard, worth_pct, axis, "
                                   "band_from, band_to, detail, places_axis FROM comparison WHERE job_id = ?"),
                    {q(jobId)});
    for (const auto* r : {&setups, &changes, &pulls, &overrules, &compared})
        if (!*r)
            return r->error();
    std::map<QString, std::vector<const Row*>> changesOf; // by setup
    for (const Row& c : *changes)
        changesOf[c[0].toString()].push_back(&c);
    for (const Row& r : *setups) {
        SetupRecord setup{s(r[0]), s(r[1]), s(r[2]), r[3].toInt(), {}};
        for (const Row* row : changesOf[r[0].toString()]) {
            const Row& c = *row;
            setup.changes.push_back({s(c[1]), s(c[2]), s(c[3]), maybe(c[4]), maybe(c[5]), maybe(c[6]), maybe(c[7]),
                                     s(c[8]), c[9].toBool(), c[10].toInt()});
        }
        out.setups.push_back(std::move(setup));
    }
    std::map<QString, std::vector<FlagOverrule>> overrulesOf; // by pull
    for (const Row& o : *overrules)
        if (FlagKind kind{}; parseFlagKind(s(o[1]), kind))
            overrulesOf[o[0].toString()].push_back(
                {kind, o[2].isNull() ? std::numeric_limits<double>::quiet_NaN() : o[2].toDouble()});
    for (const Row& r : *pulls)
        out.pulls.push_back({s(r[0]), s(r[1]), s(r[2]), r[3].toInt(), s(r[4]), maybe(r[5]), s(r[6]), s(r[7]), s(r[10]),
                             r[8].toBool(), s(r[9]), overrulesOf[r[0].toString()]});
    if (!compared->empty()) {
        const Row& r = compared->front();
        out.comparison = ComparisonRecord{s(r[0]),     s(r[1]),     s(r[2]),         r[3].toDouble(), s(r[4]),
                                          maybe(r[5]), maybe(r[6]), r[7].toDouble(), s(r[8])};
    }
    if (const Result<Done> sheets = fillSheets(out); !sheets)
        return sheets.error();
    return out;
}

Result<Trace> Archive::trace(const std::string& pullId) const {
    const auto rows = m_db->query(QStringLiteral("SELECT raw, mirror FROM pull WHERE id = ?"), {q(pullId)});
    if (!rows)
        return rows.error();
    if (rows->empty())
        return Error{Message{"store.no-pull"}};
    return traceOf(PackedTrace{pullId, rows->front()[0].toByteArray(), s(rows->front()[1])});
}

Result<std::vector<PackedTrace>> Archive::packedTraces(const std::string& jobId) const {
    const auto rows =
        m_db->query(QStringLiteral("SELECT id, raw, mirror FROM pull WHERE job_id = ? ORDER BY number"), {q(jobId)});
    if (!rows)
        return rows.error();
    std::vector<PackedTrace> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), r[1].toByteArray(), s(r[2])});
    return out;
}

Result<std::vector<SavedMapping>> Archive::mappings() const {
    const auto rows = m_db->query(QStringLiteral("SELECT name, signature, columns FROM mapping ORDER BY name"));
    if (!rows)
        return rows.error();
    std::vector<SavedMapping> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), s(r[1]), s(r[2])});
    return out;
}

Result<Done> Archive::saveMapping(const SavedMapping& m) {
    const Result<WriterLock> lock = writing("keeping a layout");
    if (!lock)
        return lock.error();
    return m_db->run(QStringLiteral("INSERT OR REPLACE INTO mapping (name, signature, columns) VALUES (?, ?, ?)"),
                     {q(m.name), q(m.signature), q(m.columns)});
}

Result<std::string> Archive::beginImport(const std::vector<std::string>& files) {
    const Result<WriterLock> lock = writing("an import");
    if (!lock)
        return lock.error();
    const std::string id = newId();
    const auto done =
        m_db->run(QStringLiteral("INSERT INTO import_run (id, started, files) VALUES (?, ?, ?)"),
                  {q(id), QDateTime::currentDateTimeUtc().toString(Qt::ISODate), q(writeJson(Json(files)))});
    if (!done)
        return done.error();
    return id;
}

Result<Done> Archive::endImport(const std::string& importId) {
    const Result<WriterLock> lock = writing("an import");
    if (!lock)
        return lock.error();
    return m_db->run(QStringLiteral("UPDATE import_run SET finished = 1 WHERE id = ?"), {q(importId)});
}

Result<Done> Archive::forgetUnfinished() {
    const Result<WriterLock> lock = writing("an import");
    if (!lock)
        return lock.error();
    return m_db->run(QStringLiteral("UPDATE import_run SET finished = 1 WHERE finished = 0"));
}

} // namespace jr
