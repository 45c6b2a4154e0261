#include "archive/store/archive.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "archive/store/schema.h"
#include "core/judge/sittings.h"

#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QUuid>

#include <map>
#include <set>

namespace jr {
namespace {

using Json = nlohmann::ordered_json;

QString q(const std::string& text) {
    return QString::fromStdString(text);
}
std::string s(const QVariant& value) {
    return value.toString().toStdString();
}
QString newId() {
    return QUuid::createUuid().toString(QUuid::WithoutBraces);
}
QVariant orNull(const std::optional<double>& v) {
    return v ? QVariant(*v) : QVariant();
}
std::optional<double> maybe(const QVariant& v) {
    return v.isNull() ? std::nullopt : std::optional(v.toDouble());
}

/// A name that every file system takes.
QString fileName(const std::string& text) {
    QString out;
    for (QChar c : q(text).left(60))
        out += c.isLetterOrNumber() || c == QLatin1Char('-') || c == QLatin1Char('.') ? c : QLatin1Char('_');
    while (out.startsWith(QLatin1Char('.')))
        out.remove(0, 1);
    return out.isEmpty() ? QStringLiteral("unnamed") : out;
}

QByteArray packed(const std::string& text) {
    return qCompress(reinterpret_cast<const uchar*>(text.data()), static_cast<qsizetype>(text.size()), 6);
}

Result<Trace> unpacked(const QByteArray& raw, const std::string& name) {
    const QByteArray bytes = qUncompress(raw);
    if (bytes.isEmpty())
        return Error{"the kept trace is damaged", name};
    return readPullFile({bytes.constData(), static_cast<std::size_t>(bytes.size())}, name);
}

} // namespace

Result<std::unique_ptr<Archive>> Archive::open(const QString& folder) {
    QDir dir(folder);
    const std::string name = folder.toStdString();
    if (QFileInfo(folder).exists() && !QFileInfo(folder).isDir())
        return Error{"this is a file; an archive is a folder", name};
    if (!dir.exists() && !QDir().mkpath(folder))
        return Error{"the folder cannot be made; is the place writable?", name};
    const QString path = dir.filePath(QStringLiteral("jolly-ram.sqlite"));
    if (!QFileInfo(folder).isWritable() || (QFileInfo::exists(path) && !QFileInfo(path).isWritable()))
        return Error{"this folder may not be written to; nothing was changed. Open a copy in a folder of your own",
                     name};
    Result<std::unique_ptr<Database>> db = Database::open(path);
    if (!db)
        return db.error();
    if (const Result<Done> schema = bringToSchema(**db); !schema)
        return schema.error();
    if (!dir.mkpath(QStringLiteral("pulls")))
        return Error{"the folder for pull files cannot be made", name};
    return std::unique_ptr<Archive>(new Archive(dir.absolutePath(), std::move(db).value()));
}

Result<std::vector<JobSummary>> Archive::jobs() const {
    const auto rows = m_db->query(QStringLiteral(
        "SELECT job.id, job.name, coalesce(machine.name, ''), coalesce(max(pull.started), ''), count(pull.id), "
        "count(DISTINCT pull.setup_id)"
        " FROM job LEFT JOIN machine ON machine.id = job.machine_id LEFT JOIN pull ON pull.job_id = job.id"
        " GROUP BY job.id, job.name, machine.name, job.created ORDER BY job.created DESC, job.name"));
    if (!rows)
        return rows.error();
    std::vector<JobSummary> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), s(r[1]), s(r[2]), s(r[3]), r[4].toInt(), r[5].toInt()});
    return out;
}

Result<std::string> Archive::createJob(const std::string& name, const std::string& machine,
                                       const std::string& knownId) {
    const QString id = knownId.empty() ? newId() : q(knownId);
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        QVariant machineId;
        if (!machine.empty()) {
            if (const auto made = m_db->run(QStringLiteral("INSERT OR IGNORE INTO machine (id, name) VALUES (?, ?)"),
                                            {newId(), q(machine)});
                !made)
                return made;
            const auto found = m_db->query(QStringLiteral("SELECT id FROM machine WHERE name = ?"), {q(machine)});
            if (!found)
                return found.error();
            machineId = found->front()[0];
        }
        return m_db->run(QStringLiteral("INSERT INTO job (id, name, machine_id, created) VALUES (?, ?, ?, ?)"),
                         {id, q(name), machineId, QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs)});
    });
    if (!done)
        return done.error();
    return id.toStdString();
}

