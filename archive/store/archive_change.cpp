// SPDX-License-Identifier: GPL-3.0-or-later
// Changes to a job: each is one transaction together with the job file that says the same.
#include "archive/disk/safe_file.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "archive/store/job_file.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>

namespace jr {

Result<Done> Archive::withOpenFile(const char* what, const std::function<Result<PreparedFile>()>& work,
                                   const std::function<void(const std::string&)>& put) {
    const Result<WriterLock> lock = writing(what);
    if (!lock)
        return lock.error();
    std::optional<PreparedFile> file;
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        Result<PreparedFile> prepared = work();
        if (!prepared)
            return prepared.error();
        file.emplace(std::move(prepared).value());
        return Done{};
    });
    if (!done)
        return done;
    // The change is safe in the database from here on; its open copy is behind by one step at the worst.
    if (const Result<Done> placed = file->put(); placed)
        put(file->path());
    else if (m_remark)
        m_remark(Remark(Message{"store.open-copy-behind", {Sayings{{messageAtPlace(placed.error())}}}}));
    return Done{};
}

Result<Done> Archive::change(const std::string& jobId, const std::function<Result<Done>()>& work) {
    return withOpenFile(
        "a change",
        [&]() -> Result<PreparedFile> {
            if (const Result<Done> worked = work(); !worked)
                return worked.error();
            if (const auto counted =
                    m_db->run(QStringLiteral("UPDATE job SET revision = revision + 1 WHERE id = ?"), {q(jobId)});
                !counted)
                return counted.error();
            return prepareJobFile(jobId);
        },
        [&](const std::string& path) { m_ours[jobId] = stampOf(path); });
}

Result<std::string> Archive::freeJobFolder(const std::string& name, const std::string& id) const {
    const QString wanted =
        QStringLiteral("pulls/%1-%2").arg(PathName::encoded(name).text(), PathName::encoded(id).shortened(8).text());
    for (int n = 1; n < 10000; ++n) {
        const QString folder = n == 1 ? wanted : wanted + QStringLiteral("-%1").arg(n);
        const auto taken = m_db->query(QStringLiteral("SELECT 1 FROM job WHERE folder = ?"), {folder});
        if (!taken)
            return taken.error();
        if (taken->empty() && !QFileInfo::exists(m_folder + QLatin1Char('/') + folder))
            return folder.toStdString();
    }
    return Error{Message{"store.name-used-up"}, name};
}

Result<QString> Archive::folderOfJob(const std::string& jobId) {
    const auto row = m_db->query(QStringLiteral("SELECT name, folder FROM job WHERE id = ?"), {q(jobId)});
    if (!row)
        return row.error();
    if (row->empty())
        return Error{Message{"store.no-job"}};
    std::string folder = s(row->front()[1]);
    if (folder.empty()) {
        // An archive of an older program: the job file stands beside its first pull.
        const auto first =
            m_db->query(QStringLiteral("SELECT mirror FROM pull WHERE job_id = ? ORDER BY number LIMIT 1"), {q(jobId)});
        if (!first)
            return first.error();
        if (!first->empty())
            folder = s(first->front()[0]).substr(0, s(first->front()[0]).rfind('/'));
        const auto shared = m_db->query(QStringLiteral("SELECT 1 FROM job WHERE folder = ?"), {q(folder)});
        if (!shared)
            return shared.error();
        if (folder.empty() || !shared->empty() || !InnerPath::below(m_folder, q(folder))) {
            const Result<std::string> chosen = freeJobFolder(s(row->front()[0]), jobId);
            if (!chosen)
                return chosen.error();
            folder = *chosen;
        }
        if (const auto noted =
                m_db->run(QStringLiteral("UPDATE job SET folder = ? WHERE id = ?"), {q(folder), q(jobId)});
            !noted)
            return noted.error();
    }
    const Result<InnerPath> inner = InnerPath::below(m_folder, q(folder));
    if (!inner)
        return inner.error();
    if (const Result<Done> made = makeFolder(inner->absolute().toStdString()); !made)
        return made.error();
    return inner->relative();
}

