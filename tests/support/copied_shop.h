// SPDX-License-Identifier: GPL-3.0-or-later
// An archive with one full job, and a stick for its second copy.
#pragma once

#include "archive/copies/copy_now.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"

#include <QDateTime>
#include <QDir>
#include <QTemporaryDir>

namespace testsupport {

struct CopiedShop {
    QTemporaryDir dir;
    QString home = dir.filePath("home"), place = dir.filePath("stick");
    std::string job;
    std::unique_ptr<jr::Archive> archive;

    CopiedShop() {
        QDir().mkpath(place);
        archive = jr::Archive::open(home).value();
        job = fullJob(*archive, "Stack", "Larkspur 410", 4);
    }
    jr::Result<jr::CopyMade> copy(const QString& to = {}, const jr::Progress& progress = {}) {
        return jr::copyNow(home, *archive->pullChecksums(), to, progress);
    }
    QString folder() const { return jr::copyFolder(place, jr::copyBookOf(home).archiveId); }
    std::string said(const jr::Result<jr::CopyMade>& made) { return made ? "copied" : made.error().text(); }
};

inline bool has(const std::string& text, const char* part) {
    return QString::fromStdString(text).contains(QLatin1String(part));
}

/// The newest list as it would be, had it been made so many days earlier.
inline bool makeOlder(const QString& copy, int days) {
    jr::CopyList list = *jr::loadCopyList((copy + QStringLiteral("/copy.json")).toStdString());
    const QDateTime made = QDateTime::fromString(QString::fromStdString(list.made), Qt::ISODateWithMs);
    list.made = made.addDays(-days).toString(Qt::ISODateWithMs).toStdString();
    return writeFile(copy + QStringLiteral("/copy.json"), jr::copyListText(list));
}

} // namespace testsupport
