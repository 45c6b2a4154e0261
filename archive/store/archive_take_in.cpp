// SPDX-License-Identifier: GPL-3.0-or-later
// A job whose open files were made ready beside the records, taken in whole or not at all.
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "archive/store/rebuilder.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>

namespace jr {
namespace {

constexpr char kIncoming[] = ".incoming-";

} // namespace

Result<QString> Archive::placeToUnpack() {
    const Result<WriterLock> lock = writing("taking in a bundle");
    if (!lock)
        return lock.error();
    const QString root = m_folder + QLatin1Char('/') + QLatin1String(kIncoming) + q(newId());
    if (const Result<Done> made = makeFolder((root + QStringLiteral("/job")).toStdString()); !made)
        return made.error();
    return root;
}

Result<bool> Archive::keeps(const std::string& pullId, const Trace& trace) const {
    const auto row = m_db->query(QStringLiteral("SELECT 1 FROM pull WHERE id = ?"), {q(pullId)});
    if (!row)
        return row.error();
    if (row->empty())
        return false;
    const Result<Done> same = sameAsKept(pullId, trace);
    if (!same)
        return same.error();
    return true;
}

Result<Done> Archive::mayPlaceFile(const std::string& from, const std::string& inner) const {
    const Result<InnerPath> target = InnerPath::below(m_folder, q(inner));
    if (!target)
        return target.error();
    if (!QFileInfo::exists(target->absolute()))
        return Done{};
    const Result<std::string> there = readBytes(target->absolute().toStdString()), given = readBytes(from);
    if (!there || !given)
        return (there ? given : there).error();
    if (*there != *given)
        return Error{Message{"bundle.would-overwrite", {inner}}};
    return Done{};
}

Result<bool> Archive::placeFile(const std::string& from, const std::string& inner) {
    const Result<InnerPath> target = InnerPath::below(m_folder, q(inner));
    if (!target)
        return target.error();
    if (const Result<Done> may = mayPlaceFile(from, inner); !may)
        return may.error();
    const std::string to = target->absolute().toStdString();
    if (QFileInfo::exists(target->absolute()))
        return false;
    if (const Result<Done> made = makeFolder(to.substr(0, to.rfind('/'))); !made)
        return made.error();
    if (const Result<Done> moved = moveFile(from, to); !moved)
        return moved.error();
    return true;
}

Result<Archive::TakenIn> Archive::takeInJob(const QString& unpacked, const std::string& name,
                                            const std::string& jobId) {
    const Result<WriterLock> lock = writing("taking in a bundle");
    if (!lock)
        return lock.error();
    const Result<std::string> folder = freeJobFolder(name, jobId);
    if (!folder)
        return folder.error();
    TakenIn out;
    std::vector<QString> placed; // taken away again when the rest fails
    const auto give = [&](Error error) {
        for (const QString& file : placed)
            QFile::remove(file);
        return error;
    };
    const QDir beside(unpacked + QStringLiteral("/beside"));
    QDirIterator it(beside.path(), QDir::Files | QDir::NoSymLinks, QDirIterator::Subdirectories);
    std::vector<QString> files;
    while (it.hasNext())
        files.push_back(it.next());
    for (const QString& file : files) {
        const QString inner = beside.relativeFilePath(file);
        const Result<bool> put = placeFile(file.toStdString(), inner.toStdString());
        if (!put)
            return give(put.error());
        if (*put)
            placed.push_back(m_folder + QLatin1Char('/') + inner);
    }
    const std::string home = m_folder.toStdString() + "/" + *folder;
    // From here on the open half has the job, and a rebuild would bring it in; the database follows in one transaction.
    if (const Result<Done> moved = moveFolder((unpacked + QStringLiteral("/job")).toStdString(), home); !moved)
        return give(moved.error());
    const Result<int> brought = Rebuilder(*this, {}).bringInFolder(*folder);
    if (!brought) {
        QDir(q(home)).removeRecursively(); // of the copy that was just put there; the bundle still has it all
        return give(brought.error());
    }
    out.pulls = *brought;
    out.files = static_cast<int>(placed.size());
    return out;
}

} // namespace jr
