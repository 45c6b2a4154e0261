// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/fault_layer.h"

#include <atomic>
#include <cerrno>
#include <cstdarg>
#include <dlfcn.h>
#include <fcntl.h>
#include <map>
#include <mutex>
#include <string>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace {

using faults::Kind;

std::atomic<bool> g_armed{false};
std::atomic<long> g_calls{0};
long g_at = 0;
Kind g_kind = Kind::None;

template <class F>
F real(const char* name) {
    return reinterpret_cast<F>(dlsym(RTLD_NEXT, name));
}

// What each file held when it was last synced, for the power cut; by device and inode, kept open by a descriptor.
struct Unsynced {
    int descriptor;
    std::string bytes;
};
std::mutex g_lock;
std::map<std::pair<dev_t, ino_t>, Unsynced>& unsynced() {
    static std::map<std::pair<dev_t, ino_t>, Unsynced> all;
    return all;
}

bool regular(int descriptor, struct stat* info) {
    return ::fstat(descriptor, info) == 0 && S_ISREG(info->st_mode);
}

std::string contents(int descriptor) {
    std::string out;
    char buffer[65536];
    for (off_t at = 0;;) {
        const ssize_t n = ::pread(descriptor, buffer, sizeof buffer, at);
        if (n <= 0)
            return out;
        out.append(buffer, static_cast<std::size_t>(n));
        at += n;
    }
}

void aboutToChange(int descriptor) {
    struct stat info {};
    if (g_kind != Kind::PowerCut || !regular(descriptor, &info))
        return;
    const std::lock_guard held(g_lock);
    const std::pair key{info.st_dev, info.st_ino};
    if (unsynced().contains(key))
        return;
    char path[64];
    std::snprintf(path, sizeof path, "/proc/self/fd/%d", descriptor);
    const int own = real<int (*)(const char*, int, ...)>("open")(path, O_RDWR | O_CLOEXEC);
    if (own >= 0)
        unsynced()[key] = {own, contents(own)};
}

void synced(int descriptor) {
    struct stat info {};
    if (g_kind != Kind::PowerCut || !regular(descriptor, &info))
        return;
    const std::lock_guard held(g_lock);
    const auto it = unsynced().find({info.st_dev, info.st_ino});
    if (it == unsynced().end())
        return;
    ::close(it->second.descriptor);
    unsynced().erase(it);
}

[[noreturn]] void endHere() {
    if (g_kind == Kind::PowerCut) {
        const auto put = real<ssize_t (*)(int, const void*, size_t, off_t)>("pwrite");
        const auto cut = real<int (*)(int, off_t)>("ftruncate");
        for (auto& [key, file] : unsynced()) {
            (void)cut(file.descriptor, 0);
            (void)put(file.descriptor, file.bytes.data(), file.bytes.size(), 0);
        }
    }
    ::_exit(faults::kEnded);
}

/// Counts a call; the errno it is to fail with, or 0. `needsRoom`: it could meet a full disk.
int strike(bool needsRoom) {
    if (!g_armed)
        return 0;
    const long call = ++g_calls;
    if (g_at == 0 || call < g_at)
        return 0;
    switch (g_kind) {
    case Kind::NoSpace:
        return needsRoom ? ENOSPC : 0;
    case Kind::Once:
        return call == g_at ? EIO : 0;
    case Kind::Short:
        return call > g_at && needsRoom ? ENOSPC : 0;
    case Kind::Killed:
    case Kind::PowerCut:
        endHere();
    case Kind::Stalls:
        while (g_armed)
            ::usleep(1000);
        return 0;
    case Kind::SyncFails:
    case Kind::None:
        break;
    }
    return 0;
}

bool halfOnly() {
    return g_armed && g_kind == Kind::Short && g_calls == g_at;
}

bool syncFails() {
    return g_armed && g_kind == Kind::SyncFails && g_at > 0 && g_calls >= g_at;
}

bool counts(int descriptor) {
    struct stat info {};
    return g_armed && regular(descriptor, &info);
}

} // namespace

