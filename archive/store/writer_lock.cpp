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
#include <string_view>
#include <sys/file.h>
#include <unistd.h>
#include <vector>

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

namespace {

/// Of what a writer left in the lock: its program and process, what it does and since when.
Message whoWrites(std::string_view left) {
    std::vector<std::string> lines;
    for (std::size_t at = 0; at < left.size() && lines.size() < 4;) {
        const std::size_t end = std::min(left.find('\n', at), left.size());
        lines.push_back(cleanedText(trimmed(left.substr(at, end - at))));
        at = end + 1;
    }
    if (lines.size() < 4 || lines[0].empty())
        return {"store.somebody-writes"};
    return {"store.who-writes", {lines[0], lines[1], Term{lines[2]}, lines[3]}};
}

} // namespace

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
            return Error{whoWrites({words, static_cast<std::size_t>(std::max<ssize_t>(n, 0))}), folder.toStdString()};
        }
        QThread::msleep(10);
    }
    // Who we are, for those who wait; nothing hangs on it.
    const std::string who = QCoreApplication::applicationName().toStdString() + "\n" + std::to_string(::getpid()) +
                            "\n" + what + "\n" +
                            QTime::currentTime().toString(QStringLiteral("HH:mm:ss")).toStdString() + "\n";
    if (::ftruncate(descriptor, 0) != 0 || ::pwrite(descriptor, who.data(), who.size(), 0) < 0) {
        // A full disk: the lock holds all the same, only its words are missing.
    }
    mine = state;
    return WriterLock(std::move(state));
}

} // namespace jr