Result<std::string> Archive::jobFileText(const std::string& jobId) const {
    const Result<JobRecord> record = job(jobId);
    if (!record)
        return record.error();
    const Result<std::vector<ClaimRecord>> chalked = claims(jobId);
    if (!chalked)
        return chalked.error();
    return jr::jobFileText(*record, *chalked);
}

Result<PreparedFile> Archive::prepareJobFile(const std::string& jobId) {
    const Result<QString> folder = folderOfJob(jobId);
    if (!folder)
        return folder.error();
    const std::string path = (m_folder + QLatin1Char('/') + *folder + QStringLiteral("/job.json")).toStdString();
    // What stands there is only replaced when it is ours and older.
    const auto last = m_ours.find(jobId);
    if (QFileInfo::exists(q(path)) && (last == m_ours.end() || !(last->second == stampOf(path)))) {
        const auto row = m_db->query(QStringLiteral("SELECT revision FROM job WHERE id = ?"), {q(jobId)});
        if (!row)
            return row.error();
        const Result<JobFile> there = loadJobFile(path);
        const bool ours = there && there->id == jobId && there->whole;
        if (!ours || there->revision >= row->front()[0].toLongLong()) {
            const Result<std::string> away = setAway(path);
            if (!away)
                return away.error();
            if (m_remark)
                m_remark(Remark(Message{"store.job-file-set-away", {*away}}));
            if (ours) // the database counts on from there
                if (const auto counted = m_db->run(QStringLiteral("UPDATE job SET revision = ? WHERE id = ?"),
                                                   {there->revision + 1, q(jobId)});
                    !counted)
                    return counted.error();
        }
    }
    const Result<std::string> text = jobFileText(jobId);
    if (!text)
        return text.error();
    return PreparedFile::beside(path, *text);
}

Result<QVariant> Archive::machineId(const std::string& machine) {
    if (machine.empty())
        return QVariant();
    if (const auto made = m_db->run(QStringLiteral("INSERT OR IGNORE INTO machine (id, name) VALUES (?, ?)"),
                                    {q(newId()), q(machine)});
        !made)
        return made.error();
    const auto found = m_db->query(QStringLiteral("SELECT id FROM machine WHERE name = ?"), {q(machine)});
    if (!found)
        return found.error();
    if (found->empty())
        return Error{Message{"store.no-machine"}};
    return found->front()[0];
}

Result<std::string> Archive::jobOfPull(const std::string& pullId) const {
    const auto rows = m_db->query(QStringLiteral("SELECT job_id FROM pull WHERE id = ?"), {q(pullId)});
    if (!rows)
        return rows.error();
    if (rows->empty())
        return Error{Message{"store.no-pull"}};
    return s(rows->front()[0]);
}

Result<Done> Archive::setAside(const std::string& pullId, bool aside, const std::string& why) {
    const Result<std::string> job = jobOfPull(pullId);
    if (!job)
        return job.error();
    return change(*job, [&] {
        return m_db->run(QStringLiteral("UPDATE pull SET aside = ?, aside_why = ? WHERE id = ?"),
                         {aside ? 1 : 0, q(aside ? why : ""), q(pullId)});
    });
}

Result<Done> Archive::writeOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules) {
    Result<Done> step = m_db->run(QStringLiteral("DELETE FROM flag_overrule WHERE pull_id = ?"), {q(pullId)});
    for (const FlagOverrule& o : overrules)
        if (step)
            step = m_db->run(
                QStringLiteral("INSERT INTO flag_overrule (pull_id, kind, at_s) VALUES (?, ?, ?)"),
                {q(pullId), QString::fromUtf8(flagText(o.kind).data()), o.atS == o.atS ? QVariant(o.atS) : QVariant()});
    return step;
}

