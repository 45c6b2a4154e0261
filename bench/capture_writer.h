// SPDX-License-Identifier: GPL-3.0-or-later
// The capture written by a thread of its own, so that whoever reads a bench and writes its orders never waits for a
// disk: it hands over what arrived and goes on. A disk that stalls, is full or has gone costs nothing of it: what
// cannot be written is held and tried again twice a second, up to kMostHeld.
#pragma once

#include "bench/capture.h"

#include <QByteArray>

#include <condition_variable>
#include <deque>
#include <mutex>
#include <set>
#include <string>
#include <thread>
#include <vector>

namespace jr {

class CaptureWriter {
public:
    /// As much as is held in memory while the disk takes nothing: a fast bench's half an hour. What comes after is left
    /// out, and the capture says how much that was.
    static constexpr qint64 kMostHeld = 64ll * 1024 * 1024;

    explicit CaptureWriter(QString folder);
    /// Writes what it holds; a capture that was not finished stays.
    ~CaptureWriter();
    CaptureWriter(const CaptureWriter&) = delete;
    CaptureWriter& operator=(const CaptureWriter&) = delete;

    // None of these waits. They are called by one thread, the session's.
    /// A new capture from here on. The one before is finished: it goes if all of its pulls are settled.
    void begin(const CaptureStart& start);
    void append(QByteArrayView bytes);
    /// Of ours among the bench's lines; what would end its line becomes a space.
    void remark(const std::string& text);
    void caught(const std::string& pullId) { m_owed.insert(pullId); }
    /// This pull is safe elsewhere, or was thrown away on purpose.
    void settled(const std::string& pullId) { m_owed.erase(pullId); }
    bool settled() const { return m_owed.empty(); }
    qint64 size() const { return m_size; } ///< of the capture in hand, what is still on its way counted
    /// What is to be said of it, once for each trouble and once for its end.
    std::vector<Error> takeProblems();

    /// Waits until what is held is on the disk and the capture is closed (gone if all of its pulls are settled). A disk
    /// that refuses is tried once more and then left.
    void finish();

private:
    struct Job {
        enum class Kind { Begin, Bytes, Finish } kind = Kind::Bytes;
        CaptureStart start;
        QByteArray bytes;
        bool remove = false; ///< Finish: nothing in it is owed
    };
    void put(Job job);
    void work();
    bool carryOut(Job& job);
    void carryOutAtLast(Job& job);
    void trouble(const Error& why);

    const QString m_folder;
    std::set<std::string> m_owed;
    qint64 m_size = 0;
    bool m_begun = false;

    mutable std::mutex m_lock; // guards these; never held while the disk is asked for anything
    std::condition_variable m_more, m_idle;
    std::deque<Job> m_jobs;
    qint64 m_held = 0, m_leftOut = 0;
    std::vector<Error> m_problems;
    bool m_leaving = false, m_waitedFor = false, m_working = false;

    // The writing thread's own.
    std::unique_ptr<Capture> m_capture;
    bool m_inTrouble = false, m_dirty = false;
    std::thread m_thread;
};

} // namespace jr