namespace faults {

void arm(Kind kind, long atCall) {
    g_kind = kind;
    g_at = atCall;
    g_calls = 0;
    g_armed = true;
}

long disarm() {
    g_armed = false;
    const std::lock_guard held(g_lock);
    for (auto& [key, file] : unsynced())
        ::close(file.descriptor);
    unsynced().clear();
    return g_calls;
}

} // namespace faults

extern "C" {

ssize_t write(int descriptor, const void* bytes, size_t size) {
    static const auto next = real<ssize_t (*)(int, const void*, size_t)>("write");
    if (!counts(descriptor))
        return next(descriptor, bytes, size);
    if (const int error = strike(true)) {
        errno = error;
        return -1;
    }
    aboutToChange(descriptor);
    return next(descriptor, bytes, halfOnly() && size > 1 ? size / 2 : size);
}

static ssize_t writeAt(ssize_t (*next)(int, const void*, size_t, off64_t), int descriptor, const void* bytes,
                       size_t size, off64_t at) {
    if (!counts(descriptor))
        return next(descriptor, bytes, size, at);
    if (const int error = strike(true)) {
        errno = error;
        return -1;
    }
    aboutToChange(descriptor);
    return next(descriptor, bytes, halfOnly() && size > 1 ? size / 2 : size, at);
}

ssize_t pwrite(int descriptor, const void* bytes, size_t size, off_t at) {
    static const auto next = real<ssize_t (*)(int, const void*, size_t, off64_t)>("pwrite64");
    return writeAt(next, descriptor, bytes, size, at);
}

ssize_t pwrite64(int descriptor, const void* bytes, size_t size, off64_t at) {
    static const auto next = real<ssize_t (*)(int, const void*, size_t, off64_t)>("pwrite64");
    return writeAt(next, descriptor, bytes, size, at);
}

static int syncBy(int (*next)(int), int descriptor) {
    if (!counts(descriptor))
        return next(descriptor);
    if (const int error = strike(false)) {
        errno = error;
        return -1;
    }
    if (syncFails()) {
        errno = EIO;
        return -1;
    }
    const int done = next(descriptor);
    if (done == 0)
        synced(descriptor);
    return done;
}

int fsync(int descriptor) {
    static const auto next = real<int (*)(int)>("fsync");
    return syncBy(next, descriptor);
}

int fdatasync(int descriptor) {
    static const auto next = real<int (*)(int)>("fdatasync");
    return syncBy(next, descriptor);
}

int ftruncate(int descriptor, off_t size) {
    static const auto next = real<int (*)(int, off_t)>("ftruncate");
    if (counts(descriptor)) {
        if (const int error = strike(false)) {
            errno = error;
            return -1;
        }
        aboutToChange(descriptor);
    }
    return next(descriptor, size);
}

int ftruncate64(int descriptor, off64_t size) {
    return ftruncate(descriptor, size);
}

int rename(const char* from, const char* to) noexcept {
    static const auto next = real<int (*)(const char*, const char*)>("rename");
    if (const int error = strike(false)) {
        errno = error;
        return -1;
    }
    return next(from, to);
}

int link(const char* from, const char* to) noexcept {
    static const auto next = real<int (*)(const char*, const char*)>("link");
    if (const int error = strike(true)) {
        errno = error;
        return -1;
    }
    return next(from, to);
}

int unlink(const char* path) noexcept {
    static const auto next = real<int (*)(const char*)>("unlink");
    if (const int error = strike(false)) {
        errno = error;
        return -1;
    }
    return next(path);
}

static int openBy(int (*next)(const char*, int, ...), const char* path, int flags, mode_t mode) {
    if ((flags & O_CREAT) != 0)
        if (const int error = strike(true)) {
            errno = error;
            return -1;
        }
    return next(path, flags, mode);
}

int open(const char* path, int flags, ...) {
    static const auto next = real<int (*)(const char*, int, ...)>("open");
    va_list more;
    va_start(more, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(more, mode_t) : 0;
    va_end(more);
    return openBy(next, path, flags, mode);
}

int open64(const char* path, int flags, ...) {
    static const auto next = real<int (*)(const char*, int, ...)>("open64");
    va_list more;
    va_start(more, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(more, mode_t) : 0;
    va_end(more);
    return openBy(next, path, flags, mode);
}

} // extern "C"
