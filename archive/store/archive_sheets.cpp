// SPDX-License-Identifier: GPL-3.0-or-later
// A job's sheets, its notes and its photos.
#include "archive/disk/safe_file.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>

namespace jr {

Result<Done> Archive::fillSheets(JobRecord& job) const {
    const auto sheets = m_db->query(QStringLiteral("SELECT kind, body FROM job_sheet WHERE job_id = ?"), {q(job.id)});
    const auto attached = m_db->query(
        QStringLiteral("SELECT id, about, file, words, added FROM attachment WHERE job_id = ? ORDER BY added, id"),
        {q(job.id)});
    if (!sheets || !attached)
        return (sheets ? attached : sheets).error();
    for (const Row& r : *sheets)
        job.sheets[s(r[0])] = s(r[1]);
    for (const Row& r : *attached)
        job.attachments.push_back({s(r[0]), s(r[1]), s(r[2]), s(r[3]), s(r[4])});
    return Done{};
}

Result<Done> Archive::writeSheet(const std::string& jobId, const std::string& kind, const std::string& body) {
    if (body.empty())
        return m_db->run(QStringLiteral("DELETE FROM job_sheet WHERE job_id = ? AND kind = ?"), {q(jobId), q(kind)});
    return m_db->run(QStringLiteral("INSERT OR REPLACE INTO job_sheet (job_id, kind, body) VALUES (?, ?, ?)"),
                     {q(jobId), q(kind), q(body)});
}

Result<Done> Archive::setSheet(const std::string& jobId, const std::string& kind, const std::string& body) {
    return change(jobId, [&] { return writeSheet(jobId, kind, body); });
}

Result<std::vector<std::pair<std::string, std::string>>> Archive::sheetsOfKind(const std::string& kind) const {
    const auto rows =
        m_db->query(QStringLiteral("SELECT s.job_id, s.body FROM job_sheet s JOIN job j ON j.id = s.job_id"
                                   " WHERE s.kind = ? ORDER BY j.created DESC"),
                    {q(kind)});
    if (!rows)
        return rows.error();
    std::vector<std::pair<std::string, std::string>> out;
    for (const Row& r : *rows)
        out.emplace_back(s(r[0]), s(r[1]));
    return out;
}

Result<std::string> Archive::attach(const std::string& jobId, const std::string& about, const std::string& words,
                                    const QString& photo) {
    AttachmentRecord record{newId(), about, "", words,
                            QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString()};
    std::string written; // the picture's copy, when this call made one
    if (photo.isEmpty() && words.empty())
        return Error{Message{"store.note-without-words"}};
    if (!photo.isEmpty()) {
        const QFileInfo info(photo);
        const QString suffix = info.suffix().toLower();
        if (!QStringList{QStringLiteral("png"), QStringLiteral("jpg"), QStringLiteral("jpeg"), QStringLiteral("webp"),
                         QStringLiteral("bmp"), QStringLiteral("gif")}
                 .contains(suffix))
            return Error{Message{"store.not-a-picture"}, photo.toStdString()};
        if (!info.isReadable())
            return Error{Message{"store.not-readable"}, photo.toStdString()};
        record.file = "photos/" + PathName::encoded(jobId).shortened(8).text().toStdString() + "/" + record.id + "." +
                      suffix.toStdString();
        const Result<InnerPath> target = InnerPath::below(m_folder, q(record.file));
        if (!target)
            return target.error();
        written = target->absolute().toStdString();
        Result<Done> copied = makeFolder(QFileInfo(target->absolute()).path().toStdString());
        if (copied)
            copied = copyBytes(photo.toStdString(), written);
        if (!copied)
            return Error{Message{"store.not-copied-in", {Sayings{{messageOf(copied.error())}}}}, photo.toStdString()};
    }
    if (const Result<Done> kept = attachAgain(jobId, record); !kept) {
        if (!written.empty())
            QFile::remove(q(written));
        return kept.error();
    }
    return record.id;
}

Result<std::string> Archive::idWithin(const std::string& jobId, const char* table, const std::string& id) const {
    const auto row =
        m_db->query(QStringLiteral("SELECT job_id FROM %1 WHERE id = ?").arg(QLatin1String(table)), {q(id)});
    if (!row)
        return row.error();
    if (row->empty() || s(row->front()[0]) == jobId)
        return id;
    return contentId(std::string(table) + "\n" + jobId + "\n" + id);
}

Result<Done> Archive::writeAttachment(const std::string& jobId, const AttachmentRecord& a) {
    // What does not lie in the archive is no picture of it, whoever says so.
    if (!a.file.empty())
        if (const Result<InnerPath> inner = InnerPath::below(m_folder, q(a.file)); !inner)
            return inner.error();
    const Result<std::string> id = idWithin(jobId, "attachment", a.id);
    if (!id)
        return id.error();
    return m_db->run(
        QStringLiteral(
            "INSERT OR REPLACE INTO attachment (id, job_id, about, file, words, added) VALUES (?, ?, ?, ?, ?, ?)"),
        {q(*id), q(jobId), q(a.about), q(a.file), q(a.words), q(a.added)});
}

Result<Done> Archive::attachAgain(const std::string& jobId, const AttachmentRecord& attachment) {
    return change(jobId, [&] { return writeAttachment(jobId, attachment); });
}

Result<Done> Archive::detach(const std::string& jobId, const std::string& attachmentId) {
    return change(jobId, [&] {
        return m_db->run(QStringLiteral("DELETE FROM attachment WHERE id = ? AND job_id = ?"),
                         {q(attachmentId), q(jobId)});
    });
}

} // namespace jr
