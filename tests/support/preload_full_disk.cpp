// SPDX-License-Identifier: GPL-3.0-or-later
// Loaded in front of the C library of another program (LD_PRELOAD): making a file whose name has JR_FULL_FOR in it
// meets a full disk, everything else is as it is.
#include <cerrno>
#include <cstdarg>
#include <cstdlib>
#include <cstring>
#include <dlfcn.h>
#include <fcntl.h>

namespace {

int openUnlessFull(const char* name, const char* path, int flags, mode_t mode) {
    const auto next = reinterpret_cast<int (*)(const char*, int, ...)>(dlsym(RTLD_NEXT, name));
    const char* full = std::getenv("JR_FULL_FOR");
    if ((flags & O_CREAT) != 0 && full && std::strstr(path, full)) {
        errno = ENOSPC;
        return -1;
    }
    return next(path, flags, mode);
}

} // namespace

extern "C" {

int open(const char* path, int flags, ...) {
    va_list more;
    va_start(more, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(more, mode_t) : 0;
    va_end(more);
    return openUnlessFull("open", path, flags, mode);
}

int open64(const char* path, int flags, ...) {
    va_list more;
    va_start(more, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(more, mode_t) : 0;
    va_end(more);
    return openUnlessFull("open64", path, flags, mode);
}

} // extern "C"
