// SPDX-License-Identifier: GPL-3.0-or-later
// What the open files say and the database does not: whose each loose pull file is, and every job brought in whole.
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "archive/store/archive_words.h"
#include "archive/store/rebuilder.h"
#include "core/every_core.h"

#include <algorithm>

namespace jr {
namespace {

std::string folderOf(const std::string& path) {
    return path.substr(0, path.rfind('/'));
}

/// A job that only its pull files speak of: the same in every rebuild of the same files.
std::string idFromName(const std::string& name, const std::string& machine) {
    return contentId("job\n" + name + "\n" + machine);
}

} // namespace

std::vector<std::string> Rebuilder::openFiles(const QString& ending) const {
    return filesBelow(m_archive.m_folder, ending, m_within.empty() ? "pulls" : m_within);
}

Result<int> Rebuilder::bringInFolder(const std::string& folder) {
    m_within = folder;
    for (const auto step : {&Rebuilder::readJobFiles, &Rebuilder::looseFiles})
        if (const Result<Done> done = (this->*step)(); !done)
            return done.error();
    for (const auto& [jobId, share] : m_shares)
        if (const Result<Done> done = bringIn(jobId, share); !done)
            return done.error();
    return m_out.pullsTaken;
}

Result<Done> Rebuilder::readJobFiles() {
    for (const std::string& path : openFiles(QStringLiteral("job.json"))) {
        if (path.substr(path.rfind('/') + 1) != "job.json")
            continue;
        const std::string absolute = m_archive.m_folder.toStdString() + "/" + path;
        const Result<std::string> read = readBytes(absolute, ReadBounds::mostJsonBytes);
        Result<JobFile> file = read ? readTornJobFile(*read, absolute) : Result<JobFile>(read.error());
        if (!file || !file->whole) {
            const Result<std::string> away = setAway(absolute);
            if (!away)
                return away.error();
            m_out.setAway.push_back(*away);
            if (!file)
                continue;
        }
        if (file->id.empty()) {
            const Result<std::string> owner = ownerOf(*file);
            if (!owner)
                return owner.error();
            file.value().id = *owner;
        }
        const std::string id = file->id;
        const auto there = m_jobFiles.find(id);
        if (there == m_jobFiles.end() || there->second.second.revision < file->revision)
            m_jobFiles[id] = {folderOf(path), std::move(file).value()};
    }
    for (const auto& [id, entry] : m_jobFiles)
        for (const JobFilePull& pull : entry.second.pulls)
            m_listed[pull.id].push_back(id);
    // Jobs of the files: new, or said by the file more newly than by the database.
    for (const auto& [id, entry] : m_jobFiles) {
        const auto& [folder, file] = entry;
        const auto row = m_archive.m_db->query(QStringLiteral("SELECT revision FROM job WHERE id = ?"), {q(id)});
        if (!row)
            return row.error();
        // What is left of a torn file is better than nothing, and worse than what the database has.
        bool newer = row->empty() || (!file.torn && file.revision > row->front()[0].toLongLong());
        if (!newer && file.checked && file.revision == row->front()[0].toLongLong()) {
            // As often changed, and not the same: something in the database is not what was written.
            const Result<std::string> text = m_archive.jobFileText(id);
            const Result<std::string> bytes =
                readBytes(m_archive.m_folder.toStdString() + "/" + folder + "/job.json", ReadBounds::mostJsonBytes);
            if (!text)
                return text.error();
            newer = bytes && *bytes != *text;
        }
        if (!newer)
            continue;
        Share& share = m_shares[id];
        share.file = &file;
        share.folder = folder;
        share.name = file.job;
        share.machine = file.machine;
        share.known = !row->empty();
    }
    return Done{};
}

Result<std::string> Rebuilder::ownerOf(const JobFile& file) {
    // The job the database keeps these pulls in; without pulls, one of that name and beginning; else a new one, the
    // same whenever it is read.
    for (const JobFilePull& pull : file.pulls) {
        const auto row = m_archive.m_db->query(QStringLiteral("SELECT job_id FROM pull WHERE id = ?"), {q(pull.id)});
        if (!row)
            return row.error();
        if (!row->empty())
            return s(row->front()[0]);
    }
    const auto row = m_archive.m_db->query(QStringLiteral("SELECT id FROM job WHERE name = ? AND created = ?"),
                                           {q(file.job), q(file.created)});
    if (!row)
        return row.error();
    return row->empty() ? idFromName(file.job, file.machine) : s(row->front()[0]);
}

Result<Done> Rebuilder::looseFiles() {
    std::vector<std::string> paths;
    for (const std::string& path : openFiles(QStringLiteral(".pull.csv")))
        if (!m_mirrors.contains(path))
            paths.push_back(path);
    std::vector<std::optional<Result<LoosePull>>> read(paths.size());
    onEveryCore(paths.size(), 1, [&](std::size_t i) { read[i].emplace(readLoosePull(m_archive.m_folder, paths[i])); });
    for (std::size_t i = 0; i < paths.size(); ++i) {
        if (!*read[i])
            continue; // a check names it with the reason; it stays as it is
        LoosePull pull = std::move(*read[i]).value();
        const Result<bool> known = knownAlready(pull);
        if (!known)
            return known.error();
        if (*known || m_taken.contains(pull.id))
            continue; // a second copy, or another pull of the same id: a check says which
        findJob(std::move(pull));
    }
    return Done{};
}

Result<bool> Rebuilder::knownAlready(const LoosePull& pull) {
    const auto row = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM pull WHERE id = ?"), {q(pull.id)});
    if (!row)
        return row.error();
    return !row->empty();
}

/// Whose pull a loose file is: the job whose file lists it, else the one its own head names, whatever folder it lies
/// in.
void Rebuilder::findJob(LoosePull pull) {
    std::string jobId;
    if (const auto listed = m_listed.find(pull.id); listed != m_listed.end()) {
        // Listed by more than one, it is that one's in whose folder it lies.
        jobId = listed->second.front();
        for (const std::string& id : listed->second)
            if (m_jobFiles.at(id).first == folderOf(pull.path))
                jobId = id;
    } else {
        if (pull.job.empty()) {
            m_out.offered.emplace_back(Message{"check.no-job-said"}, pull.path);
            return;
        }
        std::set<std::string> fitting;
        const auto rows = m_archive.m_db->query(
            QStringLiteral("SELECT job.id FROM job LEFT JOIN machine ON machine.id = job.machine_id WHERE job.name = ?"
                           " AND (? = '' OR coalesce(machine.name, '') = ?)"),
            {q(pull.job), q(pull.machine), q(pull.machine)});
        if (rows)
            for (const Row& r : *rows)
                fitting.insert(s(r[0]));
        for (const auto& [id, entry] : m_jobFiles)
            if (entry.second.job == pull.job && (pull.machine.empty() || entry.second.machine == pull.machine))
                fitting.insert(id);
        // Of two of a name it is that one's in whose folder it lies.
        for (const std::string& id : std::set<std::string>(fitting)) {
            const auto home = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM job WHERE id = ? AND folder = ?"),
                                                    {q(id), q(folderOf(pull.path))});
            const auto file = m_jobFiles.find(id);
            if ((home && !home->empty()) || (file != m_jobFiles.end() && file->second.first == folderOf(pull.path))) {
                fitting = {id};
                break;
            }
        }
        if (fitting.size() > 1) {
            m_out.offered.emplace_back(Message{"check.several-jobs", {cleanedText(pull.job)}}, pull.path);
            return;
        }
        jobId = fitting.empty() ? idFromName(pull.job, pull.machine) : *fitting.begin();
    }
    Share& share = m_shares[jobId];
    if (!share.file) {
        if (const auto file = m_jobFiles.find(jobId); file != m_jobFiles.end()) {
            share.file = &file->second.second;
            share.folder = file->second.first;
            share.name = share.file->job;
            share.machine = share.file->machine;
        } else if (share.name.empty()) {
            share.name = pull.job;
            share.machine = pull.machine;
        }
    }
    m_taken[pull.id] = pull.path;
    share.pulls.push_back(std::move(pull));
}

