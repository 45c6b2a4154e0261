// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/disk/safe_file.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFileInfo>

#include <atomic>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <poll.h>
#include <sys/stat.h>
#include <unistd.h>

namespace jr {
namespace {

constexpr char kPart[] = ".jr-part-";

std::string systemWords(int error) {
    switch (error) {
    case ENOSPC:
    case EDQUOT:
    case EFBIG:
        return "the disk is full";
    case EACCES:
    case EPERM:
    case EROFS:
        return "this place may not be written to";
    case ENOENT:
        return "there is no such file or folder";
    case EIO:
        return "the disk reports an error";
    default:
        return std::strerror(error);
    }
}

/// An open file that closes itself; the last close's error can be asked for.
class Handle {
public:
    explicit Handle(int descriptor) : m_descriptor(descriptor) {}
    ~Handle() {
        if (m_descriptor >= 0)
            ::close(m_descriptor);
    }
    Handle(const Handle&) = delete;
    Handle& operator=(const Handle&) = delete;
    operator int() const { return m_descriptor; }
    int close() { return ::close(std::exchange(m_descriptor, -1)); }

private:
    int m_descriptor;
};

bool writeAll(int descriptor, std::string_view bytes) {
    while (!bytes.empty()) {
        const ssize_t n = ::write(descriptor, bytes.data(), bytes.size());
        if (n < 0 && errno == EINTR)
            continue;
        if (n <= 0)
            return false;
        bytes.remove_prefix(static_cast<std::size_t>(n));
    }
    return true;
}

std::string folderOf(const std::string& path) {
    const std::size_t slash = path.rfind('/');
    return slash == std::string::npos ? "." : slash == 0 ? "/" : path.substr(0, slash);
}

/// The name itself onto the disk, after a rename.
bool syncFolder(const std::string& folder) {
    Handle handle(::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    // Some file systems cannot sync a folder and say so; they have nothing to lose by it.
    return handle >= 0 && (::fsync(handle) == 0 || errno == EINVAL || errno == ENOTSUP);
}

Error cannotWrite(const std::string& path, int error) {
    return Error{Message{"disk.cannot-be-written", {Term{systemWords(error)}}}, path};
}

/// The name of a temporary file beside `path` that nobody else has.
std::string partBeside(const std::string& path) {
    static std::atomic<unsigned> counter{0};
    char name[64];
    std::snprintf(name, sizeof name, "/%s%ld-%u", kPart, static_cast<long>(::getpid()), counter++);
    return folderOf(path) + name;
}

/// A temporary file beside `path` with these bytes, on the disk. Returns its path.
Result<std::string> writePart(const std::string& path, std::string_view bytes) {
    const std::string part = partBeside(path);
    Handle handle(::open(part.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0666));
    if (handle < 0)
        return cannotWrite(path, errno);
    if (!writeAll(handle, bytes) || ::fsync(handle) != 0 || handle.close() != 0) {
        const int error = errno;
        ::unlink(part.c_str());
        return cannotWrite(path, error);
    }
    return part;
}

} // namespace

Result<std::string> readBytes(const std::string& path, std::size_t most) {
    const auto tooLarge = [&] { return Error{Message{"disk.too-large", {std::to_string(most >> 20)}}, path}; };
    Handle handle(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK));
    struct stat info {};
    if (handle < 0 || ::fstat(handle, &info) != 0)
        return Error{Message{"disk.cannot-be-opened", {Term{systemWords(errno)}}}, path};
    if (S_ISDIR(info.st_mode))
        return Error{Message{"disk.is-a-folder"}, path};
    if (S_ISREG(info.st_mode) && static_cast<std::uint64_t>(info.st_size) > most)
        return tooLarge();
    std::string out;
    if (S_ISREG(info.st_mode))
        out.reserve(static_cast<std::size_t>(info.st_size));
    char buffer[65536];
    for (;;) {
        if (!S_ISREG(info.st_mode)) {
            pollfd waiting{handle, POLLIN, 0};
            if (::poll(&waiting, 1, ReadBounds::pipePatienceMs) <= 0)
                return Error{Message{"disk.nothing-comes"}, path};
        }
        const ssize_t n = ::read(handle, buffer, sizeof buffer);
        if (n < 0 && (errno == EINTR || errno == EAGAIN))
            continue;
        if (n < 0)
            return Error{Message{"disk.cannot-be-read", {Term{systemWords(errno)}}}, path};
        if (n == 0)
            break;
        if (out.size() + static_cast<std::size_t>(n) > most)
            return tooLarge();
        out.append(buffer, static_cast<std::size_t>(n));
    }
    if (out.empty() && S_ISFIFO(info.st_mode))
        return Error{Message{"disk.nothing-comes"}, path};
    return out;
}

bool isPlainFile(const std::string& path) {
    struct stat info {};
    return ::stat(path.c_str(), &info) == 0 && S_ISREG(info.st_mode);
}

Result<std::string> readFileBytes(const std::string& path, std::size_t most) {
    struct stat info {};
    if (::stat(path.c_str(), &info) == 0 && !S_ISREG(info.st_mode) && !S_ISDIR(info.st_mode))
        return Error{Message{"disk.no-plain-file"}, path};
    return readBytes(path, most);
}

Result<std::string> readBytesFromDisk(const std::string& path, std::size_t most) {
    if (Handle handle(::open(path.c_str(), O_RDONLY | O_CLOEXEC)); handle >= 0)
        (void)::posix_fadvise(handle, 0, 0, POSIX_FADV_DONTNEED);
    return readBytes(path, most);
}

Result<Done> writeBytes(const std::string& path, std::string_view bytes) {
    struct stat info {};
    if (::stat(path.c_str(), &info) == 0 && !S_ISREG(info.st_mode)) {
        if (S_ISDIR(info.st_mode))
            return Error{Message{"disk.cannot-write-a-folder"}, path};
        // A device or a pipe is written to, never put out of the way by a new file of its name.
        Handle device(::open(path.c_str(), O_WRONLY | O_CLOEXEC | O_NONBLOCK));
        if (device < 0 || !writeAll(device, bytes))
            return cannotWrite(path, errno);
        return Done{};
    }
    Result<PreparedFile> prepared = PreparedFile::beside(path, bytes);
    if (!prepared)
        return prepared.error();
    return prepared.value().put();
}

Result<Done> writeNewBytes(const std::string& path, std::string_view bytes) {
    const Result<std::string> part = writePart(path, bytes);
    if (!part)
        return part.error();
    // A link is made only where nothing stands.
    const bool linked = ::link(part->c_str(), path.c_str()) == 0;
    const int error = errno;
    ::unlink(part->c_str());
    if (!linked)
        return error == EEXIST ? Error{Message{"disk.file-is-there"}, path} : cannotWrite(path, error);
    if (!syncFolder(folderOf(path))) {
        const int syncError = errno;
        ::unlink(path.c_str());
        return cannotWrite(path, syncError);
    }
    return Done{};
}

Result<PreparedFile> PreparedFile::beside(const std::string& path, std::string_view bytes) {
    Result<std::string> part = writePart(path, bytes);
    if (!part)
        return part.error();
    PreparedFile out(std::move(part).value(), path);
    const Result<std::string> back = readBytes(out.m_part, bytes.size() + 1);
    if (!back)
        return back.error();
    if (*back != bytes)
        return Error{Message{"disk.not-read-back"}, path};
    return out;
}

PreparedFile::PreparedFile(PreparedFile&& other) noexcept
    : m_part(std::exchange(other.m_part, {})), m_path(std::move(other.m_path)) {}

PreparedFile::~PreparedFile() {
    if (!m_part.empty())
        ::unlink(m_part.c_str());
}

Result<Done> PreparedFile::put() {
    if (::rename(m_part.c_str(), m_path.c_str()) != 0)
        return cannotWrite(m_path, errno);
    m_part.clear();
    if (!syncFolder(folderOf(m_path)))
        return cannotWrite(m_path, errno);
    return Done{};
}

Result<Done> writeInPieces(const std::string& path, const std::function<Result<Done>(const std::string&)>& write,
                           const std::function<Result<Done>(const std::string&)>& readBack) {
    const std::string part = partBeside(path);
    const auto give = [&](Error error) {
        ::unlink(part.c_str());
        if (error.file == part)
            error.file = path; // nobody knows the other name
        return error;
    };
    if (const Result<Done> written = write(part); !written)
        return give(written.error());
    {
        Handle handle(::open(part.c_str(), O_RDONLY | O_CLOEXEC));
        if (handle < 0 || ::fsync(handle) != 0)
            return give(cannotWrite(path, errno));
    }
    if (const Result<Done> same = readBack(part); !same)
        return give(same.error());
    if (::rename(part.c_str(), path.c_str()) != 0)
        return give(cannotWrite(path, errno));
    if (!syncFolder(folderOf(path)))
        return cannotWrite(path, errno);
    return Done{};
}

Result<Done> moveFolder(const std::string& from, const std::string& to) {
    // An empty folder would be taken for nothing by rename().
    if (struct stat info{}; ::lstat(to.c_str(), &info) == 0)
        return Error{Message{"disk.something-is-there"}, to};
    if (::rename(from.c_str(), to.c_str()) != 0 || !syncFolder(folderOf(to)) || !syncFolder(folderOf(from)))
        return cannotWrite(to, errno);
    return Done{};
}

Result<Done> moveFile(const std::string& from, const std::string& to) {
    if (::link(from.c_str(), to.c_str()) != 0)
        return errno == EEXIST ? Error{Message{"disk.file-is-there"}, to} : cannotWrite(to, errno);
    ::unlink(from.c_str());
    if (!syncFolder(folderOf(to)))
        return cannotWrite(to, errno);
    return Done{};
}

Result<Done> replaceFile(const std::string& from, const std::string& to) {
    if (::rename(from.c_str(), to.c_str()) != 0 || !syncFolder(folderOf(to)))
        return cannotWrite(to, errno);
    return Done{};
}

Result<Done> removeForGood(const std::string& path) {
    if (::unlink(path.c_str()) != 0 || !syncFolder(folderOf(path)))
        return cannotWrite(path, errno);
    return Done{};
}

FileStamp stampOf(const std::string& path) {
    struct stat info {};
    if (::stat(path.c_str(), &info) != 0)
        return {};
    return {info.st_ino, info.st_size, info.st_mtim.tv_sec, info.st_mtim.tv_nsec};
}

Result<Done> copyBytes(const std::string& from, const std::string& to) {
    const Result<std::string> bytes = readFileBytes(from);
    if (!bytes)
        return bytes.error();
    return writeNewBytes(to, *bytes);
}

Result<std::string> setAway(const std::string& path) {
    for (int n = 1; n < 10000; ++n) {
        const std::string away = path + ".set-away-" + std::to_string(n);
        if (::link(path.c_str(), away.c_str()) != 0) {
            if (errno == EEXIST)
                continue;
            if (errno == EPERM || errno == ENOTSUP) { // a disk that knows no links
                if (struct stat info{}; ::lstat(away.c_str(), &info) == 0)
                    continue;
                if (::rename(path.c_str(), away.c_str()) == 0)
                    return away;
            }
            return Error{Message{"disk.not-set-away", {Term{systemWords(errno)}}}, path};
        }
        if (::unlink(path.c_str()) != 0)
            return Error{Message{"disk.not-set-away", {Term{systemWords(errno)}}}, path};
        return away;
    }
    return Error{Message{"disk.set-away-too-often"}, path};
}

Result<Done> makeFolder(const std::string& path) {
    const QString name = QString::fromStdString(path);
    if (!QDir().mkpath(name))
        return Error{Message{"disk.folder-cannot-be-made", {Term{systemWords(errno)}}}, path};
    return Done{};
}

void removeUnfinished(const std::string& folder) {
    const QDir dir(QString::fromStdString(folder));
    for (const QString& name : dir.entryList({QLatin1String(kPart) + QLatin1Char('*')}, QDir::Files | QDir::Hidden))
        ::unlink(dir.filePath(name).toLocal8Bit().constData());
}

std::string sha256(std::string_view bytes) {
    return QCryptographicHash::hash(QByteArrayView(bytes.data(), static_cast<qsizetype>(bytes.size())),
                                    QCryptographicHash::Sha256)
        .toHex()
        .toStdString();
}

} // namespace jr
