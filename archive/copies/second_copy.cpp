// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/second_copy.h"

#include "archive/copies/copy_place.h"
#include "archive/copies/copy_thinning.h"
#include "archive/copies/reading_turn.h"
#include "archive/disk/copy_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/zip_file.h"
#include "core/version.h"

#include <QDateTime>
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>

#include <algorithm>

namespace jr {
namespace {

constexpr std::int64_t kMsPerS = 1000;

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

/// One copying from its beginning to its end.
class Copying {
public:
    Copying(const CopyWanted& wanted, CopyPlace place, const Progress& progress)
        : m_wanted(wanted), m_place(std::move(place)), m_progress(progress),
          m_folder(copyFolder(QString::fromStdString(m_place.heldPath()), wanted.archiveId)),
          m_root(m_folder.toStdString()), m_source(wanted.archiveFolder.toStdString()) {}

    Result<CopyMade> run() {
        Result<CopyMade> out = copyIt();
        const auto show = [&](Remark& remark) { remark.file = m_place.shown(remark.file); };
        if (!out) {
            Error error = out.error();
            show(error);
            // Whatever else was said: a stick that is pulled out fails in many ways.
            return m_place.stillThere() ? error : takenOut();
        }
        for (Remark& problem : out.value().problems)
            show(problem);
        return out;
    }

private:
    Result<CopyMade> copyIt() {
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
        for (const auto step : {&Copying::readOldList, &Copying::copyAll, &Copying::readEarlier, &Copying::finish})
            if (const Result<Done> done = (this->*step)(); !done)
                return done.error();
        if (!m_place.stillThere())
            return takenOut();
        m_out.statesThinned = thinStates(m_folder, m_out.list, m_begunMs / kMsPerS);
        m_out.folder = copyFolder(m_wanted.place, m_wanted.archiveId);
        return std::move(m_out);
    }

    Error takenOut() const { return copyError("copy.taken-out", m_wanted.place.toStdString()); }

