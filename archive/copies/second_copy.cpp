// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/second_copy.h"

#include "archive/copies/copy_thinning.h"
#include "archive/disk/copy_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/zip_file.h"
#include "core/version.h"

#include <QDateTime>
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>
#include <QStorageInfo>

#include <algorithm>
#include <set>

namespace jr {
namespace {

constexpr char kEarlier[] = "/earlier", kEarlierFiles[] = "/earlier/files";

Error copyError(std::string_view code, const std::string& place, std::vector<Argument> arguments = {}) {
    Error out{Message{code, std::move(arguments)}};
    out.file = place;
    return out;
}

std::string megabytes(std::uint64_t bytes) {
    return std::to_string((bytes >> 20) + 1);
}

/// A file of the archive that is to be in the copy.
struct Source {
    std::string path; ///< relative
    std::uint64_t bytes = 0;
    std::int64_t changedNs = 0;
};

void addFiles(const QString& archive, const QString& part, const QStringList& names, bool wanted,
              std::vector<Source>& out) {
    QDirIterator it(archive + QLatin1Char('/') + part, QDir::Files | QDir::NoSymLinks, QDirIterator::Subdirectories);
    const QDir root(archive);
    while (it.hasNext()) {
        const QString file = it.next();
        if (names.contains(it.fileName()) != wanted)
            continue;
        const FileStamp stamp = stampOf(file.toStdString());
        constexpr std::int64_t kNsPerS = 1'000'000'000;
        if (stamp.size >= 0)
            out.push_back({root.relativeFilePath(file).toStdString(), static_cast<std::uint64_t>(stamp.size),
                           stamp.seconds * kNsPerS + stamp.nanoseconds});
    }
}

/// The files that tell of states before, by their numbers.
std::map<long, QString> earlierOf(const QString& copy) {
    std::map<long, QString> out;
    const QDir earlier(copy + QLatin1String(kEarlier));
    for (const QString& name : earlier.entryList({QStringLiteral("*-*.json")}, QDir::Files))
        if (const long number = name.section(QLatin1Char('-'), 0, 0).toLong(); number > 0)
            out[number] = earlier.filePath(name);
    return out;
}

/// One copying from its beginning to its end.
class Copying {
public:
    Copying(const CopyWanted& wanted, const Progress& progress)
        : m_wanted(wanted), m_progress(progress), m_folder(copyFolder(wanted.place, wanted.archiveId)),
          m_root(m_folder.toStdString()), m_source(wanted.archiveFolder.toStdString()) {}

    Result<CopyMade> run() {
        if (!QFileInfo(m_wanted.place).isDir())
            return copyError("copy.no-place", m_wanted.place.toStdString());
        // In the archive it would be copied into itself, and a rebuild would take it for pulls.
        const QString home = QFileInfo(m_wanted.archiveFolder).canonicalFilePath();
        const QString there = QFileInfo(m_wanted.place).canonicalFilePath();
        if (there == home || there.startsWith(home + QLatin1Char('/')))
            return copyError("copy.inside", m_wanted.place.toStdString());
        // An empty folder where a stick should be: to write there would fill the very disk the copy is to save from.
        if (!m_wanted.begin && !QFileInfo::exists(m_folder))
            return copyError("copy.not-here", m_wanted.place.toStdString());
        if (const Result<Done> made = makeFolder(m_root + kEarlierFiles); !made)
            return made.error();
        WriterLock::Shared mine;
        constexpr int kPatienceMs = 200; // another copying takes minutes
        const Result<WriterLock> lock = WriterLock::take(m_folder, "a second copy", mine, kPatienceMs);
        if (!lock)
            return lock.error();
        removeUnfinished(m_root);
        for (const auto step : {&Copying::readOldList, &Copying::copyAll, &Copying::finish})
            if (const Result<Done> done = (this->*step)(); !done)
                return done.error();
        thin();
        m_out.folder = m_folder;
        return std::move(m_out);
    }

private:
    Result<Done> readOldList() {
        const std::string path = m_root + kSecondCopyList;
        m_out.list.archive = m_wanted.archiveId;
        m_out.list.program = "Jolly Ram " + std::string(programVersion());
        if (!QFileInfo::exists(QString::fromStdString(path)))
            return Done{};
        Result<CopyList> old = loadCopyList(path);
        if (old) {
            if (old->archive != m_wanted.archiveId)
                return copyError("copy.of-another", path);
            m_old = std::move(old).value();
            m_hadList = true;
            return Done{};
        }
        if (old.error().message.code == "copy.newer")
            return old.error();
        // Damaged: what lies there is taken for what it is, file by file; the list stays under another name.
        const Result<std::string> away = setAway(path);
        if (!away)
            return away.error();
        m_out.problems.push_back(old.error());
        return Done{};
    }

