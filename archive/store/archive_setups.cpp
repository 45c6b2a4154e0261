// SPDX-License-Identifier: GPL-3.0-or-later
// Setups that nothing was pulled with yet: another name, or away.
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"

namespace jr {

/// Its job, when no pull was made with it.
Result<std::string> Archive::jobOfUnpulledSetup(const std::string& setupId) const {
    const auto rows = m_db->query(
        QStringLiteral("SELECT job_id, (SELECT count(*) FROM pull WHERE setup_id = setup.id) FROM setup WHERE id = ?"),
        {q(setupId)});
    if (!rows)
        return rows.error();
    if (rows->empty())
        return Error{Message{"store.no-setup"}};
    if (rows->front()[1].toInt() > 0)
        return Error{Message{"store.setup-has-pulls"}};
    return s(rows->front()[0]);
}

Result<Done> Archive::renameSetup(const std::string& setupId, const std::string& name) {
    if (name.empty())
        return Error{Message{"store.setup-without-name"}};
    const Result<std::string> job = jobOfUnpulledSetup(setupId);
    if (!job)
        return job.error();
    return change(*job, [&]() -> Result<Done> {
        const auto same = m_db->query(QStringLiteral("SELECT 1 FROM setup WHERE job_id = ? AND name = ? AND id <> ?"),
                                      {q(*job), q(name), q(setupId)});
        if (!same)
            return same.error();
        if (!same->empty())
            return Error{Message{"store.setup-name-taken"}};
        return m_db->run(QStringLiteral("UPDATE setup SET name = ? WHERE id = ?"), {q(name), q(setupId)});
    });
}

Result<Done> Archive::removeSetup(const std::string& setupId) {
    const Result<std::string> job = jobOfUnpulledSetup(setupId);
    if (!job)
        return job.error();
    return change(*job, [&]() -> Result<Done> {
        const auto held =
            m_db->query(QStringLiteral("SELECT (SELECT count(*) FROM setup WHERE parent_id = ?),"
                                       " (SELECT count(*) FROM claim WHERE base_setup = ? OR with_setup = ?)"),
                        {q(setupId), q(setupId), q(setupId)});
        if (!held)
            return held.error();
        if (held->front()[0].toInt() > 0)
            return Error{Message{"store.setup-has-children"}};
        if (held->front()[1].toInt() > 0)
            return Error{Message{"store.setup-has-claim"}};
        Result<Done> done = m_db->run(QStringLiteral("DELETE FROM setup_change WHERE setup_id = ?"), {q(setupId)});
        // Nothing to compare any more: the sides are chosen anew.
        if (done)
            done = m_db->run(
                QStringLiteral("DELETE FROM comparison WHERE job_id = ? AND (base_setup = ? OR with_setup = ?)"),
                {q(*job), q(setupId), q(setupId)});
        if (done)
            done = m_db->run(QStringLiteral("DELETE FROM setup WHERE id = ?"), {q(setupId)});
        return done;
    });
}

Result<Done> Archive::putSetupBack(const std::string& jobId, const SetupRecord& setup) {
    return change(jobId, [&]() -> Result<Done> {
        const auto same =
            m_db->query(QStringLiteral("SELECT 1 FROM setup WHERE job_id = ? AND name = ?"), {q(jobId), q(setup.name)});
        if (!same)
            return same.error();
        if (!same->empty())
            return Error{Message{"store.setup-name-taken"}};
        if (const auto made =
                m_db->run(QStringLiteral("INSERT INTO setup (id, job_id, name, mark) VALUES (?, ?, ?, ?)"),
                          {q(setup.id), q(jobId), q(setup.name), setup.mark});
            !made)
            return made;
        return writeSetupChanges(setup.id, setup.parentId, setup.changes);
    });
}

} // namespace jr
