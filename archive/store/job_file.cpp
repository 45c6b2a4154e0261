// job.json beside a job's pull files: all that the pull files themselves do not say, so that a folder of them rebuilds
// the job.
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"

#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QUuid>

#include <cmath>
#include <map>

namespace jr {
namespace {

using Json = nlohmann::ordered_json;

QString q(const std::string& text) {
    return QString::fromStdString(text);
}
std::string s(const QVariant& value) {
    return value.toString().toStdString();
}
Json orNull(const std::optional<double>& v) {
    return v ? Json(*v) : Json(nullptr);
}
QVariant nullable(const std::optional<double>& v) {
    return v ? QVariant(*v) : QVariant();
}
std::optional<double> maybe(const QVariant& v) {
    return v.isNull() ? std::nullopt : std::optional(v.toDouble());
}

// Reading what a person may have edited: anything of the wrong kind counts as not there.
std::string textOf(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_string() ? j[key].get<std::string>() : std::string();
}
std::optional<double> numberOf(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_number() ? std::optional(j[key].get<double>()) : std::nullopt;
}
bool flagOf(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_boolean() && j[key].get<bool>();
}
Json listOf(const Json& j, const char* key) {
    return j.is_object() && j.contains(key) && j[key].is_array() ? j[key] : Json::array();
}

Json changeJson(const SetupChange& c) {
    return {{"part", c.part},
            {"from", c.from},
            {"to", c.to},
            {"weight_off_kg", orNull(c.weightOffKg)},
            {"weight_on_kg", orNull(c.weightOnKg)},
            {"price", orNull(c.price)},
            {"hours", orNull(c.hours)},
            {"note", c.note},
            {"belongs", c.belongs},
            {"cylinder", c.cylinder}};
}

SetupChange changeOf(const Json& j) {
    return {textOf(j, "part"),
            textOf(j, "from"),
            textOf(j, "to"),
            numberOf(j, "weight_off_kg"),
            numberOf(j, "weight_on_kg"),
            numberOf(j, "price"),
            numberOf(j, "hours"),
            textOf(j, "note"),
            flagOf(j, "belongs"),
            static_cast<int>(numberOf(j, "cylinder").value_or(0.))};
}

Json jobJson(const JobRecord& job, const std::vector<ClaimRecord>& claims) {
    const auto nameOf = [&](const std::string& id) -> Json {
        const SetupRecord* setup = job.setup(id);
        return setup ? Json(setup->name) : Json(nullptr);
    };
    Json setups = Json::array(), pulls = Json::array(), claimList = Json::array();
    for (const SetupRecord& one : job.setups) {
        Json changes = Json::array();
        for (const SetupChange& c : one.changes)
            changes.push_back(changeJson(c));
        setups.push_back(
            {{"name", one.name}, {"mark", one.mark}, {"parent", nameOf(one.parentId)}, {"changes", changes}});
    }
    for (const PullRecord& p : job.pulls) {
        Json overrules = Json::array();
        for (const FlagOverrule& o : p.overrules)
            overrules.push_back(
                {{"kind", flagText(o.kind)}, {"at_s", std::isfinite(o.atS) ? Json(o.atS) : Json(nullptr)}});
        pulls.push_back({{"id", p.id},
                         {"number", p.number},
                         {"setup", nameOf(p.setupId)},
                         {"file", QFileInfo(q(p.mirror)).fileName().toStdString()},
                         {"aside", p.aside},
                         {"why", p.asideWhy},
                         {"overrules", overrules}});
    }
    for (const ClaimRecord& c : claims) {
        Json history = Json::array();
        for (const VerdictRecord& v : c.history)
            history.push_back(
                {{"made", v.made}, {"verdict", verdictText(v.verdict)}, {"reason", v.reason}, {"note", v.note}});
        claimList.push_back({{"said", c.said},
                             {"source", c.source},
                             {"kind", c.claim.kind == ClaimKind::GainsAtLeast ? "gains" : "costs-nothing"},
                             {"pct", c.claim.pct},
                             {"from_rpm", orNull(c.fromRpm)},
                             {"to_rpm", orNull(c.toRpm)},
                             {"base", nameOf(c.baseSetup)},
                             {"with", nameOf(c.withSetup)},
                             {"verdicts", history}});
    }
    Json comparison = nullptr;
    if (job.comparison)
        comparison = {{"base", nameOf(job.comparison->baseSetup)},   {"with", nameOf(job.comparison->withSetup)},
                      {"standard", job.comparison->standard},        {"worth_pct", job.comparison->worthPct},
                      {"from_rpm", orNull(job.comparison->fromRpm)}, {"to_rpm", orNull(job.comparison->toRpm)},
                      {"detail_rpm", job.comparison->detailRpm}};
    Json sheets = Json::object(), attachments = Json::array();
    for (const auto& [kind, body] : job.sheets) {
        Json sheet = Json::parse(body, nullptr, false);
        sheets[kind] = sheet.is_discarded() ? Json(body) : std::move(sheet);
    }
    for (const AttachmentRecord& a : job.attachments)
        attachments.push_back(
            {{"id", a.id}, {"about", a.about}, {"file", a.file}, {"words", a.words}, {"added", a.added}});
    return {{"jolly-ram", "job 1"},
            {"id", job.id},
            {"job", job.name},
            {"machine", job.machine},
            {"created", job.created},
            {"setups", setups},
            {"pulls", pulls},
            {"comparison", comparison},
            {"claims", claimList},
            {"sheets", sheets},
            {"attachments", attachments}};
}

} // namespace

Result<Done> Archive::writeJobFile(const std::string& jobId) const {
    const Result<JobRecord> record = job(jobId);
    if (!record)
        return record.error();
    const Result<std::vector<ClaimRecord>> chalked = claims(jobId);
    if (!chalked)
        return chalked.error();
    const QString folder =
        m_folder + QLatin1Char('/') +
        (record->pulls.empty() ? jobFolder(record->name, jobId) : QFileInfo(q(record->pulls.front().mirror)).path());
    if (!QDir().mkpath(folder))
        return Error{"the folder for pull files cannot be made", folder.toStdString()};
    const QString path = folder + QStringLiteral("/job.json");
    return writeBytes(path.toStdString(),
                      jobJson(*record, *chalked).dump(1, ' ', false, Json::error_handler_t::replace) + "\n");
}

Result<Done> Archive::restoreFromJobFile(const std::string& jobId, const Json& about) {
    Result<JobRecord> record = job(jobId);
    if (!record)
        return record.error();
    std::map<std::string, std::string> ids; // setup name -> id
    for (const SetupRecord& setup : record->setups)
        ids[setup.name] = setup.id;
    // Setups that never had a pull come back too; parents only once all are there.
    for (const Json& one : listOf(about, "setups"))
        if (const std::string name = textOf(one, "name"); !name.empty() && !ids.contains(name)) {
            const Result<std::string> made = createSetup(jobId, name, {}, {});
            if (!made)
                return made.error();
            ids[name] = *made;
        }
    const auto idOf = [&](const std::string& name) { return ids.contains(name) ? ids[name] : std::string(); };
    for (const Json& one : listOf(about, "setups")) {
        const std::string id = idOf(textOf(one, "name"));
        if (id.empty())
            continue;
        std::vector<SetupChange> changes;
        for (const Json& c : listOf(one, "changes"))
            changes.push_back(changeOf(c));
        if (const auto mark = numberOf(one, "mark"))
            if (const auto done = m_db->run(QStringLiteral("UPDATE setup SET mark = ? WHERE id = ?"),
                                            {static_cast<int>(*mark) & 7, q(id)});
                !done)
                return done;
        if (const Result<Done> done = setSetupChanges(id, idOf(textOf(one, "parent")), changes); !done)
            return done;
    }
    for (const Json& p : listOf(about, "pulls")) {
        std::vector<FlagOverrule> overrules;
        for (const Json& o : listOf(p, "overrules"))
            if (FlagKind kind{}; parseFlagKind(textOf(o, "kind"), kind))
                overrules.push_back({kind, numberOf(o, "at_s").value_or(std::numeric_limits<double>::quiet_NaN())});
        if (!overrules.empty())
            if (const Result<Done> done = setOverrules(textOf(p, "id"), overrules); !done)
                return done;
    }
    if (about.is_object() && about.contains("comparison") && about["comparison"].is_object()) {
        const Json& c = about["comparison"];
        ComparisonRecord comparison;
        comparison.baseSetup = idOf(textOf(c, "base"));
        comparison.withSetup = idOf(textOf(c, "with"));
        if (!textOf(c, "standard").empty())
            comparison.standard = textOf(c, "standard");
        comparison.worthPct = numberOf(c, "worth_pct").value_or(comparison.worthPct);
        comparison.fromRpm = numberOf(c, "from_rpm");
        comparison.toRpm = numberOf(c, "to_rpm");
        comparison.detailRpm = numberOf(c, "detail_rpm").value_or(0.);
        if (const Result<Done> done = setComparison(jobId, comparison); !done)
            return done;
    }
    if (about.is_object() && about.contains("sheets") && about["sheets"].is_object())
        for (const auto& [kind, sheet] : about["sheets"].items())
            if (const Result<Done> done =
                    setSheet(jobId, kind, sheet.is_string() ? sheet.get<std::string>() : sheet.dump());
                !done)
                return done;
    for (const Json& a : listOf(about, "attachments"))
        if (const std::string id = textOf(a, "id"); !id.empty())
            if (const Result<Done> done = attachAgain(
                    jobId, {id, textOf(a, "about"), textOf(a, "file"), textOf(a, "words"), textOf(a, "added")});
                !done)
                return done;
    for (const Json& c : listOf(about, "claims")) {
        ClaimRecord claim;
        claim.said = textOf(c, "said");
        claim.source = textOf(c, "source");
        claim.claim.kind = textOf(c, "kind") == "costs-nothing" ? ClaimKind::CostsNothing : ClaimKind::GainsAtLeast;
        claim.claim.pct = numberOf(c, "pct").value_or(1.);
        claim.fromRpm = numberOf(c, "from_rpm");
        claim.toRpm = numberOf(c, "to_rpm");
        claim.baseSetup = idOf(textOf(c, "base"));
        claim.withSetup = idOf(textOf(c, "with"));
        const Result<std::string> id = saveClaim(jobId, claim);
        if (!id)
            return id.error();
        for (const Json& v : listOf(c, "verdicts")) {
            const std::string word = textOf(v, "verdict");
            const Verdict verdict = word == "held"     ? Verdict::Held
                                    : word == "failed" ? Verdict::Failed
                                                       : Verdict::Undecided;
            if (const Result<Done> done =
                    addVerdict(*id, {textOf(v, "made"), verdict, textOf(v, "reason"), textOf(v, "note")});
                !done)
                return done;
        }
    }
    return Done{};
}

Result<std::string> Archive::createSetup(const std::string& jobId, const std::string& name, const std::string& parentId,
                                         const std::vector<SetupChange>& changes) {
    if (name.empty())
        return Error{"a setup needs a name"};
    const std::string id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        const auto known = m_db->query(QStringLiteral("SELECT name FROM setup WHERE job_id = ?"), {q(jobId)});
        if (!known)
            return known.error();
        for (const Row& r : *known)
            if (s(r[0]) == name)
                return Error{"this job has a setup of that name already"};
        return m_db->run(QStringLiteral("INSERT INTO setup (id, job_id, name, mark) VALUES (?, ?, ?, ?)"),
                         {q(id), q(jobId), q(name), static_cast<int>(known->size() % 8)});
    });
    if (!done)
        return done.error();
    if (const Result<Done> set = setSetupChanges(id, parentId, changes); !set)
        return set.error();
    return id;
}