    Result<Done> copyAll() {
        // Job files first: a pull that one of them names was put on the disk before it.
        const QStringList jobFile{QStringLiteral("job.json")};
        std::vector<Source> sources;
        addFiles(m_wanted.archiveFolder, QStringLiteral("pulls"), jobFile, true, sources);
        if (const FileStamp benches = stampOf(m_source + "/benches.json"); benches.size >= 0)
            sources.push_back({"benches.json", static_cast<std::uint64_t>(benches.size), -1}); // small: always read
        std::map<std::string, std::string> jobFiles; // as they are now, whatever is written meanwhile
        for (const Source& source : sources)
            if (!unchanged(source))
                if (Result<std::string> bytes = readBytes(m_source + "/" + source.path, ReadBounds::mostJsonBytes))
                    jobFiles.emplace(source.path, std::move(bytes).value());
        for (const char* part : {"pulls", "photos", "files"})
            addFiles(m_wanted.archiveFolder, QLatin1String(part), jobFile, false, sources);
        if (const Result<Done> room = enoughRoom(sources); !room)
            return room;
        const int all = static_cast<int>(sources.size());
        int at = 0;
        for (const Source& source : sources) {
            if (m_progress && !m_progress(at++, all))
                return copyError("copy.stopped", m_root);
            const auto jobText = jobFiles.find(source.path);
            if (const Result<Done> done = copyOne(source, jobText == jobFiles.end() ? nullptr : &jobText->second);
                !done)
                return done;
        }
        // What the archive has no more stays in the copy as a state before.
        for (const auto& [path, file] : m_old.files)
            if (!m_out.list.files.contains(path))
                if (const Result<Done> kept = keepOld(path, file); !kept)
                    return kept;
        return Done{};
    }

    /// By size and time as it was when it was copied, and the copy still has a file of that size.
    bool unchanged(const Source& source) const {
        const auto known = m_old.files.find(source.path);
        return known != m_old.files.end() && known->second.bytes == source.bytes &&
               known->second.changedNs == source.changedNs && hasSize(source.path, source.bytes);
    }
    bool hasSize(const std::string& path, std::uint64_t bytes) const {
        return stampOf(m_root + "/" + path).size == static_cast<std::int64_t>(bytes);
    }

    Result<Done> enoughRoom(const std::vector<Source>& sources) const {
        std::uint64_t needed = 0;
        for (const Source& source : sources)
            if (!unchanged(source))
                needed += source.bytes;
        const QStorageInfo storage(m_folder);
        const qint64 left = storage.isValid() ? storage.bytesAvailable() : -1;
        if (left >= 0 && needed > static_cast<std::uint64_t>(left))
            return copyError("copy.no-room", m_root, {megabytes(needed), megabytes(static_cast<std::uint64_t>(left))});
        return Done{};
    }

