// SPDX-License-Identifier: GPL-3.0-or-later
// Keeping a pull: the file first, the record with it, the job file with both.
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "core/judge/sittings.h"

#include <QFile>

namespace jr {

Result<Done> Archive::sameAsKept(const std::string& pullId, const Trace& given) const {
    const auto row =
        m_db->query(QStringLiteral("SELECT pull.raw, pull.number, job.name FROM pull JOIN job ON job.id = pull.job_id"
                                   " WHERE pull.id = ?"),
                    {q(pullId)});
    if (!row)
        return row.error();
    const std::string where = row->empty() ? "" : s(row->front()[2]) + ", no. " + s(row->front()[1]);
    const std::string text = row->empty() ? "" : unpacked(row->front()[0].toByteArray());
    const Result<Trace> kept = readPullFile(text, where);
    if (!kept)
        return Error{Message{"store.kept-pull-damaged"}, where};
    if (measuredContent(*kept) != measuredContent(given))
        return Error{Message{"store.other-pull-of-this-id", {where}}};
    return Done{};
}

Result<QString> Archive::setupIdFor(const std::string& jobId, const std::string& setup) {
    const auto known =
        m_db->query(QStringLiteral("SELECT id FROM setup WHERE job_id = ? AND name = ?"), {q(jobId), q(setup)});
    if (!known)
        return known.error();
    if (!known->empty())
        return known->front()[0].toString();
    // The same in every rebuild of the same files.
    const QString id = q(contentId("setup\n" + jobId + "\n" + setup));
    const auto made = m_db->run(QStringLiteral("INSERT INTO setup (id, job_id, name, mark) SELECT ?, ?, ?, "
                                               "count(*) % 8 FROM setup WHERE job_id = ?"),
                                {id, q(jobId), q(setup), q(jobId)});
    if (!made)
        return made.error();
    return id;
}

/// The sitting with a pull close enough in time, else a new one.
Result<QString> Archive::sittingIdFor(const std::string& jobId, const PullHeader& h) {
    const auto near =
        h.startedEpochS
            ? m_db->query(QStringLiteral("SELECT sitting_id FROM pull WHERE job_id = ? AND started_s > ? AND"
                                         " started_s < ? ORDER BY started_s LIMIT 1"),
                          {q(jobId), *h.startedEpochS - kSittingPauseS, *h.startedEpochS + kSittingPauseS})
            : m_db->query(QStringLiteral("SELECT sitting_id FROM pull WHERE job_id = ? ORDER BY number DESC LIMIT 1"),
                          {q(jobId)});
    if (!near)
        return near.error();
    if (!near->empty())
        return near->front()[0].toString();
    const QString id = q(contentId("sitting\n" + jobId + "\n" + h.id));
    const auto made = m_db->run(QStringLiteral("INSERT INTO sitting (id, job_id, day) VALUES (?, ?, ?)"),
                                {id, q(jobId), q(h.started.substr(0, 10))});
    if (!made)
        return made.error();
    return id;
}

Result<Done> Archive::insertPull(const std::string& jobId, const PullRecord& pull, const std::string& text) {
    return m_db->run(
        QStringLiteral("INSERT INTO pull (id, job_id, setup_id, sitting_id, number, started, started_s, source, mirror,"
                       " sha256, raw, aside, aside_why) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
        {q(pull.id), q(jobId), q(pull.setupId), q(pull.sittingId), pull.number, q(pull.started),
         nullable(pull.startedEpochS), q(pull.source), q(pull.mirror), q(pull.sha256), packed(text), pull.aside ? 1 : 0,
         q(pull.aside ? pull.asideWhy : "")});
}

Result<std::string> Archive::addPull(const std::string& jobId, const Trace& given, const std::string& source,
                                     const AddPullOptions& options, bool* wasHere) {
    const Result<WriterLock> lock = writing("keeping a pull");
    if (!lock)
        return lock.error();
    Trace trace = given;
    PullHeader& h = trace.header;
    if (h.id.empty())
        h.id = contentId(writePullFile(trace));
    const auto known = m_db->query(QStringLiteral("SELECT id FROM pull WHERE id = ?"), {q(h.id)});
    if (!known)
        return known.error();
    if (wasHere)
        *wasHere = !known->empty();
    if (!known->empty()) {
        if (const Result<Done> same = sameAsKept(h.id, trace); !same)
            return same.error();
        return h.id;
    }
    if (h.setup.empty())
        h.setup = "as it came";
    const auto jobRow = m_db->query(QStringLiteral("SELECT name FROM job WHERE id = ?"), {q(jobId)});
    if (!jobRow)
        return jobRow.error();
    if (jobRow->empty())
        return Error{Message{"store.no-job"}};
    if (h.job.empty())
        h.job = s(jobRow->front()[0]);
    const std::string text = writePullFile(trace);
    PullRecord pull;
    pull.id = h.id;
    pull.started = h.started;
    pull.startedEpochS = h.startedEpochS;
    pull.source = source;
    pull.sha256 = sha256(text);
    pull.aside = options.aside;
    pull.asideWhy = options.asideWhy;
    std::string written; // the file this call made, and no other
    const Result<Done> done = change(jobId, [&]() -> Result<Done> {
        const Result<QString> setup = setupIdFor(jobId, h.setup), sitting = sittingIdFor(jobId, h);
        if (!setup || !sitting)
            return (setup ? sitting : setup).error();
        pull.setupId = setup->toStdString();
        pull.sittingId = sitting->toStdString();
        const auto number =
            m_db->query(QStringLiteral("SELECT coalesce(max(number), 0) + 1 FROM pull WHERE job_id = ?"), {q(jobId)});
        if (!number)
            return number.error();
        pull.number = number->front()[0].toInt();
        const Result<QString> folder = folderOfJob(jobId);
        if (!folder)
            return folder.error();
        // The file first: should the power fail now, a pull file without a record is found and taken in by a rebuild.
        for (int n = 1; written.empty(); ++n) {
            const QString name =
                QStringLiteral("/%1-%2-%3%4.pull.csv")
                    .arg(pull.number, 4, 10, QLatin1Char('0'))
                    .arg(PathName::encoded(h.setup).text(), PathName::encoded(h.id).shortened(8).text(),
                         n == 1 ? QString() : QStringLiteral("-%1").arg(n));
            const Result<InnerPath> path = InnerPath::below(m_folder, *folder + name);
            if (!path)
                return path.error();
            if (QFile::exists(path->absolute()) && n < 1000)
                continue; // somebody's file of that name stays what it is
            pull.mirror = path->relative().toStdString();
            const std::string absolute = path->absolute().toStdString();
            if (const Result<Done> put = writeNewBytes(absolute, text); !put)
                return put;
            written = absolute;
        }
        return insertPull(jobId, pull, text);
    });
    if (!done) {
        if (!written.empty())
            QFile::remove(q(written));
        return done.error();
    }
    return h.id;
}

} // namespace jr
