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

std::string halvesProblem(const PullHalves& h) {
    const std::string name = shown(h.mirror);
    if (!h.pathProblem.empty())
        return name + ": the pull file is said to lie outside the archive";
    if (h.traceWhole && h.fileWhole)
        return {};
    if (h.traceWhole)
        return name + (h.fileThere ? ": the pull file is not what was kept; the database still has the pull"
                                   : ": the pull file is missing; the database still has the pull");
    if (h.fileWhole)
        return name + ": the trace in the database is damaged; its pull file is whole";
    return name + (h.fileThere ? ": both the trace in the database and the pull file are damaged"
                               : ": lost: the trace in the database is damaged or missing, and so is the pull file");
}

} // namespace

Result<SafetyReport> Archive::check(bool thorough, const Progress& progress) const {
    SafetyReport out;
    if (thorough) {
        const auto whole = m_db->query(QStringLiteral("PRAGMA integrity_check"));
        if (!whole)
            return whole.error();
        if (whole->empty() || whole->front()[0].toString() != QLatin1String("ok"))
            out.problems.push_back("the database is damaged: " +
                                   (whole->empty() ? std::string("no answer") : s(whole->front()[0])));
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
        std::string problem;
        if (thorough) {
            const Result<PullHalves> halves = readHalves(*m_db, m_folder, id);
            if (!halves)
                return halves.error();
            problem = halvesProblem(*halves);
        } else {
            const Result<InnerPath> path = InnerPath::below(m_folder, q(mirror));
            if (!path || !QFileInfo::exists(path->absolute()))
                problem = shown(mirror) + (r[2].toLongLong() > 0
                                               ? ": the pull file is missing; the database still has the pull"
                                               : ": lost: neither the database nor a file has the pull");
        }
        if (problem.empty())
            ++out.mirrored;
        else
            out.problems.push_back(problem);
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
            out.problems.push_back(shown(path) + ": a pull file that cannot be read: " + pull.error().reason);
            continue;
        }
        if (ids.contains(pull->id)) {
            const Result<Trace> trace = loadPullFile(m_folder.toStdString() + "/" + path);
            const Result<Done> same = trace ? sameAsKept(pull->id, *trace) : Result<Done>(trace.error());
            if (same)
                out.remarks.push_back(shown(path) + ": a second copy of a pull that is kept");
            else
                out.problems.push_back(shown(path) + ": " + same.error().text());
            continue;
        }
        if (const auto [first, fresh] = seen.emplace(pull->id, path); !fresh)
            out.problems.push_back(shown(path) + ": has the same id as " + shown(first->second));
        else if (pull->job.empty())
            out.offered.push_back(shown(path) + ": it does not say what job it belongs to");
        else
            out.problems.push_back(shown(path) + ": a pull file that is not in the database");
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
        const std::string name = shown(s(r[1]));
        const Result<InnerPath> path = InnerPath::below(m_folder, q(folder + "/job.json"));
        if (!path) {
            out.problems.push_back(name + ": its files are said to lie outside the archive");
            continue;
        }
        if (!QFileInfo::exists(path->absolute())) {
            out.problems.push_back(shown(folder) + "/job.json: the job file is missing");
            continue;
        }
        if (!thorough)
            continue;
        const Result<std::string> bytes = readBytes(path->absolute().toStdString(), ReadBounds::mostJsonBytes);
        const Result<JobFile> file = bytes ? readJobFile(*bytes, folder + "/job.json") : Result<JobFile>(bytes.error());
        const Result<std::string> text = jobFileText(id);
        if (!text)
            return text.error();
        if (!file || !file->whole)
            out.problems.push_back(shown(folder) + "/job.json: the job file is damaged" +
                                   (file ? "" : ": " + file.error().reason));
        else if (*bytes != *text)
            out.problems.push_back(shown(folder) + "/job.json: the job file and the database disagree");
    }
    for (const std::string& path : filesBelow(m_folder, QStringLiteral("job.json"))) {
        const Result<JobFile> file = loadJobFile(m_folder.toStdString() + "/" + path);
        if (file && !file->id.empty() && !jobIds.contains(file->id))
            out.problems.push_back(shown(path) + ": a job that is not in the database: " + shown(file->job));
    }
    if (thorough) {
        const std::string path = (m_folder + QStringLiteral("/benches.json")).toStdString();
        const auto text = benchFileText();
        if (!text)
            return text.error();
        const auto benchRows = benches();
        const bool there = QFileInfo::exists(q(path));
        const Result<BenchFile> file = there ? loadBenchFile(path) : Result<BenchFile>(Error{Message{"store.missing"}});
        if (there && (!file || !file->whole))
            out.problems.push_back("benches.json: the list of benches is damaged");
        else if (benchRows && (there ? jr::benchFileText(*file) != *text : !benchRows->empty()))
            out.problems.push_back("benches.json: the list of benches and the database disagree");
    }
    const auto photos = m_db->query(QStringLiteral("SELECT file FROM attachment WHERE file <> ''"));
    if (!photos)
        return photos.error();
    for (const Row& r : *photos) {
        const Result<InnerPath> path = InnerPath::below(m_folder, r[0].toString());
        if (!path || !QFileInfo(path->absolute()).isFile())
            out.problems.push_back(shown(s(r[0])) + ": a photo or file of a job is missing");
    }
    if (thorough)
        if (const auto kept = sheetsOfKind(sheet_kind::setupFiles))
            for (const auto& [jobId, body] : *kept)
                if (const Result<JobRecord> job = this->job(jobId))
                    for (const SetupFile& file : setupFilesOf(body))
                        if (const Result<bool> whole = fileIsWhole(*job, file); !whole || !*whole)
                            out.problems.push_back(shown(file.name) +
                                                   ": the file kept with a setup is not what was kept any more");
    if (thorough)
        if (const auto kept = sheetsOfKind(sheet_kind::handOvers))
            for (const auto& [jobId, body] : *kept)
                if (const Result<JobRecord> job = this->job(jobId))
                    for (const HandOver& one : handOversOf(body))
                        if (const Result<std::string> frozen = frozenSheet(*job, one); !frozen)
                            out.problems.push_back(shown(job->name) + ", hand-over " + std::to_string(one.number) +
                                                   ": " + frozen.error().reason);
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
