// SPDX-License-Identifier: GPL-3.0-or-later
// What a job file says, brought into the database: setups, pulls that are lost, and the rest. All of it bound to its
// own job: a file may name ids of another one, out of which nothing is changed.
#include "archive/formats/text.h"
#include "archive/store/archive_words.h"
#include "archive/store/rebuilder.h"

#include <QDateTime>

namespace jr {

Result<Done> Rebuilder::bringInSetups(const std::string& jobId, const JobFile& file) {
    std::map<std::string, std::string> ids; // by name
    const auto known = m_archive.m_db->query(QStringLiteral("SELECT name, id FROM setup WHERE job_id = ?"), {q(jobId)});
    if (!known)
        return known.error();
    for (const Row& r : *known)
        ids[s(r[0])] = s(r[1]);
    for (const JobFileSetup& setup : file.setups) {
        if (ids.contains(setup.name))
            continue;
        std::string id = setup.id;
        const auto taken = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM setup WHERE id = ?"), {q(id)});
        if (!taken)
            return taken.error();
        if (id.empty() || !taken->empty())
            id = contentId("setup\n" + jobId + "\n" + setup.name);
        if (const auto made =
                m_archive.m_db->run(QStringLiteral("INSERT INTO setup (id, job_id, name, mark) VALUES (?, ?, ?, ?)"),
                                    {q(id), q(jobId), q(setup.name), setup.mark});
            !made)
            return made;
        ids[setup.name] = id;
    }
    // Parents only once all are there.
    for (const JobFileSetup& setup : file.setups)
        if (const auto done = m_archive.writeSetupChanges(
                ids[setup.name], ids.contains(setup.parent) ? ids[setup.parent] : std::string(), setup.changes);
            !done)
            return done;
    return Done{};
}

/// Pulls the job file lists and nobody has: a record without a trace, so that a check goes on naming them and a file
/// that turns up again heals them.
Result<Done> Rebuilder::keepLost(const std::string& jobId, const Share& share) {
    for (const JobFilePull& pull : share.file->pulls) {
        const auto known = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM pull WHERE id = ?"), {q(pull.id)});
        if (!known)
            return known.error();
        if (!known->empty() || m_taken.contains(pull.id))
            continue;
        PullHeader bare;
        bare.id = pull.id;
        const Result<QString> setup = m_archive.setupIdFor(jobId, pull.setup.empty() ? "as it came" : pull.setup),
                              sitting = m_archive.sittingIdFor(jobId, bare);
        if (!setup || !sitting)
            return (setup ? sitting : setup).error();
        std::string mirror = pull.file.find('/') == std::string::npos ? share.folder + "/" + pull.file : pull.file;
        if (!InnerPath::below(m_archive.m_folder, q(mirror)))
            mirror = share.folder + "/" + PathName::encoded(pull.id).text().toStdString() + ".pull.csv";
        PullRecord record;
        record.id = pull.id;
        record.setupId = setup->toStdString();
        record.sittingId = sitting->toStdString();
        record.number = pull.number;
        record.source = "lost";
        record.mirror = mirror;
        record.sha256 = pull.sha256;
        record.aside = pull.aside;
        record.asideWhy = pull.why;
        if (const auto made = m_archive.insertPull(jobId, record, {}); !made)
            return made;
    }
    return Done{};
}

Result<Done> Rebuilder::bringInRest(const std::string& jobId, const JobFile& file) {
    std::map<std::string, std::string> ids; // setups by name
    const auto known = m_archive.m_db->query(QStringLiteral("SELECT name, id FROM setup WHERE job_id = ?"), {q(jobId)});
    if (!known)
        return known.error();
    for (const Row& r : *known)
        ids[s(r[0])] = s(r[1]);
    if (!file.job.empty())
        if (const auto done = m_archive.writeJobNames(jobId, file.job, file.machine); !done)
            return done;
    const auto idOf = [&](const std::string& name) { return ids.contains(name) ? ids[name] : std::string(); };
    for (const JobFilePull& pull : file.pulls) { // of pulls that were here before
        if (m_taken.contains(pull.id))
            continue;
        if (const auto done = m_archive.m_db->run(
                QStringLiteral("UPDATE pull SET aside = ?, aside_why = ? WHERE id = ? AND job_id = ?"),
                {pull.aside ? 1 : 0, q(pull.aside ? pull.why : ""), q(pull.id), q(jobId)});
            !done)
            return done;
        const auto mine = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM pull WHERE id = ? AND job_id = ?"),
                                                {q(pull.id), q(jobId)});
        if (!mine)
            return mine.error();
        if (!mine->empty() && !pull.overrules.empty())
            if (const auto done = m_archive.writeOverrules(pull.id, pull.overrules); !done)
                return done;
    }
    if (file.comparison) {
        ComparisonRecord comparison = *file.comparison;
        comparison.baseSetup = idOf(comparison.baseSetup);
        comparison.withSetup = idOf(comparison.withSetup);
        if (const auto done = m_archive.writeComparison(jobId, comparison); !done)
            return done;
    }
    for (const auto& [kind, body] : file.sheets)
        if (const auto done = m_archive.writeSheet(jobId, kind, body); !done)
            return done;
    for (const AttachmentRecord& a : file.attachments) {
        if (!a.file.empty() && !InnerPath::below(m_archive.m_folder, q(a.file))) {
            m_out.problems.emplace_back(Message{"check.photo-outside", {cleanedText(file.job)}}, cleanedText(a.file));
            continue;
        }
        if (const auto done = m_archive.writeAttachment(jobId, a); !done)
            return done;
    }
    for (std::size_t i = 0; i < file.claims.size(); ++i) {
        ClaimRecord claim = file.claims[i].claim;
        if (claim.id.empty())
            claim.id = contentId("claim\n" + jobId + "\n" + std::to_string(i) + "\n" + claim.said);
        if (claim.created.empty()) // in the order of the file
            claim.created = QDateTime::fromMSecsSinceEpoch(static_cast<qint64>(i), Qt::UTC)
                                .toString(Qt::ISODateWithMs)
                                .toStdString();
        const Result<std::string> claimId = m_archive.idWithin(jobId, "claim", claim.id);
        if (!claimId)
            return claimId.error();
        claim.id = *claimId;
        claim.baseSetup = idOf(claim.baseSetup);
        claim.withSetup = idOf(claim.withSetup);
        const auto here = m_archive.m_db->query(QStringLiteral("SELECT count(*) FROM claim_verdict WHERE claim_id = ?"),
                                                {q(claim.id)});
        if (!here)
            return here.error();
        if (const auto done = m_archive.writeClaim(jobId, claim); !done)
            return done;
        for (std::size_t v = here->front()[0].toULongLong(); v < claim.history.size(); ++v)
            if (const auto done = m_archive.writeVerdict(claim.id, claim.history[v]); !done)
                return done;
    }
    return Done{};
}

} // namespace jr