Result<std::string> Rebuilder::folderFor(const Share& share, const std::string& jobId) {
    const auto free = [&](const std::string& folder) -> Result<bool> {
        const auto taken = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM job WHERE folder = ?"), {q(folder)});
        if (!taken)
            return taken.error();
        return taken->empty();
    };
    if (!share.folder.empty()) {
        const Result<bool> mine = free(share.folder);
        if (!mine)
            return mine.error();
        if (*mine)
            return share.folder;
    }
    // Where its pulls lie, when that is a folder of their own.
    const std::string first = share.pulls.empty() ? std::string() : folderOf(share.pulls.front().path);
    bool together = !first.empty() && first != "pulls";
    for (const LoosePull& pull : share.pulls)
        together = together && folderOf(pull.path) == first;
    for (const auto& [id, other] : m_shares)
        if (id != jobId)
            for (const LoosePull& pull : other.pulls)
                together = together && folderOf(pull.path) != first;
    for (const auto& [id, entry] : m_jobFiles)
        together = together && (id == jobId || entry.first != first);
    if (together) {
        const Result<bool> mine = free(first);
        if (!mine)
            return mine.error();
        if (*mine)
            return first;
    }
    return m_archive.freeJobFolder(share.name, jobId);
}

/// One transaction: all that the job's files say, or nothing of it.
Result<Done> Rebuilder::bringIn(const std::string& jobId, const Share& share) {
    return m_archive.change(jobId, [&]() -> Result<Done> {
        const auto known = m_archive.m_db->query(QStringLiteral("SELECT 1 FROM job WHERE id = ?"), {q(jobId)});
        if (!known)
            return known.error();
        if (known->empty()) {
            const Result<QVariant> machine = m_archive.machineId(share.machine);
            const Result<std::string> folder = folderFor(share, jobId);
            if (!machine || !folder)
                return machine ? folder.error() : machine.error();
            const std::string created = share.file && !share.file->created.empty() ? share.file->created
                                        : share.pulls.empty()                      ? ""
                                                                                   : share.pulls.front().started;
            if (const auto made = m_archive.m_db->run(
                    QStringLiteral("INSERT INTO job (id, name, machine_id, created, folder) VALUES (?, ?, ?, ?, ?)"),
                    {q(jobId), q(share.name.empty() ? "Rebuilt" : share.name), *machine, q(created), q(*folder)});
                !made)
                return made;
        }
        if (share.file)
            if (const auto setups = bringInSetups(jobId, *share.file); !setups)
                return setups;
        if (const auto pulls = bringInPulls(jobId, share); !pulls)
            return pulls;
        if (share.file) {
            if (const auto lost = keepLost(jobId, share); !lost)
                return lost;
            if (const auto rest = bringInRest(jobId, *share.file); !rest)
                return rest;
            // Counts on from the file, so that the next one written is the newer.
            if (const auto counted =
                    m_archive.m_db->run(QStringLiteral("UPDATE job SET revision = max(revision, ?) WHERE id = ?"),
                                        {share.file->revision, q(jobId)});
                !counted)
                return counted;
        }
        return Done{};
    });
}

