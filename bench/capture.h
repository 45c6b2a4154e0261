// Everything a bench sends, on disk as it arrives, word for word: a power cut costs at most the last second.
#pragma once

#include "bench/line_feed.h"
#include "bench/pull_cutter.h"

#include <QFile>
#include <QLockFile>
#include <QString>

#include <memory>

namespace jr {

class Capture {
public:
    /// Opens a new file in `folder` (made when missing). The first line says when it began and what the pulls to come
    /// belong to. Errors: cannot be made or written.
    static Result<std::unique_ptr<Capture>> begin(const QString& folder, double epochS);

    /// Errors: the disk is full or gone; said once, and the capture is then off.
    Result<Done> append(QByteArrayView bytes);
    /// A remark of ours among the bench's lines, e.g. the setup from now on.
    Result<Done> remark(const std::string& text);
    /// To the disk itself. Called about twice a second.
    void sync();
    /// All pulls in it are safe in the archive: the file may go.
    void finish();
    QString path() const { return m_file.fileName(); }
    qint64 size() const { return m_size; }

private:
    Capture(const QString& path) : m_file(path), m_lock(path + QStringLiteral(".lock")) {}
    QFile m_file;
    QLockFile m_lock;
    qint64 m_size = 0;
    bool m_broken = false;
};

/// A capture that nobody finished: what was caught in it.
struct Recovered {
    QString path;
    std::vector<CaughtPull> pulls;
    std::vector<std::string> problems;
};

/// Captures in `folder` that no running program holds, replayed through the same reading. Plain streams need their
/// layout in the capture's first lines, where begin() and remark() put it.
std::vector<Recovered> recoverCaptures(const QString& folder);
/// Forgets one for good.
bool removeCapture(const QString& path);

} // namespace jr
