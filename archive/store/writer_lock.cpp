// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/writer_lock.h"

#include "archive/formats/text.h"

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QThread>
#include <QTime>

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

namespace jr {

struct WriterLock::State {
    explicit State(int handle) : descriptor(handle) {}
    ~State() {
        if (::ftruncate(descriptor, 0) != 0) {
            // The words of a writer that is gone mislead nobody: the lock itself is what counts.
        }
        ::close(descriptor);
    }
    State(const State&) = delete;
    State& operator=(const State&) = delete;
    int descriptor;
};

Result<WriterLock> WriterLock::take(const QString& folder, const char* what, Shared& mine, int patienceMs) {
    if (auto held = mine.lock())
        return WriterLock(std::move(held));
    const std::string path = (folder + QStringLiteral("/writing.lock")).toStdString();
    const int descriptor = ::open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0666);
    if (descriptor < 0)
        return Error{Message{"store.not-writable", {std::string(std::strerror(errno))}}, path};
    auto state = std::make_shared<State>(descriptor);
    QElapsedTimer waited;
    waited.start();
    while (::flock(descriptor, LOCK_EX | LOCK_NB) != 0) {
        if (errno != EWOULDBLOCK && errno != EINTR)
            return Error{Message{"store.not-locked", {std::string(std::strerror(errno))}}, path};
        if (waited.elapsed() >= patienceMs) {
            char words[200] = {};
            const ssize_t n = ::pread(descriptor, words, sizeof words - 1, 0);
            const std::string who = cleanedText(trimmed({words, static_cast<std::size_t>(std::max<ssize_t>(n, 0))}));
            return Error{(who.empty() ? std::string("another program") : who) +
                             " is writing to this archive; try again when it is done",
                         folder.toStdString()};
        }
        QThread::msleep(10);
    }
    // Who we are, for those who wait; nothing hangs on it.
    const std::string who = QCoreApplication::applicationName().toStdString() + " (process " +
                            std::to_string(::getpid()) + ", " + what + ", since " +
                            QTime::currentTime().toString(QStringLiteral("HH:mm:ss")).toStdString() + ")\n";
    if (::ftruncate(descriptor, 0) != 0 || ::pwrite(descriptor, who.data(), who.size(), 0) < 0) {
        // A full disk: the lock holds all the same, only its words are missing.
    }
    mine = state;
    return WriterLock(std::move(state));
}

} // namespace jr