Result<Done> Rebuilder::bringInPulls(const std::string& jobId, const Share& share) {
    std::map<std::string, const JobFilePull*> said;
    if (share.file)
        for (const JobFilePull& pull : share.file->pulls)
            said.emplace(pull.id, &pull);
    const auto last =
        m_archive.m_db->query(QStringLiteral("SELECT coalesce(max(number), 0) FROM pull WHERE job_id = ?"), {q(jobId)});
    if (!last)
        return last.error();
    int next = last->front()[0].toInt();
    for (const auto& [id, pull] : said)
        next = std::max(next, pull->number);
    // Listed ones in their order, then the others as they were made.
    std::vector<LoosePull> pulls = share.pulls;
    const auto numberOf = [&](const LoosePull& p) {
        const auto it = said.find(p.id);
        return it == said.end() || it->second->number <= 0 ? 1 << 30 : it->second->number;
    };
    std::sort(pulls.begin(), pulls.end(), [&](const LoosePull& a, const LoosePull& b) {
        return std::tuple(numberOf(a), a.started, a.path) < std::tuple(numberOf(b), b.started, b.path);
    });
    constexpr std::size_t kAtOnce = 64; // read and compressed together, and no more of them in memory
    struct Ready {
        std::optional<Result<Trace>> trace;
        std::string text;
        QByteArray raw;
    };
    for (std::size_t from = 0; from < pulls.size(); from += kAtOnce) {
        const std::size_t count = std::min(kAtOnce, pulls.size() - from);
        std::vector<Ready> ready(count);
        onEveryCore(count, 1, [&](std::size_t i) {
            const std::string path = m_archive.m_folder.toStdString() + "/" + pulls[from + i].path;
            Result<std::string> bytes = readBytes(path);
            ready[i].trace.emplace(bytes ? readPullFile(*bytes, path) : Result<Trace>(bytes.error()));
            if (*ready[i].trace) {
                ready[i].text = std::move(bytes).value();
                ready[i].raw = packed(ready[i].text);
            }
        });
        for (std::size_t i = 0; i < count; ++i) {
            const LoosePull& loose = pulls[from + i];
            if (!*ready[i].trace)
                continue; // a check names it
            const PullHeader& h = ready[i].trace->value().header;
            const auto of = said.find(loose.id);
            const JobFilePull* listed = of == said.end() ? nullptr : of->second;
            const std::string setupName = listed && !listed->setup.empty() ? listed->setup
                                          : h.setup.empty()                ? "as it came"
                                                                           : h.setup;
            PullHeader named = h;
            named.id = loose.id;
            const Result<QString> setup = m_archive.setupIdFor(jobId, setupName),
                                  sitting = m_archive.sittingIdFor(jobId, named);
            if (!setup || !sitting)
                return (setup ? sitting : setup).error();
            const int number = listed && listed->number > 0 ? listed->number : ++next;
            const bool aside = listed && listed->aside;
            if (const auto made = m_archive.m_db->run(
                    QStringLiteral("INSERT INTO pull (id, job_id, setup_id, sitting_id, number, started, started_s,"
                                   " source, mirror, sha256, raw, aside, aside_why)"
                                   " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
                    {q(loose.id), q(jobId), *setup, *sitting, number, q(h.started), nullable(h.startedEpochS),
                     q(loose.path), q(loose.path), q(sha256(ready[i].text)), ready[i].raw, aside ? 1 : 0,
                     q(aside ? listed->why : "")});
                !made)
                return made;
            if (listed && !listed->overrules.empty())
                if (const auto ruled = m_archive.writeOverrules(loose.id, listed->overrules); !ruled)
                    return ruled;
            ++m_out.pullsTaken;
            (void)goOn(); // a job is brought in whole or not at all
        }
    }
    return Done{};
}

} // namespace jr
