// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_place.h"

#include <QDir>

#include <fcntl.h>
#include <sys/stat.h>
#include <sys/statvfs.h>
#include <unistd.h>

namespace jr {

struct CopyPlace::Held {
    Held(std::string placePath, int folder) : path(std::move(placePath)), descriptor(folder) {}
    ~Held() { ::close(descriptor); }
    Held(const Held&) = delete;
    Held& operator=(const Held&) = delete;
    std::string path;
    int descriptor;
};

Result<CopyPlace> CopyPlace::hold(const QString& place) {
    const std::string path = QDir(place).absolutePath().toStdString();
    const int folder = ::open(path.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (folder < 0) {
        Error notThere{Message{"copy.no-place"}};
        notThere.file = path;
        return notThere;
    }
    return CopyPlace(std::make_shared<const Held>(path, folder));
}

std::string CopyPlace::heldPath() const {
    return "/proc/self/fd/" + std::to_string(m_held->descriptor);
}

bool CopyPlace::stillThere() const {
    struct stat held {
    }, there{};
    return ::fstat(m_held->descriptor, &held) == 0 && ::stat(m_held->path.c_str(), &there) == 0 &&
           held.st_dev == there.st_dev && held.st_ino == there.st_ino;
}

std::string CopyPlace::shown(const std::string& path) const {
    const std::string held = heldPath();
    const bool inIt = path.starts_with(held) && (path.size() == held.size() || path[held.size()] == '/');
    return inIt ? m_held->path + path.substr(held.size()) : path;
}

long long CopyPlace::bytesFree() const {
    struct statvfs space {};
    if (::fstatvfs(m_held->descriptor, &space) != 0)
        return -1;
    return static_cast<long long>(space.f_bavail) * static_cast<long long>(space.f_frsize);
}

bool onOneFileSystem(const QString& one, const QString& other) {
    struct stat a {
    }, b{};
    return ::stat(one.toLocal8Bit().constData(), &a) == 0 && ::stat(other.toLocal8Bit().constData(), &b) == 0 &&
           a.st_dev == b.st_dev;
}

} // namespace jr
