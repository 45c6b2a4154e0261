// SPDX-License-Identifier: GPL-3.0-or-later
// The order of a rebuild, and what is done when the database itself is damaged.
#include "archive/disk/copy_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/text.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "archive/store/rebuilder.h"

#include <QDateTime>
#include <QDir>
#include <QDirIterator>
#include <QFileInfo>

#include <algorithm>
#include <cerrno>
#include <set>
#include <unistd.h>

namespace jr {
namespace {

constexpr char kDatabase[] = "/jolly-ram.sqlite", kNewDatabase[] = "/jolly-ram.sqlite.new";

void removeDatabase(const std::string& path) {
    for (const char* part : {"", "-wal", "-shm", "-journal"})
        ::unlink((path + part).c_str());
}

/// Temporary files of writings that were cut off; under the lock there is no other writer.
void tidy(const QString& folder) {
    removeUnfinished(folder.toStdString());
    const QDir root(folder);
    for (const QString& left : root.entryList({QStringLiteral(".incoming-*")}, QDir::Dirs | QDir::Hidden))
        QDir(root.filePath(left)).removeRecursively(); // a bundle that was being unpacked: its file still has it all
    QDirIterator it(folder + QStringLiteral("/pulls"), QDir::Dirs | QDir::NoDotAndDotDot | QDir::NoSymLinks,
                    QDirIterator::Subdirectories);
    removeUnfinished((folder + QStringLiteral("/pulls")).toStdString());
    while (it.hasNext())
        removeUnfinished(it.next().toStdString());
}

bool wholeDatabase(const Database& db) {
    const auto rows = db.query(QStringLiteral("PRAGMA integrity_check"));
    return rows && !rows->empty() && rows->front()[0].toString() == QLatin1String("ok");
}

/// What the open files lack and can still be read out of a damaged database: pull files, before a new database is made
/// from the open half.
int salvagePulls(const QString& folder) {
    int written = 0;
    const Result<std::unique_ptr<Database>> db = Database::open(folder + QLatin1String(kDatabase));
    if (!db)
        return 0;
    std::set<std::string> there;
    for (const std::string& path : filesBelow(folder, QStringLiteral(".pull.csv")))
        there.insert(path);
    // One by one: a damaged page must not take the rest with it.
    const auto ids = (*db)->query(QStringLiteral("SELECT rowid FROM pull"));
    const auto most = (*db)->query(QStringLiteral("SELECT max(rowid) FROM pull"));
    std::vector<qint64> rowids;
    if (ids)
        for (const Row& r : *ids)
            rowids.push_back(r[0].toLongLong());
    else if (most && !most->empty())
        for (qint64 i = 1; i <= std::min<qint64>(most->front()[0].toLongLong(), 1'000'000); ++i)
            rowids.push_back(i);
    for (qint64 rowid : rowids) {
        const auto row = (*db)->query(QStringLiteral("SELECT mirror, raw, sha256 FROM pull WHERE rowid = ?"), {rowid});
        if (!row || row->empty())
            continue;
        const std::string mirror = s(row->front()[0]), text = unpacked(row->front()[1].toByteArray());
        const Result<InnerPath> path = InnerPath::below(folder, q(mirror));
        if (text.empty() || sha256(text) != s(row->front()[2]) || !path || there.contains(mirror))
            continue;
        const std::string absolute = path->absolute().toStdString();
        if (makeFolder(absolute.substr(0, absolute.rfind('/'))) && writeNewBytes(absolute, text))
            ++written;
    }
    return written;
}

} // namespace

bool Rebuilder::goOn(int more) {
    m_done += more;
    if (m_progress && !m_progress(m_done, std::max(m_all, m_done)))
        m_stopped = true;
    return !m_stopped;
}

/// Jobs whose job file is missing or behind.
Result<Done> Rebuilder::openFilesOfJobs() {
    const auto rows = m_archive.m_db->query(QStringLiteral("SELECT id, folder, revision FROM job"));
    if (!rows)
        return rows.error();
    for (const Row& r : *rows) {
        const std::string id = s(r[0]);
        const Result<InnerPath> path = InnerPath::below(m_archive.m_folder, q(s(r[1]) + "/job.json"));
        const Result<JobFile> file = path ? loadJobFile(path->absolute().toStdString()) : Result<JobFile>(path.error());
        if (file && file->whole && file->id == id && file->revision == r[2].toLongLong() && !s(r[1]).empty())
            continue;
        if (!path && !s(r[1]).empty()) // it was to lie outside: a folder is chosen anew
            if (const auto done =
                    m_archive.m_db->run(QStringLiteral("UPDATE job SET folder = '' WHERE id = ?"), {q(id)});
                !done)
                return done;
        if (const auto done = m_archive.change(id, []() -> Result<Done> { return Done{}; }); !done)
            return done;
    }
    return Done{};
}

Result<Rebuilt> Rebuilder::run() {
    tidy(m_archive.m_folder);
    for (const auto step :
         {&Rebuilder::benches, &Rebuilder::databaseHalf, &Rebuilder::readJobFiles, &Rebuilder::looseFiles}) {
        if (const Result<Done> done = (this->*step)(); !done)
            return done.error();
        if (m_stopped)
            break;
    }
    for (const auto& [jobId, share] : m_shares) {
        if (m_stopped)
            break;
        if (const Result<Done> done = bringIn(jobId, share); !done)
            return done.error();
    }
    if (m_stopped) {
        m_out.problems.emplace_back(Message{"check.rebuild-stopped"});
        return m_out;
    }
    if (const Result<Done> done = openFilesOfJobs(); !done)
        return done.error();
    return m_out;
}

Result<Rebuilt> Archive::rebuild(const Progress& progress) {
    const Result<WriterLock> lock = writing("a rebuild");
    if (!lock)
        return lock.error();
    Result<Rebuilt> out = Rebuilder(*this, progress).run();
    if (!out)
        return out;
    const Result<SafetyReport> report = check(true, progress);
    if (!report)
        return report.error();
    std::vector<Remark>& problems = out.value().problems;
    problems.insert(problems.end(), report->problems.begin(), report->problems.end());
    return out;
}

Result<Rebuilt> Archive::rebuildFolder(const QString& given, const Progress& progress) {
    const QString folder = QDir(given).absolutePath();
    if (!QFileInfo(folder).isDir())
        return Error{Message{"store.no-archive"}, given.toStdString()};
    WriterLock::Shared mine;
    Result<WriterLock> lock = WriterLock::take(folder, "a rebuild", mine);
    if (!lock)
        return lock.error();
    // Of a part no archive is made that passes for the whole.
    if (QFileInfo::exists(folder + QLatin1String(kUnfinishedRestore)))
        return Error{Message{"store.unfinished-restore"}, given.toStdString()};
    return rebuildRestored(folder, mine, progress);
}

Result<Rebuilt> Archive::rebuildRestored(const QString& folder, WriterLock::Shared mine, const Progress& progress) {
    const std::string database = (folder + QLatin1String(kDatabase)).toStdString();
    const std::string fresh = (folder + QLatin1String(kNewDatabase)).toStdString();
    removeDatabase(fresh); // of a rebuild that was cut off
    bool damaged = false;
    Result<std::unique_ptr<Archive>> archive = openDatabase(folder, QStringLiteral("jolly-ram.sqlite"), &damaged);
    if (archive) {
        if (const Result<Done> made = makeFolder((folder + QStringLiteral("/pulls")).toStdString()); !made)
            return made.error();
        damaged = !wholeDatabase(*(*archive)->m_db);
        if (!damaged) {
            (*archive)->m_lock = mine;
            Result<Rebuilt> out = (*archive)->rebuild(progress);
            if (out || !(*archive)->m_db->damaged())
                return out;
            damaged = true; // met in the middle: from the open files, then
        }
        archive = Error{""};
    } else if (!damaged) {
        // A foreign or newer database says so; damage may say the same.
        const Result<std::unique_ptr<Database>> db = Database::open(folder + QLatin1String(kDatabase));
        if (!db || wholeDatabase(**db))
            return archive.error();
    }

    // The new database is made beside the old one and takes its place in one step.
    const int salvaged = salvagePulls(folder);
    Result<Rebuilt> out = Error{""};
    {
        Result<std::unique_ptr<Archive>> anew = openDatabase(folder, QStringLiteral("jolly-ram.sqlite.new"));
        if (!anew)
            return anew.error();
        (*anew)->m_lock = mine;
        out = (*anew)->rebuild(progress);
        if (out) // all of it into the one file that is renamed
            if (const auto whole = (*anew)->m_db->query(QStringLiteral("PRAGMA wal_checkpoint(TRUNCATE)")); !whole)
                out = whole.error();
    }
    if (!out) {
        removeDatabase(fresh);
        return out;
    }
    const std::string stamp =
        database + ".damaged-" + QDateTime::currentDateTime().toString(QStringLiteral("yyyyMMdd-HHmmss")).toStdString();
    std::string away = stamp;
    bool linked = ::link(database.c_str(), away.c_str()) == 0;
    for (int n = 2; !linked && errno == EEXIST && n < 1000; ++n) {
        away = stamp + "-" + std::to_string(n);
        linked = ::link(database.c_str(), away.c_str()) == 0;
    }
    if (!linked) {
        removeDatabase(fresh);
        return Error{Message{"store.damaged-not-set-away"}, database};
    }
    // The old journal must never meet the new database.
    if (QFileInfo::exists(q(database + "-wal")))
        (void)::rename((database + "-wal").c_str(), (away + "-wal").c_str());
    ::unlink((database + "-shm").c_str());
    if (::rename(fresh.c_str(), database.c_str()) != 0)
        return Error{Message{"store.new-not-in-place"}, database};
    removeDatabase(fresh);
    out.value().databaseSetAway = away;
    out.value().filesWritten += salvaged;
    return out;
}

} // namespace jr