Result<Done> Archive::setOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules) {
    const Result<std::string> job = jobOfPull(pullId);
    if (!job)
        return job.error();
    return change(*job, [&] { return writeOverrules(pullId, overrules); });
}

Result<Done> Archive::writeSetupChanges(const std::string& setupId, const std::string& parentId,
                                        const std::vector<SetupChange>& changes) {
    Result<Done> step = m_db->run(QStringLiteral("UPDATE setup SET parent_id = ? WHERE id = ?"),
                                  {parentId.empty() ? QVariant() : QVariant(q(parentId)), q(setupId)});
    if (step)
        step = m_db->run(QStringLiteral("DELETE FROM setup_change WHERE setup_id = ?"), {q(setupId)});
    for (const SetupChange& c : changes)
        if (step)
            step =
                m_db->run(QStringLiteral("INSERT INTO setup_change (setup_id, part, from_text, to_text, "
                                         "weight_off_kg, weight_on_kg, price,"
                                         " hours, note, belongs, cylinder) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
                          {q(setupId), q(c.part), q(c.from), q(c.to), nullable(c.weightOffKg), nullable(c.weightOnKg),
                           nullable(c.price), nullable(c.hours), q(c.note), c.belongs ? 1 : 0, c.cylinder});
    return step;
}

Result<Done> Archive::setSetupChanges(const std::string& setupId, const std::string& parentId,
                                      const std::vector<SetupChange>& changes) {
    const auto job = m_db->query(QStringLiteral("SELECT job_id FROM setup WHERE id = ?"), {q(setupId)});
    if (!job)
        return job.error();
    if (job->empty())
        return Error{Message{"store.no-setup"}};
    return change(s(job->front()[0]), [&] { return writeSetupChanges(setupId, parentId, changes); });
}

Result<std::string> Archive::createSetup(const std::string& jobId, const std::string& name, const std::string& parentId,
                                         const std::vector<SetupChange>& changes) {
    if (name.empty())
        return Error{Message{"store.setup-without-name"}};
    const std::string id = newId();
    const Result<Done> done = change(jobId, [&]() -> Result<Done> {
        const auto known = m_db->query(QStringLiteral("SELECT name FROM setup WHERE job_id = ?"), {q(jobId)});
        if (!known)
            return known.error();
        for (const Row& r : *known)
            if (s(r[0]) == name)
                return Error{Message{"store.setup-name-taken"}};
        if (const auto made =
                m_db->run(QStringLiteral("INSERT INTO setup (id, job_id, name, mark) VALUES (?, ?, ?, ?)"),
                          {q(id), q(jobId), q(name), static_cast<int>(known->size() % 8)});
            !made)
            return made;
        return writeSetupChanges(id, parentId, changes);
    });
    if (!done)
        return done.error();
    return id;
}

Result<Done> Archive::moveToSetup(const std::string& pullId, const std::string& setupId) {
    const Result<std::string> job = jobOfPull(pullId);
    if (!job)
        return job.error();
    return change(*job, [&] {
        return m_db->run(QStringLiteral("UPDATE pull SET setup_id = ? WHERE id = ?"), {q(setupId), q(pullId)});
    });
}

Result<Done> Archive::writeComparison(const std::string& jobId, const ComparisonRecord& c) {
    return m_db->run(QStringLiteral("INSERT OR REPLACE INTO comparison (job_id, base_setup, with_setup, standard, "
                                    "worth_pct, axis, band_from, band_to, detail, places_axis)"
                                    " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
                     {q(jobId), q(c.baseSetup), q(c.withSetup), q(c.standard), c.worthPct, q(c.axis), nullable(c.from),
                      nullable(c.to), c.detail, q(c.placesAxis)});
}

Result<Done> Archive::setComparison(const std::string& jobId, const ComparisonRecord& comparison) {
    return change(jobId, [&] { return writeComparison(jobId, comparison); });
}

} // namespace jr
