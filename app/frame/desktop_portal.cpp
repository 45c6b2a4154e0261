// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/desktop_portal.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>

#include <algorithm>

namespace jr::app {
namespace {

/// A list of a portal's description: "UseIn=gnome;unity".
/// (QSettings takes what follows the first semicolon of a line for a remark.)
QStringList listOf(const QByteArray& description, const char* key) {
    for (const QByteArray& line : description.split('\n')) {
        const qsizetype equals = line.indexOf('=');
        if (line.left(equals).trimmed() == key)
            return QString::fromUtf8(line.mid(equals + 1)).trimmed().split(QLatin1Char(';'), Qt::SkipEmptyParts);
    }
    return {};
}

} // namespace

bool portalShowsFileDialogs(const QStringList& dataFolders, const QString& currentDesktop) {
    const QStringList desktops = currentDesktop.split(QLatin1Char(':'), Qt::SkipEmptyParts);
    for (const QString& folder : dataFolders) {
        const QDir portals(folder + QStringLiteral("/xdg-desktop-portal/portals"));
        for (const QString& name : portals.entryList({QStringLiteral("*.portal")}, QDir::Files)) {
            QFile file(portals.filePath(name));
            constexpr qint64 kLongest = 65536;
            if (!file.open(QIODevice::ReadOnly))
                continue;
            const QByteArray description = file.read(kLongest);
            const QStringList usedIn = listOf(description, "UseIn");
            const bool here = std::any_of(desktops.begin(), desktops.end(), [&](const QString& desktop) {
                return usedIn.contains(desktop, Qt::CaseInsensitive);
            });
            if (here &&
                listOf(description, "Interfaces").contains(QStringLiteral("org.freedesktop.impl.portal.FileChooser")))
                return true;
        }
    }
    return false;
}

void useDesktopPortal() {
    const QByteArray platform = qgetenv("QT_QPA_PLATFORM");
    const bool shown = !platform.startsWith("offscreen") && !platform.startsWith("minimal");
    const bool bus = qEnvironmentVariableIsSet("DBUS_SESSION_BUS_ADDRESS") ||
                     QFile::exists(qEnvironmentVariable("XDG_RUNTIME_DIR") + QStringLiteral("/bus"));
    if (qEnvironmentVariableIsSet("QT_QPA_PLATFORMTHEME") || !shown || !bus)
        return;
    if (portalShowsFileDialogs(QStandardPaths::standardLocations(QStandardPaths::GenericDataLocation),
                               qEnvironmentVariable("XDG_CURRENT_DESKTOP")))
        qputenv("QT_QPA_PLATFORMTHEME", "xdgdesktopportal"); // where Qt has it not, it goes on with its own
}

} // namespace jr::app
