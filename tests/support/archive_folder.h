// SPDX-License-Identifier: GPL-3.0-or-later
// What a test does to an archive's folder by hand: takes its database away, damages a file, puts one there, lists them.
#pragma once

#include "archive/disk/safe_file.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>
#include <QStringList>

#include <string>

namespace testsupport {

inline void removeDatabase(const QString& folder) {
    for (const char* part : {"", "-wal", "-shm"})
        QFile::remove(folder + QStringLiteral("/jolly-ram.sqlite") + QLatin1String(part));
}

inline bool damage(const QString& path, qint64 from, qint64 length, char with = '\x5a') {
    QFile file(path);
    return file.open(QIODevice::ReadWrite) && file.seek(from) && file.write(QByteArray(length, with)) == length;
}

inline bool writeFile(const QString& path, const std::string& text) {
    return QDir().mkpath(QFileInfo(path).path()) && jr::writeBytes(path.toStdString(), text).ok();
}

inline QStringList filesIn(const QString& folder, const QString& pattern) {
    QStringList out;
    QDirIterator it(folder, {pattern}, QDir::Files | QDir::Hidden, QDirIterator::Subdirectories);
    while (it.hasNext())
        out << it.next();
    out.sort();
    return out;
}

} // namespace testsupport
