// SPDX-License-Identifier: GPL-3.0-or-later
// A copy of the whole archive, best on another disk.
#include "archive/disk/safe_file.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"

#include <QDateTime>
#include <QDir>
#include <QDirIterator>
#include <QFileInfo>

namespace jr {

Result<QString> Archive::copyTo(const QString& place) {
    if (!QFileInfo(place).isDir())
        return Error{Message{"store.not-a-folder"}, place.toStdString()};
    // Both halves of one moment: nobody writes while they are copied.
    const Result<WriterLock> lock = writing("a copy");
    if (!lock)
        return lock.error();
    QString name, target;
    for (int n = 1; name.isEmpty() || QFileInfo::exists(target); ++n) {
        name = QStringLiteral("jolly-ram-") +
               QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd-HHmmss")) +
               (n == 1 ? QString() : QStringLiteral("-%1").arg(n));
        target = QDir(place).filePath(name);
    }
    const QString unfinished = target + QStringLiteral(".unfinished");
    if (!QDir().mkpath(unfinished))
        return Error{Message{"store.copy-not-made"}, place.toStdString()};
    const auto give = [&](Error error) {
        QDir(unfinished).removeRecursively();
        return error;
    };
    if (const auto done =
            m_db->run(QStringLiteral("VACUUM INTO ?"), {unfinished + QStringLiteral("/jolly-ram.sqlite")});
        !done)
        return give(done.error());
    // Not the copy's own place, should it lie in the archive; no links, and what they point to is not ours.
    std::vector<QString> files;
    for (const char* part : {"/pulls", "/photos", "/files"}) {
        QDirIterator it(m_folder + QLatin1String(part), QDir::Files | QDir::NoSymLinks, QDirIterator::Subdirectories);
        while (it.hasNext())
            if (const QString from = it.next(); !from.startsWith(unfinished))
                files.push_back(from);
    }
    if (const QString benchFile = m_folder + QStringLiteral("/benches.json"); QFileInfo::exists(benchFile))
        files.push_back(benchFile);
    for (const QString& from : files) {
        const QString to = unfinished + QLatin1Char('/') + QDir(m_folder).relativeFilePath(from);
        Result<Done> copied = makeFolder(QFileInfo(to).path().toStdString());
        if (copied)
            copied = copyBytes(from.toStdString(), to.toStdString());
        if (!copied)
            return give(copied.error());
    }
    if (!QDir().rename(unfinished, target))
        return give(Error{Message{"store.copy-not-named"}, target.toStdString()});
    if (const auto noted = noteCopy(target); !noted)
        return noted.error();
    return target;
}

Result<Done> Archive::noteCopy(const QString& place) {
    return m_db->run(QStringLiteral("INSERT INTO copy_made (made, place) VALUES (?, ?)"),
                     {QDateTime::currentDateTime().toString(Qt::ISODate), place});
}

Result<std::map<std::string, std::string>> Archive::pullChecksums() const {
    const auto rows = m_db->query(QStringLiteral("SELECT mirror, sha256 FROM pull"));
    if (!rows)
        return rows.error();
    std::map<std::string, std::string> out;
    for (const Row& r : *rows)
        out.emplace(s(r[0]), s(r[1]));
    return out;
}

} // namespace jr
