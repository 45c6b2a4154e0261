// SPDX-License-Identifier: GPL-3.0-or-later
// Claims chalked up before a test, and what became of them.
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"

#include <QDateTime>

namespace jr {
namespace {

QString named(std::string_view name) {
    return QString::fromUtf8(name.data(), static_cast<qsizetype>(name.size()));
}

} // namespace

Result<std::vector<ClaimRecord>> Archive::claims(const std::string& jobId) const {
    const auto rows = m_db->query(QStringLiteral("SELECT id, said, source, kind, pct, band_from, band_to, base_setup, "
                                                 "with_setup, created, places_axis FROM claim"
                                                 " WHERE job_id = ? ORDER BY created, id"),
                                  {q(jobId)});
    const auto verdicts = m_db->query(
        QStringLiteral("SELECT v.claim_id, v.made, v.verdict, v.reason, v.note FROM claim_verdict v JOIN claim c"
                       " ON c.id = v.claim_id WHERE c.job_id = ? ORDER BY v.id"),
        {q(jobId)});
    if (!rows || !verdicts)
        return (rows ? verdicts : rows).error();
    std::vector<ClaimRecord> out;
    for (const Row& r : *rows) {
        ClaimRecord c{s(r[0]),     s(r[1]),     s(r[2]),  s(r[9]), claimNamed(s(r[3]), r[4].toDouble()),
                      maybe(r[5]), maybe(r[6]), s(r[10]), s(r[7]), s(r[8]),
                      {}};
        for (const Row& v : *verdicts)
            if (s(v[0]) == c.id)
                c.history.push_back({s(v[1]), verdictOf(s(v[2])), s(v[3]), s(v[4])});
        out.push_back(std::move(c));
    }
    return out;
}

Result<Done> Archive::writeClaim(const std::string& jobId, const ClaimRecord& c) {
    const auto found = m_db->query(QStringLiteral("SELECT job_id FROM claim WHERE id = ?"), {q(c.id)});
    if (!found)
        return found.error();
    if (!found->empty() && s(found->front()[0]) != jobId)
        return Error{Message{"store.no-claim"}}; // of another job: none of this one's
    if (!found->empty())
        return m_db->run(QStringLiteral("UPDATE claim SET said = ?, source = ?, kind = ?, pct = ?, band_from = ?, "
                                        "band_to = ?, places_axis = ?, base_setup = ?, with_setup = ? WHERE id = ?"),
                         {q(c.said), q(c.source), q(claimName(c.claim)), c.claim.amount, nullable(c.from),
                          nullable(c.to), q(c.placesAxis), q(c.baseSetup), q(c.withSetup), q(c.id)});
    return m_db->run(
        QStringLiteral("INSERT INTO claim (id, job_id, said, source, kind, pct, band_from, band_to, places_axis, "
                       "base_setup, with_setup, created)"
                       " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
        {q(c.id), q(jobId), q(c.said), q(c.source), q(claimName(c.claim)), c.claim.amount, nullable(c.from),
         nullable(c.to), q(c.placesAxis), q(c.baseSetup), q(c.withSetup),
         c.created.empty() ? QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs) : q(c.created)});
}

Result<std::string> Archive::saveClaim(const std::string& jobId, const ClaimRecord& given) {
    if (given.said.empty())
        return Error{Message{"store.claim-without-words"}};
    ClaimRecord claim = given;
    if (claim.id.empty())
        claim.id = newId();
    const Result<Done> done = change(jobId, [&] { return writeClaim(jobId, claim); });
    if (!done)
        return done.error();
    return claim.id;
}

Result<Done> Archive::writeVerdict(const std::string& claimId, const VerdictRecord& v) {
    return m_db->run(
        QStringLiteral("INSERT INTO claim_verdict (claim_id, made, verdict, reason, note) VALUES (?, ?, ?, ?, ?)"),
        {q(claimId), q(v.made), named(verdictText(v.verdict)), q(v.reason), q(v.note)});
}

Result<Done> Archive::addVerdict(const std::string& claimId, const VerdictRecord& verdict) {
    const auto job = m_db->query(QStringLiteral("SELECT job_id FROM claim WHERE id = ?"), {q(claimId)});
    if (!job)
        return job.error();
    if (job->empty())
        return Error{Message{"store.no-claim"}};
    return change(s(job->front()[0]), [&] { return writeVerdict(claimId, verdict); });
}

} // namespace jr
