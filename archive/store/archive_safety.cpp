// Keeping everything twice: the job file beside the pull files, the check, the copy, and rebuilding either half.
#include "archive/store/archive.h"

#include "archive/formats/pull_file.h"

#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QDir>
#include <QDirIterator>
#include <QFileInfo>

#include <cmath>
#include <map>
#include <set>

namespace jr {
namespace {

using Json = nlohmann::ordered_json;

QString q(const std::string& text) {
    return QString::fromStdString(text);
}

std::vector<QString> pullFilesBelow(const QString& folder) {
    std::vector<QString> out;
    QDirIterator it(folder, {QStringLiteral("*.pull.csv")}, QDir::Files, QDirIterator::Subdirectories);
    while (it.hasNext())
        out.push_back(it.next());
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace

Result<SafetyReport> Archive::check(bool thorough) const {
    SafetyReport out;
    if (thorough) {
        const auto whole = m_db->query(QStringLiteral("PRAGMA integrity_check"));
        if (!whole)
            return whole.error();
        if (whole->empty() || whole->front()[0].toString() != QLatin1String("ok"))
            out.problems.push_back("the database is damaged: " + (whole->empty()
                                                                      ? std::string("no answer")
                                                                      : whole->front()[0].toString().toStdString()));
    }
    const auto rows = m_db->query(QStringLiteral("SELECT id, mirror FROM pull ORDER BY mirror"));
    if (!rows)
        return rows.error();
    std::set<QString> known;
    for (const Row& r : *rows) {
        ++out.pulls;
        const QString path = m_folder + QLatin1Char('/') + r[1].toString();
        known.insert(path);
        const std::string name = r[1].toString().toStdString();
        if (!QFileInfo::exists(path)) {
            out.problems.push_back(name + ": the pull file is missing; the database still has the pull");
            continue;
        }
        if (thorough) {
            const Result<Trace> kept = trace(r[0].toString().toStdString());
            const Result<Trace> file = loadPullFile(path.toStdString());
            if (!kept)
                out.problems.push_back(kept.error().text());
            if (!file) {
                out.problems.push_back(file.error().text());
                continue;
            }
            if (kept && writePullFile(*kept) != writePullFile(*file)) {
                out.problems.push_back(name + ": the pull file and the database disagree");
                continue;
            }
        }
        ++out.mirrored;
    }
    for (const QString& file : pullFilesBelow(m_folder + QStringLiteral("/pulls")))
        if (!known.contains(file))
            out.problems.push_back(QDir(m_folder).relativeFilePath(file).toStdString() +
                                   ": a pull file that is not in the database");
    const auto photos = m_db->query(QStringLiteral("SELECT file FROM attachment WHERE file <> ''"));
    if (!photos)
        return photos.error();
    for (const Row& r : *photos)
        if (!QFileInfo::exists(m_folder + QLatin1Char('/') + r[0].toString()))
            out.problems.push_back(r[0].toString().toStdString() + ": the photo is missing");
    const auto copies = m_db->query(QStringLiteral("SELECT made, place FROM copy_made ORDER BY id DESC LIMIT 1"));
    if (!copies)
        return copies.error();
    if (!copies->empty()) {
        out.lastCopyMade = copies->front()[0].toString().toStdString();
        out.lastCopyPlace = copies->front()[1].toString().toStdString();
    }
    const auto open = m_db->query(QStringLiteral("SELECT files FROM import_run WHERE finished = 0"));
    const auto sources = m_db->query(QStringLiteral("SELECT source FROM pull"));
    if (!open || !sources)
        return (open ? sources : open).error();
    std::set<std::string> kept;
    for (const Row& r : *sources)
        kept.insert(r[0].toString().toStdString());
    for (const Row& r : *open) {
        const Json files = Json::parse(r[0].toString().toStdString(), nullptr, false);
        for (const auto& file : files)
            if (file.is_string() && !kept.contains(file.get<std::string>()))
                out.unfinished.push_back(file.get<std::string>());
    }
    return out;
}

Result<QString> Archive::copyTo(const QString& place) {
    if (!QFileInfo(place).isDir())
        return Error{"this is not a folder", place.toStdString()};
    const QString name =
        QStringLiteral("jolly-ram-") + QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd-HHmmss"));
    const QString target = QDir(place).filePath(name), unfinished = target + QStringLiteral(".unfinished");
    if (!QDir().mkpath(unfinished))
        return Error{"the copy cannot be made there; is the place writable?", place.toStdString()};
    const auto give = [&](Error error) {
        QDir(unfinished).removeRecursively();
        return error;
    };
    if (const auto done =
            m_db->run(QStringLiteral("VACUUM INTO ?"), {unfinished + QStringLiteral("/jolly-ram.sqlite")});
        !done)
        return give(done.error());
    for (const char* part : {"/pulls", "/photos"}) {
        QDirIterator it(m_folder + QLatin1String(part), QDir::Files, QDirIterator::Subdirectories);
        while (it.hasNext()) {
            const QString from = it.next();
            const QString to = unfinished + QLatin1Char('/') + QDir(m_folder).relativeFilePath(from);
            QDir().mkpath(QFileInfo(to).path());
            if (!QFile::copy(from, to))
                return give(Error{"could not be copied; is the disk full?", from.toStdString()});
        }
    }
    const QString benchFile = m_folder + QStringLiteral("/benches.json");
    if (QFileInfo::exists(benchFile) && !QFile::copy(benchFile, unfinished + QStringLiteral("/benches.json")))
        return give(Error{"could not be copied; is the disk full?", benchFile.toStdString()});
    if (!QDir().rename(unfinished, target))
        return give(Error{"the finished copy could not be named", target.toStdString()});
    if (const auto noted = m_db->run(QStringLiteral("INSERT INTO copy_made (made, place) VALUES (?, ?)"),
                                     {QDateTime::currentDateTime().toString(Qt::ISODate), target});
        !noted)
        return noted.error();
    return target;
}

std::string Archive::unusedJobId(const Json& about) const {
    if (!about.is_object() || !about.contains("id") || !about["id"].is_string())
        return {};
    const std::string id = about["id"].get<std::string>();
    const auto known = m_db->query(QStringLiteral("SELECT id FROM job WHERE id = ?"), {q(id)});
    return known && known->empty() ? id : std::string();
}

Result<Archive::Rebuilt> Archive::rebuild() {
    Rebuilt out;
    if (const Result<Done> taken = readBenchFile(); !taken)
        out.problems.push_back(taken.error().text());
    if (const Result<Done> written = writeBenchFile(); !written)
        return written.error();
    const auto rows = m_db->query(QStringLiteral("SELECT id, mirror, raw FROM pull"));
    if (!rows)
        return rows.error();
    std::set<QString> known;
    for (const Row& r : *rows) {
        const QString path = m_folder + QLatin1Char('/') + r[1].toString();
        known.insert(path);
        if (QFileInfo::exists(path))
            continue;
        const QByteArray bytes = qUncompress(r[2].toByteArray());
        QDir().mkpath(QFileInfo(path).path());
        if (const auto written =
                writeBytes(path.toStdString(), {bytes.constData(), static_cast<std::size_t>(bytes.size())});
            !written)
            return written.error();
        ++out.filesWritten;
    }
    // Pull files without a record, with what their job file says of them.
    std::map<QString, std::string> jobs; // folder -> job id
    std::map<QString, Json> jobFiles;
    std::map<std::string, Json> restore; // job id -> its job file, for jobs made anew
    for (const QString& path : pullFilesBelow(m_folder + QStringLiteral("/pulls"))) {
        if (known.contains(path))
            continue;
        Result<Trace> trace = loadPullFile(path.toStdString());
        if (!trace) {
            out.problems.push_back(trace.error().text());
            continue;
        }
        const QString folder = QFileInfo(path).path();
        // Read before the first pull is taken in: from then on the job file says what is in the database.
        if (!jobFiles.contains(folder)) {
            Json& file = jobFiles[folder];
            if (const auto bytes = readBytes((folder + QStringLiteral("/job.json")).toStdString()))
                file = Json::parse(*bytes, nullptr, false);
            if (!file.is_object())
                file = Json::object();
        }
        const Json& about = jobFiles[folder];
        if (!jobs.contains(folder)) {
            // The folder's own job, when the database still has it.
            const auto sibling = m_db->query(QStringLiteral("SELECT job_id FROM pull WHERE mirror LIKE ? LIMIT 1"),
                                             {QDir(m_folder).relativeFilePath(folder) + QStringLiteral("/%")});
            if (!sibling)
                return sibling.error();
            if (!sibling->empty()) {
                jobs[folder] = sibling->front()[0].toString().toStdString();
            } else {
                const Result<std::string> made =
                    createJob(about.value("job", trace->header.job.empty() ? "Rebuilt" : trace->header.job),
                              about.value("machine", trace->header.machine), unusedJobId(about));
                if (!made)
                    return made.error();
                jobs[folder] = *made;
                restore[*made] = about;
            }
        }
        const Json* state = nullptr;
        if (about.contains("pulls") && about["pulls"].is_array())
            for (const Json& p : about["pulls"])
                if (p.is_object() && p.value("id", "") == trace->header.id)
                    state = &p;
        if (state && !state->value("setup", "").empty())
            trace.value().header.setup = state->value("setup", "");
        const Result<std::string> added = addPull(jobs[folder], *trace, path.toStdString());
        if (!added)
            return added.error();
        ++out.pullsTaken;
        // Only when it is safe in the database and under its own name does the stray file go.
        const auto mirror = m_db->query(QStringLiteral("SELECT mirror FROM pull WHERE id = ?"), {q(*added)});
        if (mirror && !mirror->empty() && m_folder + QLatin1Char('/') + mirror->front()[0].toString() != path)
            QFile::remove(path);
        if (state && state->value("aside", false))
            if (const auto done = setAside(*added, true, state->value("why", "")); !done)
                return done.error();
    }
    // Jobs that had no pull yet.
    QDirIterator unused(m_folder + QStringLiteral("/pulls"), {QStringLiteral("job.json")}, QDir::Files,
                        QDirIterator::Subdirectories);
    while (unused.hasNext()) {
        const auto bytes = readBytes(unused.next().toStdString());
        const Json about = bytes ? Json::parse(*bytes, nullptr, false) : Json();
        if (!about.is_object() || !about.contains("pulls") || !about["pulls"].is_array() || !about["pulls"].empty())
            continue;
        const std::string id = unusedJobId(about);
        if (id.empty() || !about.contains("job") || !about["job"].is_string())
            continue;
        const Result<std::string> made =
            createJob(about["job"].get<std::string>(), about.value("machine", std::string()), id);
        if (!made)
            return made.error();
        restore[*made] = about;
    }
    for (const auto& [jobId, about] : restore)
        if (const Result<Done> done = restoreFromJobFile(jobId, about); !done)
            out.problems.push_back(done.error().text());
    return out;
}

} // namespace jr