Result<std::vector<ClaimRecord>> Archive::claims(const std::string& jobId) const {
    const auto rows = m_db->query(
        QStringLiteral("SELECT id, said, source, kind, pct, from_rpm, to_rpm, base_setup, with_setup FROM claim"
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
        ClaimRecord c{s(r[0]),     s(r[1]),     s(r[2]), {static_cast<ClaimKind>(r[3].toInt()), r[4].toDouble()},
                      maybe(r[5]), maybe(r[6]), s(r[7]), s(r[8]),
                      {}};
        for (const Row& v : *verdicts)
            if (s(v[0]) == c.id)
                c.history.push_back({s(v[1]), static_cast<Verdict>(v[2].toInt()), s(v[3]), s(v[4])});
        out.push_back(std::move(c));
    }
    return out;
}

Result<std::string> Archive::saveClaim(const std::string& jobId, const ClaimRecord& c) {
    if (c.said.empty())
        return Error{"a claim needs its words"};
    const std::string id = c.id.empty() ? QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString() : c.id;
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        const auto found = m_db->query(QStringLiteral("SELECT created FROM claim WHERE id = ?"), {q(id)});
        if (!found)
            return found.error();
        if (!found->empty())
            return m_db->run(QStringLiteral("UPDATE claim SET said = ?, source = ?, kind = ?, pct = ?, from_rpm = ?, "
                                            "to_rpm = ?, base_setup = ?, with_setup = ? WHERE id = ?"),
                             {q(c.said), q(c.source), static_cast<int>(c.claim.kind), c.claim.pct, nullable(c.fromRpm),
                              nullable(c.toRpm), q(c.baseSetup), q(c.withSetup), q(id)});
        return m_db->run(QStringLiteral("INSERT INTO claim (id, job_id, said, source, kind, pct, from_rpm, to_rpm, "
                                        "base_setup, with_setup, created)"
                                        " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
                         {q(id), q(jobId), q(c.said), q(c.source), static_cast<int>(c.claim.kind), c.claim.pct,
                          nullable(c.fromRpm), nullable(c.toRpm), q(c.baseSetup), q(c.withSetup),
                          QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs)});
    });
    if (!done)
        return done.error();
    if (const Result<Done> written = writeJobFile(jobId); !written)
        return written.error();
    return id;
}

Result<Done> Archive::addVerdict(const std::string& claimId, const VerdictRecord& v) {
    const auto job = m_db->query(QStringLiteral("SELECT job_id FROM claim WHERE id = ?"), {q(claimId)});
    if (!job)
        return job.error();
    if (job->empty())
        return Error{"there is no such claim in this archive"};
    const Result<Done> done = m_db->run(
        QStringLiteral("INSERT INTO claim_verdict (claim_id, made, verdict, reason, note) VALUES (?, ?, ?, ?, ?)"),
        {q(claimId), q(v.made), static_cast<int>(v.verdict), q(v.reason), q(v.note)});
    return done ? writeJobFile(s(job->front()[0])) : done;
}

} // namespace jr
