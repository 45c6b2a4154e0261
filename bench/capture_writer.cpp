// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/capture_writer.h"

#include <chrono>
#include <optional>
#include <utility>

namespace jr {
namespace {

// What arrived is on the disk itself within a second; a disk that refuses is asked again as often.
constexpr std::chrono::milliseconds kSyncEvery{500};

} // namespace

CaptureWriter::CaptureWriter(QString folder) : m_folder(std::move(folder)), m_thread([this] { work(); }) {}

CaptureWriter::~CaptureWriter() {
    {
        const std::lock_guard held(m_lock);
        m_leaving = true;
    }
    m_more.notify_one();
    m_thread.join();
}

void CaptureWriter::put(Job job) {
    {
        const std::lock_guard held(m_lock);
        if (job.kind == Job::Kind::Bytes && m_held + job.bytes.size() > kMostHeld) {
            m_leftOut += job.bytes.size();
            return;
        }
        if (job.kind == Job::Kind::Bytes && m_leftOut > 0) {
            // Its line may have been torn: one that nobody misses ends it.
            job.bytes.prepend("\n" + QByteArray(kRemark.data(), static_cast<qsizetype>(kRemark.size())) + "left out " +
                              QByteArray::number(m_leftOut) + " bytes\n");
            m_leftOut = 0;
        }
        m_held += job.bytes.size();
        // What waits behind other bytes goes to the disk with them.
        if (job.kind == Job::Kind::Bytes && !m_jobs.empty() && m_jobs.back().kind == Job::Kind::Bytes)
            m_jobs.back().bytes += job.bytes;
        else
            m_jobs.push_back(std::move(job));
    }
    m_more.notify_one();
}

void CaptureWriter::begin(const CaptureStart& start) {
    if (m_begun)
        put({Job::Kind::Finish, {}, {}, settled()});
    m_begun = true;
    m_size = 0;
    put({Job::Kind::Begin, start, {}, false});
}

void CaptureWriter::append(QByteArrayView bytes) {
    m_size += bytes.size();
    put({Job::Kind::Bytes, {}, bytes.toByteArray(), false});
}

void CaptureWriter::remark(const std::string& text) {
    const std::string line = remarkLine(text);
    append(QByteArrayView(line.data(), static_cast<qsizetype>(line.size())));
}

std::vector<Error> CaptureWriter::takeProblems() {
    const std::lock_guard held(m_lock);
    return std::exchange(m_problems, {});
}

void CaptureWriter::finish() {
    if (m_begun)
        put({Job::Kind::Finish, {}, {}, settled()});
    m_begun = false;
    std::unique_lock held(m_lock);
    m_waitedFor = true;
    m_more.notify_one();
    m_idle.wait(held, [this] { return m_jobs.empty() && !m_working; });
    m_waitedFor = false;
}

void CaptureWriter::trouble(const Error& why) {
    if (std::exchange(m_inTrouble, true))
        return;
    const std::lock_guard held(m_lock);
    m_problems.push_back(why);
}

/// False when the disk refused: the job is to be tried again.
bool CaptureWriter::carryOut(Job& job) {
    switch (job.kind) {
    case Job::Kind::Begin: {
        Result<std::unique_ptr<Capture>> capture = Capture::begin(m_folder, job.start);
        if (!capture) {
            trouble(capture.error());
            return false;
        }
        m_capture = std::move(capture).value();
        break;
    }
    case Job::Kind::Bytes:
        if (!m_capture)
            break;
        if (const Result<Done> written = m_capture->append(job.bytes); !written) {
            trouble(written.error());
            return m_capture->tooLong(); // then there is no point in trying again
        }
        m_dirty = true;
        break;
    case Job::Kind::Finish:
        if (m_capture)
            m_capture->finish(job.remove);
        m_capture.reset();
        break;
    }
    if (m_inTrouble && job.kind != Job::Kind::Finish && !(m_capture && m_capture->tooLong())) {
        m_inTrouble = false;
        const std::lock_guard held(m_lock);
        m_problems.emplace_back(Message{"line.capture-goes-on"});
    }
    return true;
}

/// Again and again until the disk takes it; once more only when somebody waits for the end.
void CaptureWriter::carryOutAtLast(Job& job) {
    bool lastTry = false;
    while (!carryOut(job) && !lastTry) {
        std::unique_lock held(m_lock);
        m_more.wait_for(held, kSyncEvery, [this] { return m_leaving || m_waitedFor; });
        lastTry = m_leaving || m_waitedFor;
    }
}

void CaptureWriter::work() {
    auto synced = std::chrono::steady_clock::now();
    while (true) {
        std::optional<Job> job;
        {
            std::unique_lock held(m_lock);
            m_working = false;
            if (m_jobs.empty())
                m_idle.notify_all();
            m_more.wait_for(held, kSyncEvery, [this] { return m_leaving || !m_jobs.empty(); });
            if (m_jobs.empty() && m_leaving)
                return;
            if (!m_jobs.empty()) {
                job = std::move(m_jobs.front());
                m_jobs.pop_front();
                m_working = true;
            }
        }
        if (job) {
            carryOutAtLast(*job);
            const std::lock_guard held(m_lock);
            m_held -= job->bytes.size();
        }
        if (const auto now = std::chrono::steady_clock::now(); m_capture && m_dirty && now - synced >= kSyncEvery) {
            synced = now;
            m_dirty = false;
            if (const Result<Done> done = m_capture->sync(); !done) {
                const std::lock_guard held(m_lock);
                m_problems.push_back(done.error());
            }
        }
    }
}

} // namespace jr
