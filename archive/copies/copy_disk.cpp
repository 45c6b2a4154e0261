// SPDX-License-Identifier: GPL-3.0-or-later
// Which disk a place is on, as far as Linux tells: the partition's device, and the disk that is a part of.
#include "archive/copies/second_copy.h"

#include <QFileInfo>

#include <linux/magic.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <sys/vfs.h>

namespace jr {
namespace {

/// "/sys/devices/…/sda" for anything on that disk; empty where the system tells none (a network, a memory disk).
QString wholeDisk(dev_t device) {
    const QString entry = QStringLiteral("/sys/dev/block/%1:%2").arg(gnu_dev_major(device)).arg(gnu_dev_minor(device));
    const QString real = QFileInfo(entry).canonicalFilePath();
    if (real.isEmpty())
        return {};
    return QFileInfo::exists(real + QStringLiteral("/partition")) ? QFileInfo(real).path() : real;
}

} // namespace

CopyDisk copyDisk(const QString& archiveFolder, const QString& place) {
    struct stat ours {
    }, theirs{};
    struct statfs kind {};
    const QByteArray from = archiveFolder.toLocal8Bit(), to = place.toLocal8Bit();
    if (::stat(from.constData(), &ours) != 0 || ::stat(to.constData(), &theirs) != 0)
        return CopyDisk::Other; // not there: whoever copies says so
    if (::statfs(to.constData(), &kind) == 0 && (kind.f_type == TMPFS_MAGIC || kind.f_type == RAMFS_MAGIC))
        return CopyDisk::Memory;
    if (ours.st_dev == theirs.st_dev)
        return CopyDisk::Same;
    const QString disk = wholeDisk(ours.st_dev);
    return !disk.isEmpty() && disk == wholeDisk(theirs.st_dev) ? CopyDisk::Same : CopyDisk::Other;
}

} // namespace jr