Result<JobRecord> Archive::job(const std::string& jobId) const {
    JobRecord out;
    const auto head =
        m_db->query(QStringLiteral("SELECT job.name, coalesce(machine.name, ''), job.created FROM job LEFT JOIN machine"
                                   " ON machine.id = job.machine_id WHERE job.id = ?"),
                    {q(jobId)});
    if (!head)
        return head.error();
    if (head->empty())
        return Error{"there is no such job in this archive"};
    out.id = jobId;
    out.name = s(head->front()[0]);
    out.machine = s(head->front()[1]);
    out.created = s(head->front()[2]);
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
    const auto pulls = m_db->query(
        QStringLiteral(
            "SELECT id, setup_id, sitting_id, number, started, started_s, source, mirror, aside, aside_why FROM pull"
            " WHERE job_id = ? ORDER BY number"),
        {q(jobId)});
    const auto overrules = m_db->query(
        QStringLiteral(
            "SELECT o.pull_id, o.kind, o.at_s FROM flag_overrule o JOIN pull p ON p.id = o.pull_id WHERE p.job_id = ?"),
        {q(jobId)});
    const auto compared = m_db->query(QStringLiteral("SELECT base_setup, with_setup, standard, worth_pct, from_rpm, "
                                                     "to_rpm, detail_rpm FROM comparison WHERE job_id = ?"),
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
    for (const Row& r : *pulls) {
        PullRecord pull{s(r[0]), s(r[1]), s(r[2]),       r[3].toInt(), s(r[4]), maybe(r[5]),
                        s(r[6]), s(r[7]), r[8].toBool(), s(r[9]),      {}};
        for (const Row& o : *overrules)
            if (FlagKind kind{}; s(o[0]) == pull.id && parseFlagKind(s(o[1]), kind))
                pull.overrules.push_back(
                    {kind, o[2].isNull() ? std::numeric_limits<double>::quiet_NaN() : o[2].toDouble()});
        out.pulls.push_back(std::move(pull));
    }
    if (!compared->empty()) {
        const Row& r = compared->front();
        out.comparison =
            ComparisonRecord{s(r[0]), s(r[1]), s(r[2]), r[3].toDouble(), maybe(r[4]), maybe(r[5]), r[6].toDouble()};
    }
    if (const Result<Done> sheets = fillSheets(out); !sheets)
        return sheets.error();
    return out;
}

QString Archive::jobFolder(const std::string& name, const std::string& id) {
    return QStringLiteral("pulls/%1-%2").arg(fileName(name), q(id).left(8));
}

Result<std::string> Archive::addPull(const std::string& jobId, const Trace& given, const std::string& source,
                                     bool* wasHere) {
    Trace trace = given;
    PullHeader& h = trace.header;
    if (h.id.empty())
        h.id = contentId(writePullFile(trace));
    const auto known = m_db->query(QStringLiteral("SELECT id FROM pull WHERE id = ?"), {q(h.id)});
    if (!known)
        return known.error();
    if (wasHere)
        *wasHere = !known->empty();
    if (!known->empty())
        return h.id;
    if (h.setup.empty())
        h.setup = "as it came";
    const auto jobRow = m_db->query(QStringLiteral("SELECT name FROM job WHERE id = ?"), {q(jobId)});
    if (!jobRow)
        return jobRow.error();
    if (jobRow->empty())
        return Error{"there is no such job in this archive"};
    if (h.job.empty())
        h.job = s(jobRow->front()[0]);
    const std::string text = writePullFile(trace);
    QString mirror;
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        auto setup =
            m_db->query(QStringLiteral("SELECT id FROM setup WHERE job_id = ? AND name = ?"), {q(jobId), q(h.setup)});
        if (!setup)
            return setup.error();
        QString setupId = setup->empty() ? newId() : setup->front()[0].toString();
        if (setup->empty()) {
            if (const auto made = m_db->run(QStringLiteral("INSERT INTO setup (id, job_id, name, mark) SELECT ?, ?, ?, "
                                                           "count(*) % 8 FROM setup WHERE job_id = ?"),
                                            {setupId, q(jobId), q(h.setup), q(jobId)});
                !made)
                return made;
        }
        // The sitting with a pull close enough in time, else a new one.
        QString sittingId;
        const double at = h.startedEpochS.value_or(-1e18);
        const auto near =
            h.startedEpochS
                ? m_db->query(QStringLiteral("SELECT sitting_id FROM pull WHERE job_id = ? AND started_s IS NOT NULL "
                                             "AND abs(started_s - ?) < ? LIMIT 1"),
                              {q(jobId), at, kSittingPauseS})
                : m_db->query(
                      QStringLiteral("SELECT sitting_id FROM pull WHERE job_id = ? ORDER BY number DESC LIMIT 1"),
                      {q(jobId)});
        if (!near)
            return near.error();
        if (!near->empty()) {
            sittingId = near->front()[0].toString();
        } else {
            sittingId = newId();
            if (const auto made = m_db->run(QStringLiteral("INSERT INTO sitting (id, job_id, day) VALUES (?, ?, ?)"),
                                            {sittingId, q(jobId), q(h.started.substr(0, 10))});
                !made)
                return made;
        }
        const auto number =
            m_db->query(QStringLiteral("SELECT coalesce(max(number), 0) + 1 FROM pull WHERE job_id = ?"), {q(jobId)});
        if (!number)
            return number.error();
        const int n = number->front()[0].toInt();
        mirror = jobFolder(s(jobRow->front()[0]), jobId) + QStringLiteral("/%1-%2-%3.pull.csv")
                                                               .arg(n, 4, 10, QLatin1Char('0'))
                                                               .arg(fileName(h.setup), q(h.id).left(8));
        // The file first: should the power fail now, a pull file without a record is found and taken in at the next
        // start.
        const QString path = m_folder + QLatin1Char('/') + mirror;
        if (!QDir().mkpath(QFileInfo(path).path()))
            return Error{"the folder for pull files cannot be made", path.toStdString()};
        if (const auto written = writeBytes(path.toStdString(), text); !written)
            return written;
        return m_db->run(
            QStringLiteral(
                "INSERT INTO pull (id, job_id, setup_id, sitting_id, number, started, started_s, source, mirror, raw)"
                " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
            {q(h.id), q(jobId), setupId, sittingId, n, q(h.started), orNull(h.startedEpochS), q(source), mirror,
             packed(text)});
    });
    if (!done) {
        if (!mirror.isEmpty())
            QFile::remove(m_folder + QLatin1Char('/') + mirror);
        return done.error();
    }
    if (const Result<Done> file = writeJobFile(jobId); !file)
        return file.error();
    return h.id;
}

