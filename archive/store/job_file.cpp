// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/job_file.h"

#include "archive/disk/safe_file.h"
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

constexpr std::string_view kChecksumKey = ",\n \"checksum\": \"";

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
            wholeOf(j, "cylinder", 0, 64, 0)};
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
        setups.push_back({{"id", one.id},
                          {"name", one.name},
                          {"mark", one.mark},
                          {"parent", nameOf(one.parentId)},
                          {"changes", changes}});
    }
    for (const PullRecord& p : job.pulls) {
        Json overrules = Json::array();
        for (const FlagOverrule& o : p.overrules)
            overrules.push_back(
                {{"kind", flagText(o.kind)}, {"at_s", std::isfinite(o.atS) ? Json(o.atS) : Json(nullptr)}});
        pulls.push_back({{"id", p.id},
                         {"number", p.number},
                         {"setup", nameOf(p.setupId)},
                         {"file", p.mirror},
                         {"sha256", p.sha256},
                         {"aside", p.aside},
                         {"why", p.asideWhy},
                         {"overrules", overrules}});
    }
    for (const ClaimRecord& c : claims) {
        Json history = Json::array();
        for (const VerdictRecord& v : c.history)
            history.push_back(
                {{"made", v.made}, {"verdict", verdictText(v.verdict)}, {"reason", v.reason}, {"note", v.note}});
        claimList.push_back({{"id", c.id},
                             {"created", c.created},
                             {"said", c.said},
                             {"source", c.source},
                             {"kind", claimName(c.claim)},
                             {"pct", c.claim.amount},
                             {"places_axis", c.placesAxis},
                             {"from", orNull(c.from)},
                             {"to", orNull(c.to)},
                             {"base", nameOf(c.baseSetup)},
                             {"with", nameOf(c.withSetup)},
                             {"verdicts", history}});
    }
    Json comparison = nullptr;
    if (job.comparison)
        comparison = {{"base", nameOf(job.comparison->baseSetup)},
                      {"with", nameOf(job.comparison->withSetup)},
                      {"standard", job.comparison->standard},
                      {"worth_pct", job.comparison->worthPct},
                      {"axis", job.comparison->axis},
                      {"places_axis", job.comparison->placesAxis},
                      {"from", orNull(job.comparison->from)},
                      {"to", orNull(job.comparison->to)},
                      {"detail", job.comparison->detail}};
    Json sheets = Json::object(), attachments = Json::array();
    for (const auto& [kind, body] : job.sheets) {
        // As JSON where it is just that, so that people can read it; else as it stands.
        Result<Json> sheet = readJson(body, kind);
        sheets[kind] = sheet && writeJson(*sheet) == body ? std::move(sheet).value() : Json(body);
    }
    for (const AttachmentRecord& a : job.attachments)
        attachments.push_back(
            {{"id", a.id}, {"about", a.about}, {"file", a.file}, {"words", a.words}, {"added", a.added}});
    return {{"jolly-ram", "job 1"}, {"id", job.id},           {"revision", job.revision},
            {"job", job.name},      {"machine", job.machine}, {"created", job.created},
            {"setups", setups},     {"pulls", pulls},         {"comparison", comparison},
            {"claims", claimList},  {"sheets", sheets},       {"attachments", attachments}};
}

std::vector<FlagOverrule> overrulesOf(const Json& pull) {
    std::vector<FlagOverrule> out;
    for (const Json& o : listOf(pull, "overrules"))
        if (FlagKind kind{}; parseFlagKind(textOf(o, "kind"), kind))
            out.push_back({kind, numberOf(o, "at_s").value_or(std::numeric_limits<double>::quiet_NaN())});
    return out;
}

/// A place on an axis. Files of before there was a choice of axis wrote engine speeds.
std::optional<double> placeOf(const Json& j, const char* now, const char* before) {
    return j.contains(now) ? numberOf(j, now) : numberOf(j, before);
}

void readBand(const Json& j, std::optional<double>& from, std::optional<double>& to, std::string& placesAxis) {
    from = placeOf(j, "from", "from_rpm");
    to = placeOf(j, "to", "to_rpm");
    if (std::string axis = textOf(j, "places_axis"); !axis.empty())
        placesAxis = std::move(axis);
}

JobFileClaim claimOf(const Json& c) {
    JobFileClaim out;
    ClaimRecord& claim = out.claim;
    claim.id = textOf(c, "id");
    claim.created = textOf(c, "created");
    claim.said = textOf(c, "said");
    claim.source = textOf(c, "source");
    claim.claim = claimNamed(textOf(c, "kind"), numberOf(c, "pct").value_or(1.));
    readBand(c, claim.from, claim.to, claim.placesAxis);
    claim.baseSetup = textOf(c, "base");
    claim.withSetup = textOf(c, "with");
    for (const Json& v : listOf(c, "verdicts"))
        claim.history.push_back(
            {textOf(v, "made"), verdictOf(textOf(v, "verdict")), textOf(v, "reason"), textOf(v, "note")});
    return out;
}

} // namespace