    Result<Done> copyOne(const Source& source, const std::string* jobText) {
        if (!safeZipName(source.path))
            return problem("copy.odd-name", source.path, nullptr);
        const auto known = m_old.files.find(source.path);
        const CopiedFile* old = known == m_old.files.end() ? nullptr : &known->second;
        if (unchanged(source)) {
            m_out.list.files.emplace(source.path, *old);
            return Done{};
        }
        const Result<std::string> read =
            jobText ? Result<std::string>(*jobText) : readBytes(m_source + "/" + source.path);
        if (!read)
            return problem("copy.source-unreadable", source.path, old);
        const CopiedFile now{read->size(), sha256(*read), source.changedNs};
        // A pull is written once. One that is not what the archive kept must not push the good one out of the copy.
        if (const auto kept = m_wanted.pullChecksums.find(source.path);
            kept != m_wanted.pullChecksums.end() && !kept->second.empty() && kept->second != now.sha256)
            return problem("copy.source-damaged", source.path, old);
        const std::string target = m_root + "/" + source.path;
        if (old && old->sha256 == now.sha256 && hasSize(source.path, now.bytes)) {
            m_out.list.files.emplace(source.path, now); // only its time is another
            return Done{};
        }
        if (old) {
            if (const Result<Done> kept = keepOld(source.path, *old); !kept)
                return kept;
        } else if (stampOf(target).size >= 0) { // of a copying that was cut off, or somebody else's
            const Result<std::string> there = readBytesFromDisk(target);
            if (there && *there == *read) {
                m_out.list.files.emplace(source.path, now);
                return Done{};
            }
            if (const Result<std::string> away = setAway(target); !away)
                return away.error();
        }
        if (const Result<Done> made = makeFolder(target.substr(0, target.rfind('/'))); !made)
            return made;
        if (const Result<Done> written = writeBytes(target, *read); !written)
            return written;
        const Result<std::string> back = readBytesFromDisk(target);
        if (!back || *back != *read)
            return copyError("copy.not-read-back", target);
        m_out.list.files.emplace(source.path, now);
        ++m_out.filesCopied;
        m_out.bytesCopied += now.bytes;
        return Done{};
    }

    /// Out of the way of what takes its place, under its checksum.
    Result<Done> keepOld(const std::string& path, const CopiedFile& file) {
        const std::string from = m_root + "/" + path, to = m_root + kEarlierFiles + "/" + file.sha256;
        if (stampOf(from).size < 0 || stampOf(to).size == static_cast<std::int64_t>(file.bytes))
            return Done{};
        return replaceFile(from, to);
    }

    Result<Done> problem(std::string_view code, const std::string& path, const CopiedFile* old) {
        m_out.problems.push_back(copyError(code, path));
        if (old)
            m_out.list.files.emplace(path, *old);
        return Done{};
    }

    Result<Done> finish() {
        m_out.list.made = m_begun.toString(Qt::ISODateWithMs).toStdString();
        m_out.list.number = m_old.number + 1;
        for (const auto& [number, name] : earlierOf(m_folder))
            m_out.list.number = std::max(m_out.list.number, number + 1);
        if (m_hadList) {
            const EarlierState before = differencesOf(m_old, m_out.list);
            const QDateTime made = QDateTime::fromString(QString::fromStdString(before.made), Qt::ISODateWithMs);
            char name[64];
            std::snprintf(name, sizeof name, "/%06ld-%s.json", before.number,
                          made.toUTC().toString(QStringLiteral("yyyyMMddTHHmmss")).toStdString().c_str());
            if (const Result<Done> kept = writeBytes(m_root + kEarlier + name, earlierText(before)); !kept)
                return kept;
        }
        const std::string path = m_root + kSecondCopyList;
        if (const Result<Done> written = writeBytes(path, copyListText(m_out.list)); !written)
            return written;
        const Result<std::string> back = readBytesFromDisk(path);
        if (!back || *back != copyListText(m_out.list))
            return copyError("copy.not-read-back", path);
        return Done{};
    }

    /// The copy stands; whatever goes wrong here leaves states too many.
    void thin() {
        std::vector<EarlierState> states; // oldest first
        std::vector<std::string> names;
        std::vector<std::int64_t> made;
        for (const auto& [number, name] : earlierOf(m_folder)) {
            Result<EarlierState> state = loadEarlier(name.toStdString());
            if (!state)
                return; // nothing is counted back over a damaged one, and nothing thrown away around it
            made.push_back(
                QDateTime::fromString(QString::fromStdString(state->made), Qt::ISODateWithMs).toSecsSinceEpoch());
            states.push_back(std::move(state).value());
            names.push_back(name.toStdString());
        }
        const std::vector<bool> stays = statesThatStay(made, QDateTime::currentSecsSinceEpoch());
        std::set<std::string> needed;
        for (const auto& [path, file] : m_out.list.files)
            needed.insert(file.sha256);
        std::size_t before = states.size(); // the last one that stays; none yet
        for (std::size_t i = 0; i < states.size(); ++i) {
            if (stays[i]) {
                before = i;
                continue;
            }
            if (before < states.size()) { // the older one counts back over this one from now on
                mergeInto(states[before], states[i]);
                if (!writeBytes(names[before], earlierText(states[before])))
                    return;
            }
            if (!QFile::remove(QString::fromStdString(names[i])))
                return;
            states[i].differences.clear();
            ++m_out.statesThinned;
        }
        if (m_out.statesThinned == 0)
            return;
        for (const EarlierState& state : states)
            for (const auto& [path, file] : state.differences)
                if (file)
                    needed.insert(file->sha256);
        const QDir kept(m_folder + QLatin1String(kEarlierFiles));
        for (const QString& name : kept.entryList(QDir::Files))
            if (!needed.contains(name.toStdString()))
                QFile::remove(kept.filePath(name));
    }