Result<Trace> Archive::trace(const std::string& pullId) const {
    const auto rows = m_db->query(QStringLiteral("SELECT raw, mirror FROM pull WHERE id = ?"), {q(pullId)});
    if (!rows)
        return rows.error();
    if (rows->empty())
        return Error{"there is no such pull in this archive"};
    return unpacked(rows->front()[0].toByteArray(), s(rows->front()[1]));
}

Result<std::vector<std::pair<std::string, Trace>>> Archive::traces(const std::string& jobId) const {
    const auto rows =
        m_db->query(QStringLiteral("SELECT id, raw, mirror FROM pull WHERE job_id = ? ORDER BY number"), {q(jobId)});
    if (!rows)
        return rows.error();
    std::vector<std::pair<std::string, Trace>> out;
    for (const Row& r : *rows) {
        Result<Trace> trace = unpacked(r[1].toByteArray(), s(r[2]));
        if (!trace)
            return trace.error();
        out.emplace_back(s(r[0]), std::move(trace).value());
    }
    return out;
}

Result<std::string> Archive::jobOfPull(const std::string& pullId) const {
    const auto rows = m_db->query(QStringLiteral("SELECT job_id FROM pull WHERE id = ?"), {q(pullId)});
    if (!rows)
        return rows.error();
    if (rows->empty())
        return Error{"there is no such pull in this archive"};
    return s(rows->front()[0]);
}

Result<Done> Archive::setAside(const std::string& pullId, bool aside, const std::string& why) {
    const Result<std::string> job = jobOfPull(pullId);
    if (!job)
        return job.error();
    if (const auto done = m_db->run(QStringLiteral("UPDATE pull SET aside = ?, aside_why = ? WHERE id = ?"),
                                    {aside ? 1 : 0, q(aside ? why : ""), q(pullId)});
        !done)
        return done;
    return writeJobFile(*job);
}