std::string withChecksumMember(std::string text) {
    const std::size_t brace = text.rfind("\n}");
    if (brace == std::string::npos)
        return text;
    return text.substr(0, brace) + std::string(kChecksumKey) + sha256(text) + "\"" + text.substr(brace);
}

ChecksumState checksumMember(std::string_view text) {
    const std::size_t at = text.rfind(kChecksumKey);
    if (at == std::string_view::npos)
        return ChecksumState::None;
    const std::string_view rest = text.substr(at + kChecksumKey.size());
    const std::size_t end = rest.find('"');
    if (end == std::string_view::npos)
        return ChecksumState::Wrong;
    const std::string without = std::string(text.substr(0, at)) + std::string(rest.substr(end + 1));
    return sha256(without) == rest.substr(0, end) ? ChecksumState::Right : ChecksumState::Wrong;
}

std::string jobFileText(const JobRecord& job, const std::vector<ClaimRecord>& claims) {
    return withChecksumMember(writeJson(jobJson(job, claims), 1) + "\n");
}

Result<JobFile> readTornJobFile(std::string_view bytes, const std::string& place) {
    if (Result<JobFile> whole = readJobFile(bytes, place))
        return whole;
    const Result<Json> left = readTornJson(bytes, place);
    if (!left)
        return left.error();
    Result<JobFile> out = readJobFile(writeJson(*left), place);
    if (out) {
        out.value().torn = true;
        out.value().whole = out.value().checked = false;
    }
    return out;
}

Result<JobFile> readJobFile(std::string_view bytes, const std::string& place) {
    const Result<Json> json = readJson(bytes, place);
    if (!json)
        return json.error();
    const Json& j = *json;
    JobFile out;
    out.id = textOf(j, "id");
    out.job = textOf(j, "job");
    out.machine = textOf(j, "machine");
    out.created = textOf(j, "created");
    if (out.job.empty() && out.id.empty())
        return Error{Message{"store.not-a-job-file"}, place};
    out.revision = static_cast<long long>(std::clamp(numberOf(j, "revision").value_or(0.), 0., 1e15));
    const ChecksumState checksum = checksumMember(bytes);
    out.checked = checksum == ChecksumState::Right;
    out.whole = checksum != ChecksumState::Wrong;
    for (const Json& one : listOf(j, "setups")) {
        JobFileSetup setup{
            textOf(one, "id"), textOf(one, "name"), textOf(one, "parent"), wholeOf(one, "mark", 0, 7, 0), {}};
        for (const Json& c : listOf(one, "changes"))
            setup.changes.push_back(changeOf(c));
        if (!setup.name.empty())
            out.setups.push_back(std::move(setup));
    }
    for (const Json& p : listOf(j, "pulls")) {
        JobFilePull pull{textOf(p, "id"),     textOf(p, "setup"), textOf(p, "file"),
                         textOf(p, "sha256"), textOf(p, "why"),   wholeOf(p, "number", 0, 1 << 30, 0),
                         flagOf(p, "aside"),  overrulesOf(p)};
        if (!pull.id.empty())
            out.pulls.push_back(std::move(pull));
    }
    if (const Json& c = objectOf(j, "comparison"); !c.empty()) {
        ComparisonRecord comparison;
        comparison.baseSetup = textOf(c, "base");
        comparison.withSetup = textOf(c, "with");
        if (!textOf(c, "standard").empty())
            comparison.standard = textOf(c, "standard");
        comparison.worthPct = numberOf(c, "worth_pct").value_or(comparison.worthPct);
        comparison.axis = textOf(c, "axis");
        readBand(c, comparison.from, comparison.to, comparison.placesAxis);
        comparison.detail = placeOf(c, "detail", "detail_rpm").value_or(0.);
        out.comparison = comparison;
    }
    for (const Json& c : listOf(j, "claims"))
        if (JobFileClaim claim = claimOf(c); !claim.claim.said.empty())
            out.claims.push_back(std::move(claim));
    for (const auto& [kind, sheet] : objectOf(j, "sheets").items())
        out.sheets[kind] = sheet.is_string() ? sheet.get<std::string>() : writeJson(sheet);
    for (const Json& a : listOf(j, "attachments"))
        if (const std::string id = textOf(a, "id"); !id.empty())
            out.attachments.push_back(
                {id, textOf(a, "about"), textOf(a, "file"), textOf(a, "words"), textOf(a, "added")});
    return out;
}

Result<JobFile> loadJobFile(const std::string& path) {
    const Result<std::string> bytes = readBytes(path, ReadBounds::mostJsonBytes);
    if (!bytes)
        return bytes.error();
    return readJobFile(*bytes, path);
}

} // namespace jr