    const CopyWanted& m_wanted;
    const Progress& m_progress;
    QString m_folder;
    std::string m_root, m_source;
    /// What is changed from now on may be in this copy or not, so it counts as changed since.
    QDateTime m_begun = QDateTime::currentDateTimeUtc();
    CopyList m_old;
    bool m_hadList = false;
    CopyMade m_out;
};

} // namespace

bool isSecondCopy(const QString& folder) {
    return QFileInfo::exists(folder + QLatin1String(kSecondCopyList));
}

QString copyFolder(const QString& place, const std::string& archiveId) {
    return QDir(place).filePath(QStringLiteral("jolly-ram-copy-") + PathName::encoded(archiveId).shortened(8).text());
}

Result<CopyMade> makeSecondCopy(const CopyWanted& wanted, const Progress& progress) {
    return Copying(wanted, progress).run();
}

Result<CopyList> copyState(const QString& copy, long number) {
    Result<CopyList> newest = loadCopyList(copy.toStdString() + kSecondCopyList);
    if (!newest)
        return newest;
    CopyList state = std::move(newest).value();
    const std::map<long, QString> earlier = earlierOf(copy);
    for (auto it = earlier.rbegin(); it != earlier.rend() && state.number > number; ++it) {
        const Result<EarlierState> before = loadEarlier(it->second.toStdString());
        if (!before)
            return before.error();
        state = stateBefore(state, *before);
    }
    if (state.number != number)
        return copyError("copy.no-state", copy.toStdString(), {std::to_string(number)});
    return state;
}

Result<std::vector<CopyList>> copyStates(const QString& copy) {
    Result<CopyList> newest = loadCopyList(copy.toStdString() + kSecondCopyList);
    if (!newest)
        return newest.error();
    std::vector<CopyList> out{std::move(newest).value()};
    out.front().files.clear();
    const std::map<long, QString> earlier = earlierOf(copy);
    for (auto it = earlier.rbegin(); it != earlier.rend(); ++it) {
        const Result<EarlierState> before = loadEarlier(it->second.toStdString());
        if (!before)
            return before.error();
        out.push_back({out.front().archive, before->number, before->made, {}, {}});
    }
    return out;
}

Result<Done> layOut(const QString& copy, const CopyList& state, const QString& into, const Progress& progress) {
    const QDir target(into);
    if (target.exists() && !target.isEmpty())
        return copyError("copy.not-empty", into.toStdString());
    const std::string root = copy.toStdString();
    const int all = static_cast<int>(state.files.size());
    int at = 0;
    for (const auto& [path, file] : state.files) {
        if (progress && !progress(at++, all))
            return copyError("copy.stopped", into.toStdString());
        Result<std::string> bytes = readBytes(root + "/" + path);
        if (!bytes || sha256(*bytes) != file.sha256)
            bytes = readBytes(root + kEarlierFiles + "/" + file.sha256);
        if (!bytes || sha256(*bytes) != file.sha256)
            return copyError("copy.file-damaged", path);
        const Result<InnerPath> to = InnerPath::below(into, QString::fromStdString(path));
        if (!to)
            return to.error();
        const std::string absolute = to->absolute().toStdString();
        if (const Result<Done> made = makeFolder(absolute.substr(0, absolute.rfind('/'))); !made)
            return made;
        if (const Result<Done> written = writeBytes(absolute, *bytes); !written)
            return written;
    }
    return Done{};
}

} // namespace jr
