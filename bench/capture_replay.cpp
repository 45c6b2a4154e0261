// SPDX-License-Identifier: GPL-3.0-or-later
// A capture read back: the same catcher as the live session, fed line by line.
#include "bench/capture.h"

#include "archive/formats/text.h"
#include "bench/pull_catcher.h"

#include <QDir>
#include <QFileInfo>

#include <cerrno>
#include <csignal>
#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

namespace jr {
namespace {

constexpr qint64 kLongestRead = 65536;
constexpr unsigned kTrialS = 60;

struct Word {
    std::string first, rest;
};
Word split(const std::string& text) {
    const std::size_t space = text.find(' ');
    return {text.substr(0, space), space == std::string::npos ? std::string() : text.substr(space + 1)};
}

/// What the remarks among the lines say: clocks, whose pulls they are, facts laid over the bench's.
class Replay {
public:
    void remark(const std::string& text) {
        const auto [key, value] = split(text);
        if (key == "capture")
            m_epochS = parseNumber(split(value).rest).value_or(0.);
        else if (key == "anchored") {
            const auto epoch = parseNumber(split(value).first), bench = parseNumber(split(value).rest);
            if (epoch && bench)
                m_catcher.anchor(*epoch, *bench);
        } else if (key == "clock")
            clock(value);
        else if (key == "plain") {
            if (auto layout = parsePlainLayout(value))
                m_catcher = PullCatcher(LineFeed(std::move(layout).value(), {}));
        } else if (key == "job")
            m_sitting.job = value;
        else if (key == "machine")
            m_sitting.machine = value;
        else if (key == "setup")
            m_sitting.setup = value;
        else if (key == "job-id")
            m_sitting.jobId = value;
        else if (key == "setup-id")
            m_sitting.setupId = value;
        else if (key == "aside")
            m_sitting.aside = value;
        else if (key == "key") {
            const Word fixed = split(value);
            std::erase_if(m_sitting.keys, [&](const auto& k) { return k.first == fixed.first; });
            if (!fixed.rest.empty() && m_sitting.keys.size() < kMostKeys)
                m_sitting.keys.emplace_back(fixed.first, fixed.rest);
        } else if (key == "fact") {
            const auto [name, what] = split(value);
            (void)m_catcher.setFact(name, what); // what the bench may not be was refused when it was live, too
        } else if (key == "broken") {
            m_catcher.reconnected();
            m_catcher.broken();
        }
        m_catcher.setSitting(m_sitting);
        m_catcher.expectAt(m_epochS); // until the capture says better
    }
    PullCatcher& catcher() { return m_catcher; }

private:
    void clock(const std::string& value) {
        const auto [last, more] = split(value);
        const auto [offset, step] = split(more);
        const auto a = parseNumber(last), b = parseNumber(offset), c = parseNumber(step);
        if (a && b && c && *c > 0.)
            m_catcher.feed().resumeClock({*a, *b, *c});
    }