Result<Done> Archive::setOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules) {
    const Result<std::string> job = jobOfPull(pullId);
    if (!job)
        return job.error();
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        Result<Done> step = m_db->run(QStringLiteral("DELETE FROM flag_overrule WHERE pull_id = ?"), {q(pullId)});
        for (const FlagOverrule& o : overrules)
            if (step)
                step = m_db->run(QStringLiteral("INSERT INTO flag_overrule (pull_id, kind, at_s) VALUES (?, ?, ?)"),
                                 {q(pullId), QString::fromUtf8(flagText(o.kind).data()),
                                  o.atS == o.atS ? QVariant(o.atS) : QVariant()});
        return step;
    });
    return done ? writeJobFile(*job) : done;
}

Result<Done> Archive::setSetupChanges(const std::string& setupId, const std::string& parentId,
                                      const std::vector<SetupChange>& changes) {
    const auto job = m_db->query(QStringLiteral("SELECT job_id FROM setup WHERE id = ?"), {q(setupId)});
    if (!job)
        return job.error();
    if (job->empty())
        return Error{"there is no such setup in this archive"};
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        Result<Done> step = m_db->run(QStringLiteral("UPDATE setup SET parent_id = ? WHERE id = ?"),
                                      {parentId.empty() ? QVariant() : QVariant(q(parentId)), q(setupId)});
        if (step)
            step = m_db->run(QStringLiteral("DELETE FROM setup_change WHERE setup_id = ?"), {q(setupId)});
        for (const SetupChange& c : changes)
            if (step)
                step = m_db->run(
                    QStringLiteral("INSERT INTO setup_change (setup_id, part, from_text, to_text, "
                                   "weight_off_kg, weight_on_kg, price,"
                                   " hours, note, belongs, cylinder) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
                    {q(setupId), q(c.part), q(c.from), q(c.to), orNull(c.weightOffKg), orNull(c.weightOnKg),
                     orNull(c.price), orNull(c.hours), q(c.note), c.belongs ? 1 : 0, c.cylinder});
        return step;
    });
    return done ? writeJobFile(s(job->front()[0])) : done;
}

Result<Done> Archive::moveToSetup(const std::string& pullId, const std::string& setupId) {
    const Result<std::string> job = jobOfPull(pullId);
    if (!job)
        return job.error();
    if (const auto done =
            m_db->run(QStringLiteral("UPDATE pull SET setup_id = ? WHERE id = ?"), {q(setupId), q(pullId)});
        !done)
        return done;
    return writeJobFile(*job);
}

Result<Done> Archive::setComparison(const std::string& jobId, const ComparisonRecord& c) {
    const Result<Done> done =
        m_db->run(QStringLiteral("INSERT OR REPLACE INTO comparison (job_id, base_setup, with_setup, standard, "
                                 "worth_pct, from_rpm, to_rpm, detail_rpm)"
                                 " VALUES (?, ?, ?, ?, ?, ?, ?, ?)"),
                  {q(jobId), q(c.baseSetup), q(c.withSetup), q(c.standard), c.worthPct, orNull(c.fromRpm),
                   orNull(c.toRpm), c.detailRpm});
    return done ? writeJobFile(jobId) : done;
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
    return m_db->run(QStringLiteral("INSERT OR REPLACE INTO mapping (name, signature, columns) VALUES (?, ?, ?)"),
                     {q(m.name), q(m.signature), q(m.columns)});
}

Result<std::string> Archive::beginImport(const std::vector<std::string>& files) {
    const QString id = newId();
    const auto done = m_db->run(QStringLiteral("INSERT INTO import_run (id, started, files) VALUES (?, ?, ?)"),
                                {id, QDateTime::currentDateTimeUtc().toString(Qt::ISODate), q(Json(files).dump())});
    if (!done)
        return done.error();
    return id.toStdString();
}

Result<Done> Archive::endImport(const std::string& importId) {
    return m_db->run(QStringLiteral("UPDATE import_run SET finished = 1 WHERE id = ?"), {q(importId)});
}

Result<Done> Archive::forgetUnfinished() {
    return m_db->run(QStringLiteral("UPDATE import_run SET finished = 1 WHERE finished = 0"));
}

} // namespace jr
