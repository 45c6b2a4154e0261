// SPDX-License-Identifier: GPL-3.0-or-later
// How safe the records are: both halves held against each other, nothing changed.
#include "archive/disk/safe_file.h"
#include "archive/formats/hand_overs_sheet.h"
#include "archive/formats/json_text.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/setup_files_sheet.h"
#include "archive/formats/text.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "archive/store/bench_file.h"
#include "archive/store/job_file.h"
#include "archive/store/open_half.h"
#include "archive/store/pull_halves.h"

#include <nlohmann/json.hpp>

#include <QFileInfo>

#include <map>
#include <set>

namespace jr {
namespace {

/// A file name of somebody else's in a sentence of ours.
std::string shown(const std::string& name) {
    return cleanedText(name, 300);
}

/// Empty when both are whole.
Message halvesProblem(const PullHalves& h) {
    if (!h.pathProblem.empty())
        return {"check.pull-outside"};
    if (h.traceWhole && h.fileWhole)
        return {};
    if (h.traceWhole)
        return {h.fileThere ? "check.pull-other" : "check.pull-missing"};
    if (h.fileWhole)
        return {"check.trace-damaged"};
    return {h.fileThere ? "check.pull-damaged" : "check.pull-lost"};
}

} // namespace

Result<SafetyReport> Archive::check(bool thorough, const Progress& progress) const {
    SafetyReport out;
    const auto problem = [&](const std::string& file, Message message) {
        out.problems.emplace_back(std::move(message), shown(file));
    };
    if (thorough) {
        const auto whole = m_db->query(QStringLiteral("PRAGMA integrity_check"));
        if (!whole)
            return whole.error();
        if (whole->empty() || whole->front()[0].toString() != QLatin1String("ok"))
            out.problems.emplace_back(
                Message{"check.database-damaged", {whole->empty() ? std::string("?") : s(whole->front()[0])}});
    }
    const auto rows = m_db->query(QStringLiteral("SELECT id, mirror, length(raw) FROM pull ORDER BY mirror"));
    if (!rows)
        return rows.error();
    std::map<std::string, std::string> known; // mirror -> pull id
    std::set<std::string> ids;
    int done = 0;
    for (const Row& r : *rows) {
        ++out.pulls;
        const std::string id = s(r[0]), mirror = s(r[1]);
        known.emplace(mirror, id);
        ids.insert(id);
        Message wrong;
        if (thorough) {
            const Result<PullHalves> halves = readHalves(*m_db, m_folder, id);
            if (!halves)
                return halves.error();
            wrong = halvesProblem(*halves);
        } else {
            const Result<InnerPath> path = InnerPath::below(m_folder, q(mirror));
            if (!path || !QFileInfo::exists(path->absolute()))
                wrong = {r[2].toLongLong() > 0 ? "check.pull-missing" : "check.pull-nowhere"};
        }
        if (wrong.empty())
            ++out.mirrored;
        else
            problem(mirror, std::move(wrong));
        if (progress && !progress(++done, static_cast<int>(rows->size())))
            break;
    }
    // Pull files that no record names.
    std::vector<std::string> loose;
    for (const std::string& path : filesBelow(m_folder, QStringLiteral(".pull.csv")))
        if (!known.contains(path))
            loose.push_back(path);
    std::map<std::string, std::string> seen; // pull id -> loose file
    for (const std::string& path : loose) {
        const Result<LoosePull> pull = readLoosePull(m_folder, path);
        if (!pull) {
            problem(path, {"check.pull-unreadable", {Sayings{{messageOf(pull.error())}}}});
            continue;
        }
        if (ids.contains(pull->id)) {
            const Result<Trace> trace = loadPullFile(m_folder.toStdString() + "/" + path);
            const Result<Done> same = trace ? sameAsKept(pull->id, *trace) : Result<Done>(trace.error());
            if (same)
                out.remarks.emplace_back(Message{"check.second-copy"}, shown(path));
            else
                problem(path, messageAtPlace(same.error()));
            continue;
        }
        if (const auto [first, fresh] = seen.emplace(pull->id, path); !fresh)
            problem(path, {"check.same-id", {shown(first->second)}});
        else if (pull->job.empty())
            out.offered.emplace_back(Message{"check.no-job-said"}, shown(path));
        else
            problem(path, {"check.pull-not-in-database"});
    }
    // Job files.
    const auto jobRows = m_db->query(QStringLiteral("SELECT id, name, folder, revision FROM job"));
    if (!jobRows)
        return jobRows.error();
    std::set<std::string> jobIds;
    for (const Row& r : *jobRows) {
        const std::string id = s(r[0]), folder = s(r[2]);
        jobIds.insert(id);
        if (r[3].toLongLong() == 0 && folder.empty())
            continue; // of an older program and not changed since: it wrote its job file by its own rules
        const std::string name = s(r[1]), jobFile = folder + "/job.json";
        const Result<InnerPath> path = InnerPath::below(m_folder, q(jobFile));
        if (!path) {
            problem(name, {"check.job-outside"});
            continue;
        }
        if (!QFileInfo::exists(path->absolute())) {
            problem(jobFile, {"check.job-file-missing"});
            continue;
        }
        if (!thorough)
            continue;
        const Result<std::string> bytes = readBytes(path->absolute().toStdString(), ReadBounds::mostJsonBytes);
        const Result<JobFile> file = bytes ? readJobFile(*bytes, jobFile) : Result<JobFile>(bytes.error());
        const Result<std::string> text = jobFileText(id);
        if (!text)
            return text.error();
        if (!file)
            problem(jobFile, {"check.job-file-damaged-so", {Sayings{{messageOf(file.error())}}}});
        else if (!file->whole)
            problem(jobFile, {"check.job-file-damaged"});
        else if (*bytes != *text)
            problem(jobFile, {"check.job-file-differs"});
    }
    for (const std::string& path : filesBelow(m_folder, QStringLiteral("job.json"))) {
        const Result<JobFile> file = loadJobFile(m_folder.toStdString() + "/" + path);
        if (file && !file->id.empty() && !jobIds.contains(file->id))
            problem(path, {"check.job-not-in-database", {shown(file->job)}});
    }
    if (thorough) {
        const std::string path = (m_folder + QStringLiteral("/benches.json")).toStdString(),
                          list = QFileInfo(q(path)).fileName().toStdString();
        const auto text = benchFileText();
        if (!text)
            return text.error();
        const auto benchRows = benches();
        const bool there = QFileInfo::exists(q(path));
        const Result<BenchFile> file = there ? loadBenchFile(path) : Result<BenchFile>(Error{Message{"store.missing"}});
        if (there && (!file || !file->whole))
            problem(list, {"check.benches-damaged"});
        else if (benchRows && (there ? jr::benchFileText(*file) != *text : !benchRows->empty()))
            problem(list, {"check.benches-differ"});
    }
    const auto photos = m_db->query(QStringLiteral("SELECT file FROM attachment WHERE file <> ''"));
    if (!photos)
        return photos.error();
    for (const Row& r : *photos) {
        const Result<InnerPath> path = InnerPath::below(m_folder, r[0].toString());
        if (!path || !QFileInfo(path->absolute()).isFile())
            problem(s(r[0]), {"check.photo-missing"});
    }
    if (thorough)
        if (const auto kept = sheetsOfKind(sheet_kind::setupFiles))
            for (const auto& [jobId, body] : *kept)
                if (const Result<JobRecord> job = this->job(jobId))
                    for (const SetupFile& file : setupFilesOf(body))
                        if (const Result<bool> whole = fileIsWhole(*job, file); !whole || !*whole)
                            problem(file.name, {"check.setup-file-changed"});
    if (thorough)
        if (const auto kept = sheetsOfKind(sheet_kind::handOvers))
            for (const auto& [jobId, body] : *kept)
                if (const Result<JobRecord> job = this->job(jobId))
                    for (const HandOver& one : handOversOf(body))
                        if (const Result<std::string> frozen = frozenSheet(*job, one); !frozen)
                            problem(job->name, {"check.hand-over",
                                                {std::to_string(one.number), Sayings{{messageOf(frozen.error())}}}});
    const auto copies = m_db->query(QStringLiteral("SELECT made, place FROM copy_made ORDER BY id DESC LIMIT 1"));
    if (!copies)
        return copies.error();
    if (!copies->empty()) {
        out.lastCopyMade = s(copies->front()[0]);
        out.lastCopyPlace = s(copies->front()[1]);
    }
    const auto open = m_db->query(QStringLiteral("SELECT files FROM import_run WHERE finished = 0"));
    const auto sources = m_db->query(QStringLiteral("SELECT source FROM pull"));
    if (!open || !sources)
        return (open ? sources : open).error();
    std::set<std::string> kept;
    for (const Row& r : *sources)
        kept.insert(s(r[0]));
    for (const Row& r : *open)
        if (const Result<Json> files = readJson(s(r[0]), "import"); files && files->is_array())
            for (const Json& file : *files)
                if (file.is_string() && !kept.contains(file.get<std::string>()))
                    out.unfinished.push_back(file.get<std::string>());
    return out;
}

} // namespace jr