    Result<Done> readOldList() {
        const std::string path = m_root + kSecondCopyList;
        m_out.list.archive = m_wanted.archiveId;
        m_out.list.home = copyHomeOf(m_wanted.archiveFolder);
        m_out.list.program = "Jolly Ram " + std::string(programVersion());
        if (!QFileInfo::exists(QString::fromStdString(path)))
            return Done{};
        Result<CopyList> old = loadCopyList(path);
        if (old) {
            if (old->archive != m_wanted.archiveId)
                return copyError("copy.of-another", path);
            m_old = std::move(old).value();
            m_hadList = true;
            m_beforeMs =
                QDateTime::fromString(QString::fromStdString(m_old.made), Qt::ISODateWithMs).toMSecsSinceEpoch();
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
            if (!m_place.stillThere())
                return takenOut();
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
        const long long left = m_place.bytesFree();
        if (left >= 0 && needed > static_cast<std::uint64_t>(left))
            return copyError("copy.no-room", m_root, {megabytes(needed), megabytes(static_cast<std::uint64_t>(left))});
        return Done{};
    }

    Result<Done> copyOne(const Source& source, const std::string* jobText) {
        if (!safeZipName(source.path))
            return problem("copy.odd-name", source.path, nullptr);
        const auto known = m_old.files.find(source.path);
        const CopiedFile* old = known == m_old.files.end() ? nullptr : &known->second;
        bool wentBad = false;
        if (unchanged(source)) {
            wentBad = isItsTurn(source.path, m_beforeMs, m_begunMs) && !isThere(source.path, old->sha256);
            if (!wentBad) {
                m_out.list.files.emplace(source.path, *old);
                return Done{};
            }
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
        if (old && !wentBad && old->sha256 == now.sha256 && hasSize(source.path, now.bytes)) {
            m_out.list.files.emplace(source.path, now); // only its time is another
            return Done{};
        }
        if (wentBad && old->sha256 == now.sha256) {
            // The good one takes its place.
        } else if (old) {
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
        if (wentBad)
            m_out.problems.push_back(copyError("copy.healed", target));
        ++m_out.filesCopied;
        m_out.bytesCopied += now.bytes;
        return Done{};
    }

    /// Whether the copy's own file is what its list says, read from the disk.
    bool isThere(const std::string& path, const std::string& checksum) const {
        const Result<std::string> bytes = readBytesFromDisk(m_root + "/" + path);
        return bytes && sha256(*bytes) == checksum;
    }

    /// Out of the way of what takes its place, under its checksum; what went bad is not kept as what it was.
    Result<Done> keepOld(const std::string& path, const CopiedFile& file) {
        const std::string from = m_root + "/" + path, to = m_root + kEarlierFiles + "/" + file.sha256;
        if (stampOf(from).size < 0 || stampOf(to).size == static_cast<std::int64_t>(file.bytes))
            return Done{};
        if (!isThere(path, file.sha256)) {
            m_out.problems.push_back(copyError("copy.earlier-damaged", from));
            return Done{};
        }
        return replaceFile(from, to);
    }

    /// What states before need is read in turn as well. What went bad is set away, so that it passes for nothing.
    Result<Done> readEarlier() {
        const auto setBadAway = [this](const std::string& path, std::string_view code) -> Result<Done> {
            m_out.problems.push_back(copyError(code, path));
            const Result<std::string> away = setAway(path);
            return away ? Result<Done>(Done{}) : away.error();
        };
        for (const auto& [number, list] : earlierLists(m_folder)) {
            const std::string path = list.path.toStdString();
            if (!isItsTurn(QFileInfo(list.path).fileName().toStdString(), m_beforeMs, m_begunMs) || listReads(path))
                continue;
            if (const Result<Done> done = setBadAway(path, "copy.damaged-list"); !done)
                return done;
        }
        const QDir kept(m_folder + QLatin1String(kEarlierFiles));
        for (const QString& name : kept.entryList(QDir::Files)) {
            const std::string path = kept.filePath(name).toStdString(), checksum = name.toStdString();
            if (checksum.find('.') != std::string::npos || !isItsTurn(checksum, m_beforeMs, m_begunMs))
                continue; // set away before
            const Result<std::string> bytes = readBytesFromDisk(path);
            if (bytes && sha256(*bytes) == checksum)
                continue;
            if (const Result<Done> done = setBadAway(path, "copy.earlier-damaged"); !done)
                return done;
        }
        return Done{};
    }
    static bool listReads(const std::string& path) { return loadCopyList(path) || loadEarlier(path); }

    Result<Done> problem(std::string_view code, const std::string& path, const CopiedFile* old) {
        m_out.problems.push_back(copyError(code, path));
        if (old)
            m_out.list.files.emplace(path, *old);
        return Done{};
    }

    Result<Done> finish() {
        if (!m_place.stillThere())
            return takenOut();
        m_out.list.made = QDateTime::fromMSecsSinceEpoch(m_begunMs, Qt::UTC).toString(Qt::ISODateWithMs).toStdString();
        m_out.list.number = m_old.number + 1;
        for (const auto& [number, list] : earlierLists(m_folder))
            m_out.list.number = std::max(m_out.list.number, number + 1);
        if (m_hadList) {
            const std::string before = m_root + kEarlierLists + earlierListName(m_old);
            if (const Result<Done> kept = writeBytes(before, copyListText(m_old)); !kept)
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

    const CopyWanted& m_wanted;
    CopyPlace m_place;
    const Progress& m_progress;
    QString m_folder; ///< through the held place
    std::string m_root, m_source;
    /// What is changed from now on may be in this copy or not, so it counts as changed since.
    std::int64_t m_begunMs = m_wanted.begunMs.value_or(QDateTime::currentMSecsSinceEpoch());
    std::int64_t m_beforeMs = 0; ///< when the copy before was; 0: there is none, or its list was damaged
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
    Result<CopyPlace> place = CopyPlace::hold(wanted.place);
    return place ? Copying(wanted, std::move(place).value(), progress).run() : Result<CopyMade>(place.error());
}

} // namespace jr
