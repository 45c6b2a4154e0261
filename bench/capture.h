// SPDX-License-Identifier: GPL-3.0-or-later
// Everything a bench sends, on disk as it arrives, word for word: a power cut costs at most the last second.
//
// A capture stays until every pull caught in it is known to be safe elsewhere: whoever forgets to say so leaves a file
// that is offered again, and loses nothing. These are its file's own dealings, which wait for the disk; a session hands
// them to a CaptureWriter.
#pragma once

#include "bench/line_feed.h"
#include "bench/pull_cutter.h"

#include <QFile>
#include <QString>

#include <functional>
#include <memory>
#include <string>
#include <string_view>

namespace jr {

/// Begins the program's own remarks among the bench's lines; no bench line begins so.
inline constexpr std::string_view kRemark = "#jr ";

/// Where a capture begins on the clocks: the wall clock of the first sample, or (begun in mid-stream) how a bench time
/// stands to it and where the continuous clock was.
struct CaptureStart {
    double epochS = 0.;
    std::optional<double> anchorBenchS; ///< epochS belongs to this bench time
    std::optional<LineFeed::Clock> clock;
};
/// The remark that a bench time stood at a moment of the wall clock.
std::string anchorRemark(double epochS, double benchTimeS);
/// "#jr TEXT\n": what would end the line within the text is a space.
std::string remarkLine(const std::string& text);

class Capture {
public:
    /// Opens a new file in `folder` (made when missing). The first line says when it began and what the pulls to come
    /// belong to. Errors: cannot be made or written.
    static Result<std::unique_ptr<Capture>> begin(const QString& folder, const CaptureStart& start);

    /// All of it or nothing. Errors: the disk is full or gone, and the same may be tried again; or the file has reached
    /// its bound, said once, and the capture is then off (`tooLong`).
    Result<Done> append(QByteArrayView bytes);
    bool tooLong() const { return m_tooLong; }
    /// A remark of ours among the bench's lines, e.g. the setup from now on.
    Result<Done> remark(const std::string& text);
    /// To the disk itself. Called about twice a second. Errors: the disk says it did not get there; said once.
    Result<Done> sync();

    /// Closes it; with `remove`, when nothing in it is owed any more, the file goes.
    void finish(bool remove);
    QString path() const { return m_file.fileName(); }
    qint64 size() const { return m_size; }

private:
    Capture(const QString& path) : m_file(path) {}
    QFile m_file; ///< with the kernel's lock on it, which goes with the process
    qint64 m_size = 0;
    bool m_tooLong = false, m_syncFailed = false;
};

/// A capture that nobody finished: what was caught in it.
struct Recovered {
    QString path; ///< where it lies now
    std::vector<CaughtPull> pulls;
    std::vector<Remark> problems;
    bool setAside = false; ///< it ended a program that read it, or cannot be read: put away by name, not read again
};

/// Bounds on what is read back.
struct ReplayBounds {
    static constexpr qint64 largestFile = 1024ll * 1024 * 1024;
    static constexpr std::size_t mostPulls = 200;
};

/// The pulls in one capture, read line by line from `lines`; `path` is only for messages.
Recovered replayCapture(QIODevice& lines, const QString& path);

/// Captures in `folder` that no running program holds, replayed through the same reading. Before one is read a mark is
/// left beside it: should reading it end the program, the next start finds the mark, tries the capture in a process of
/// its own, and if that ends as well sets it aside ("NAME.set-aside") instead of dying of it again.
/// `read` is how one is read; another only for tests.
using CaptureReader = std::function<Recovered(const QString& path)>;
std::vector<Recovered> recoverCaptures(const QString& folder, const CaptureReader& read = {});
/// Forgets one for good.
bool removeCapture(const QString& path);

} // namespace jr
