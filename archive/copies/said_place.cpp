// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/said_place.h"

#include "archive/disk/safe_file.h"
#include "archive/reader/reader_settings.h"

#include <QFileInfo>
#include <QSettings>
#include <QSysInfo>

namespace jr {
namespace {

constexpr qsizetype kCodeLength = 16; ///< of the 64 digits: nobody forges it, it only tells two apart

std::string homePath(const QString& archiveFolder) {
    const QFileInfo info(archiveFolder); // one that is not there has no canonical path
    return (info.exists() ? info.canonicalFilePath() : info.absoluteFilePath()).toStdString();
}

QString settingsGroup(const QString& archiveFolder) {
    return QStringLiteral("copies/") + QString::fromStdString(sha256(homePath(archiveFolder))).left(kCodeLength);
}

} // namespace

std::optional<SaidPlace> saidPlaceOf(const QString& archiveFolder) {
    const auto settings = personsSettings();
    settings->beginGroup(settingsGroup(archiveFolder));
    SaidPlace out{settings->value(QStringLiteral("archive")).toString().toStdString(),
                  settings->value(QStringLiteral("place")).toString().toStdString(),
                  settings->value(QStringLiteral("other_file_system")).toBool()};
    return out.place.empty() ? std::nullopt : std::optional(std::move(out));
}

Result<Done> keepSaidPlace(const QString& archiveFolder, const SaidPlace& said) {
    const auto settings = personsSettings();
    settings->beginGroup(settingsGroup(archiveFolder));
    settings->setValue(QStringLiteral("archive"), QString::fromStdString(said.archiveId));
    settings->setValue(QStringLiteral("place"), QString::fromStdString(said.place));
    settings->setValue(QStringLiteral("other_file_system"), said.otherFileSystem);
    settings->endGroup();
    settings->sync();
    if (settings->status() != QSettings::NoError)
        return Error{Message{"copy.place-not-kept"}, settings->fileName().toStdString()};
    return Done{};
}

CopyHome copyHomeOf(const QString& archiveFolder) {
    // Of the machine's name for itself only a code leaves the house.
    const std::string machine = sha256("jolly-ram copy " + QSysInfo::machineUniqueId().toStdString());
    return {homePath(archiveFolder), machine.substr(0, static_cast<std::size_t>(kCodeLength))};
}

} // namespace jr