    static constexpr std::size_t kMostKeys = 100;
    PullCatcher m_catcher;
    SittingFacts m_sitting;
    double m_epochS = 0.;
};

Recovered replay(const QString& path) {
    Recovered out;
    out.path = path;
    QFile file(path);
    if (!QFileInfo(path).isFile() || !file.open(QIODevice::ReadOnly))
        out.problems.emplace_back(Message{"capture.not-opened", {file.errorString().toStdString()}},
                                  path.toStdString());
    else if (file.size() > ReplayBounds::largestFile)
        out.problems.emplace_back(Message{"capture.too-large"}, path.toStdString());
    else
        return replayCapture(file, path);
    return out;
}

/// A capture held while it is read. The lock is the kernel's, on the capture itself, and goes with the process that has
/// it: nothing that a dead program or another machine left beside it keeps it from being found.
class HeldFile {
public:
    explicit HeldFile(const QString& path)
        : m_descriptor(::open(path.toLocal8Bit().constData(), O_RDONLY | O_CLOEXEC | O_NONBLOCK)) {
        // An empty one is just being begun: it gets its lock before its first line.
        struct stat there {};
        const bool begun = m_descriptor >= 0 && ::fstat(m_descriptor, &there) == 0 && there.st_size == 0;
        m_byAnother =
            begun || (m_descriptor >= 0 && ::flock(m_descriptor, LOCK_EX | LOCK_NB) != 0 && errno == EWOULDBLOCK);
    }
    ~HeldFile() {
        if (m_descriptor >= 0)
            ::close(m_descriptor);
    }
    HeldFile(const HeldFile&) = delete;
    HeldFile& operator=(const HeldFile&) = delete;
    bool byAnother() const { return m_byAnother; }

private:
    int m_descriptor;
    bool m_byAnother = false;
};

/// Whether reading it ends well, tried in a process of its own: whoever left the mark may also have been killed while
/// it read a good capture.
bool survives(const QString& path, const CaptureReader& read) {
    const pid_t child = ::fork();
    if (child < 0)
        return false;
    if (child == 0) {
        ::alarm(kTrialS); // SIGALRM ends a reading that does not come to an end
        std::signal(SIGALRM, SIG_DFL);
        for (int crash : {SIGSEGV, SIGBUS, SIGFPE, SIGILL, SIGABRT})
            std::signal(crash, SIG_DFL); // the bench's last words are not the child's to say
        (void)read(path);
        ::_exit(0);
    }
    int how = 0;
    while (::waitpid(child, &how, 0) < 0 && errno == EINTR) {
    }
    return WIFEXITED(how) && WEXITSTATUS(how) == 0;
}

} // namespace

Recovered replayCapture(QIODevice& file, const QString& path) {
    Recovered out;
    out.path = path;
    const auto problem = [&](Message message) { out.problems.emplace_back(std::move(message), path.toStdString()); };
    Replay replay;
    const auto take = [&] {
        for (CaughtPull& pull : replay.catcher().takePulls()) {
            if (out.pulls.size() < ReplayBounds::mostPulls)
                out.pulls.push_back(std::move(pull));
            else if (out.pulls.size() == ReplayBounds::mostPulls && out.problems.empty())
                problem({"capture.too-many", {std::to_string(ReplayBounds::mostPulls)}});
        }
        // Nobody looks at these here.
        (void)replay.catcher().takePoints();
        (void)replay.catcher().takeTrips();
        (void)replay.catcher().takeRemarks();
        replay.catcher().feed().said.clear();
        replay.catcher().feed().answers.clear();
    };
    std::vector<char> buffer(kLongestRead);
    while (!file.atEnd()) {
        const qint64 length = file.readLine(buffer.data(), kLongestRead);
        if (length <= 0)
            break; // cannot be read any further
        const std::string_view line(buffer.data(), static_cast<std::size_t>(length));
        if (line.starts_with(kRemark))
            replay.remark(cleanedText(trimmed(line.substr(kRemark.size())), 4000));
        else
            (void)replay.catcher().take(line);
        take();
    }
    if (!file.atEnd())
        problem({"capture.not-read-to-its-end", {file.errorString().toStdString()}});
    replay.catcher().broken(); // the capture itself broke off
    take();
    return out;
}

std::vector<Recovered> recoverCaptures(const QString& folder, const CaptureReader& given) {
    const CaptureReader read = given ? given : CaptureReader(replay);
    std::vector<Recovered> out;
    const QDir dir(folder);
    for (const QString& name : dir.entryList({QStringLiteral("*.lines")}, QDir::Files, QDir::Name)) {
        const QString path = dir.filePath(name);
        const HeldFile held(path);
        if (held.byAnother())
            continue; // another window is catching into it
        const QString mark = path + QStringLiteral(".reading");
        if (QFileInfo::exists(mark) && !survives(path, read)) {
            Recovered bad;
            bad.path = path + QStringLiteral(".set-aside");
            bad.setAside = QFile::rename(path, bad.path);
            QFile::remove(mark);
            bad.problems.emplace_back(
                Message{"capture.ended-the-program", {QFileInfo(bad.path).fileName().toStdString()}},
                path.toStdString());
            out.push_back(std::move(bad));
            continue;
        }
        QFile marked(mark);
        const bool left = marked.open(QIODevice::WriteOnly);
        marked.close();
        Recovered one = read(path);
        if (left)
            marked.remove();
        out.push_back(std::move(one));
    }
    return out;
}

bool removeCapture(const QString& path) {
    QFile::remove(path + QStringLiteral(".lock")); // of a program before 2026-12
    QFile::remove(path + QStringLiteral(".reading"));
    return QFile::remove(path);
}

} // namespace jr
